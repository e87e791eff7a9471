/** What only those who lead see, as one of them has it: notes on steps, and objects that wait backstage. */
import { asidesOf, cueOf, setCue } from '$core/meeting/backstage';
import { removeObjects } from '$core/board/ops/edits';
import type { EditContext } from '$core/board/store';
import { BoardModel } from '$core/board/model/model';
import type { BoardObject } from '$core/board/objects';
import type * as Y from 'yjs';
import { Changes } from '../ui/changes.svelte';

export class Backstage {
	readonly model: BoardModel;
	private readonly changes = new Changes();
	private readonly stops: (() => void)[] = [];

	constructor(
		readonly doc: Y.Doc,
		private readonly editContext: Omit<EditContext, 'doc'>,
	) {
		this.model = new BoardModel(doc, 0);
		const note = (): void => this.changes.note();
		this.stops.push(this.model.onChange(note));
		for (const map of [asidesOf(doc), doc.getMap('cues')]) {
			map.observe(note);
			this.stops.push(() => map.unobserve(note));
		}
	}

	/** Objects that wait, on one sheet or on all. */
	objects(sheet?: string): BoardObject[] {
		this.changes.observe();
		return [...this.model.objects.values()].filter((object) => sheet === undefined || object.sheet === sheet);
	}

	asideOf(step: string): string {
		this.changes.observe();
		return asidesOf(this.doc).get(step) ?? '';
	}

	setAside(step: string, text: string): void {
		if (text === '') asidesOf(this.doc).delete(step);
		else asidesOf(this.doc).set(step, text.slice(0, 1000));
	}

	/** The step with which an object comes on. */
	cueOf(id: string): string | undefined {
		this.changes.observe();
		return cueOf(this.doc, id);
	}

	setCue(ids: readonly string[], step: string | undefined): void {
		setCue(this.doc, ids, step);
	}

	remove(ids: readonly string[]): void {
		removeObjects({ ...this.editContext, doc: this.doc }, this.model, ids);
	}

	destroy(): void {
		for (const stop of this.stops) stop();
		this.model.destroy();
	}
}
