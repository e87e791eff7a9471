/**
 * Texts that were changed here and are not saved yet. When somebody else deletes what they stand in
 * before they arrive, as happens while one is offline, the words would vanish on every screen: then
 * they are told to be lost, as they were.
 */
import { objectsOf } from '$core/board/document';
import type { BoardModel } from '$core/board/model/model';
import type { BoardObject } from '$core/board/objects';
import { isEmpty, type RichText } from '$core/text/rich';
import type * as Y from 'yjs';

/** Words that were lost: what they stood in, and the words. */
export interface LostWords {
	object: BoardObject;
	/** The cell or heading, where it was not the object's own text. */
	part: string | undefined;
	text: RichText;
}

const CELL = 'cell:';
const partOf = (key: string): string | undefined =>
	key.startsWith(CELL) ? key.slice(CELL.length) : undefined;

export class UnsavedTexts {
	/** Objects as they were last seen, with the keys of the texts that were changed. */
	private readonly kept = new Map<string, { object: BoardObject; keys: Set<string> }>();
	private readonly stop: () => void;

	/**
	 * @param store told which objects there are, for the next visit
	 * @param onlost told, in the middle of a change of the document, what was lost
	 */
	constructor(
		private readonly model: BoardModel,
		doc: Y.Doc,
		known: readonly string[],
		private readonly store: (ids: readonly string[]) => void,
		onlost: (lost: LostWords) => void,
	) {
		const objects = objectsOf(doc);
		for (const id of known) {
			const object = model.find(id);
			// Which of its texts it was is not known any more: all of them are taken for it.
			const cells = Object.keys(object?.parts?.cells ?? {}).map((part) => CELL + part);
			if (object) this.kept.set(id, { object, keys: new Set(['text', ...cells]) });
		}
		const onChange = (events: Y.YEvent<Y.AbstractType<unknown>>[], { local }: Y.Transaction): void => {
			for (const event of events) {
				if (local) this.note(event);
				else if (event.path.length === 0) {
					for (const id of event.keys.keys()) if (!objects.has(id)) this.lose(id, undefined, onlost);
				} else if (event.path.length === 1) {
					const id = String(event.path[0]);
					for (const key of event.keys.keys()) if (!objects.get(id)?.has(key)) this.lose(id, key, onlost);
				}
			}
		};
		objects.observeDeep(onChange as never);
		this.stop = () => objects.unobserveDeep(onChange as never);
	}

	/** All of it is saved. */
	clear(): void {
		if (this.kept.size === 0) return;
		this.kept.clear();
		this.store([]);
	}

	/** The words of an object are in their writer's hands already. */
	forget(id: string): void {
		if (this.kept.delete(id)) this.store([...this.kept.keys()]);
	}

	destroy(): void {
		this.stop();
	}

	private note({ path }: Y.YEvent<Y.AbstractType<unknown>>): void {
		const [id, key] = path.map(String);
		const object = id === undefined ? undefined : this.model.find(id);
		if (!object || key === undefined) return;
		const known = this.kept.get(object.id);
		this.kept.set(object.id, { object, keys: (known?.keys ?? new Set()).add(key) });
		if (!known) this.store([...this.kept.keys()]);
	}

	private lose(id: string, key: string | undefined, onlost: (lost: LostWords) => void): void {
		const known = this.kept.get(id);
		if (!known || (key !== undefined && !known.keys.has(key))) return;
		const { object } = known;
		for (const each of key === undefined ? known.keys : [key]) {
			const part = partOf(each);
			const text = part === undefined ? object.text : (object.parts?.cells[part] ?? []);
			if (!isEmpty(text)) onlost({ object, part, text });
			known.keys.delete(each);
		}
		if (known.keys.size === 0) this.forget(id);
	}
}
