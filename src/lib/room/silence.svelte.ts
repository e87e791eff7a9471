/** One's own silent notes: written here, seen by nobody else until they are revealed. */
import { isNote } from '$core/board/kinds/guards';
import type { Pigment } from '$core/board/colours';
import { removeObjects, setText } from '$core/board/ops/edits';
import type { EditContext } from '$core/board/store';
import { objectsOf } from '$core/board/document';
import { BoardModel } from '$core/board/model/model';
import type { ObjectOf } from '$core/board/objects';
import { revealedIds, silentNotes, writeSilently, type Silence } from '$core/meeting/silence';
import { plainText } from '$core/text/rich';
import type * as Y from 'yjs';
import { Changes } from '../ui/changes.svelte';

export interface OwnNote {
	id: string;
	text: string;
	pigment: ObjectOf<'note'>['style']['pigment'];
	made: number;
	/** The run of silent writing that it belongs to; undefined for a note that the board did not take in. */
	run: string | undefined;
}

export class SilentNotes {
	readonly model: BoardModel;
	private readonly changes = new Changes();
	private readonly stop: () => void;

	constructor(
		readonly doc: Y.Doc,
		private readonly editContext: Omit<EditContext, 'doc'>,
	) {
		this.model = new BoardModel(doc, 0);
		this.stop = this.model.onChange(() => this.changes.note());
	}

	/** Waiting notes, in the order in which they were written. */
	get notes(): OwnNote[] {
		this.changes.observe();
		return silentNotes(this.doc).flatMap(({ id, run, made }) => {
			const note = this.model.find(id);
			if (!isNote(note)) return [];
			return [{ id, run, made, text: plainText(note.text), pigment: note.style.pigment }];
		});
	}

	/** Whether a note on the board is one's own, which it may not say any more. */
	isRevealed(id: string): boolean {
		this.changes.observe();
		return revealedIds(this.doc).has(id);
	}

	write(silence: Silence, text: string, pigment: Pigment): string {
		return writeSilently(this.own, this.model, silence, { text, pigment });
	}

	change(id: string, text: string): void {
		setText(this.own, id, text);
	}

	remove(id: string): void {
		removeObjects(this.own, this.model, [id]);
	}

	/** Takes a note out to put it somewhere else. */
	take(id: string): OwnNote | undefined {
		const note = this.notes.find((each) => each.id === id);
		if (note) this.doc.transact(() => objectsOf(this.doc).delete(id), this.editContext.origin);
		return note;
	}

	destroy(): void {
		this.stop();
		this.model.destroy();
	}

	private get own(): EditContext {
		return { ...this.editContext, doc: this.doc };
	}
}
