/**
 * Taking back and doing again, as one person sees it. Beside what the undo manager of the live
 * documents does:
 *
 * - A step that changes nothing any more, because others changed the same since, is stepped over,
 * and that is said.
 * - What is taken back is brought into view, also on another sheet.
 * - Who takes back the making of something in which others have written meanwhile is told so, and
 * can have it back.
 * - What the server did on one's order (putting things backstage) is a step like any other.
 */
import { objectsOf, placesOf, sheetsOf } from '$core/board/document';
import type { BoardModel } from '$core/board/model/model';
import { BoardUndoManager } from '$core/board/undo-manager';
import { ySyncPluginKey } from '@tiptap/y-tiptap';
import * as Y from 'yjs';

/** Something that was done by the server on one's order, and the ways back and forth. */
export interface ServerStep {
	back: () => Promise<unknown>;
	again: () => Promise<unknown>;
}

/** What came of taking a step back or doing it again. */
export interface Taken {
	/** Objects that are different now. */
	changed: string[];
	/** Steps that had nothing left to change. */
	passedOver: number;
	/** Whether others had written in what is gone now. */
	tookOthers: boolean;
}

/** A step of the server's stands between those of the document: after so many of them. */
interface Placed extends ServerStep {
	depth: number;
}

/**
 * Numbers above which no client draws its own: text nodes that belong to nobody; see text-nodes.ts.
 */
const NOBODYS = 4294967296;

export class UndoSteps {
	readonly manager: Y.UndoManager;
	canUndo = $state(false);
	canRedo = $state(false);
	private readonly placed: { back: Placed[]; again: Placed[] } = { back: [], again: [] };
	private isMoving = false;

	constructor(
		private readonly doc: Y.Doc,
		private readonly model: BoardModel,
		origin: unknown,
	) {
		this.manager = new BoardUndoManager(doc, new Set<unknown>([origin, ySyncPluginKey]));
		this.manager.on('stack-item-added', () => {
			// Whoever does something new does not go forth again.
			if (!this.manager.undoing && !this.manager.redoing) this.placed.again = [];
			this.read();
		});
		this.manager.on('stack-item-popped', () => this.read());
	}

	/** Notes what the server has done on one's order. */
	did(step: ServerStep): void {
		this.placed.back.push({ ...step, depth: this.manager.undoStack.length });
		this.placed.again = [];
		this.manager.clear(false, true);
		this.read();
	}

	/** Does something as a part of the last step. */
	joinLast(work: () => void): void {
		const { manager } = this;
		const { captureTimeout } = manager;
		manager.captureTimeout = Number.POSITIVE_INFINITY;
		// Otherwise a step that was ended takes nothing more in.
		manager.lastChange = Date.now();
		try {
			work();
		} finally {
			manager.captureTimeout = captureTimeout;
			manager.stopCapturing();
		}
	}

	/** Takes the last step back; undefined where there is none, or the server takes it back. */
	back(): Taken | undefined {
		return this.move('back');
	}

	/** Does what was taken back last once more. */
	again(): Taken | undefined {
		return this.move('again');
	}

	destroy(): void {
		this.manager.destroy();
	}

	private read(): void {
		this.canUndo = this.manager.undoStack.length + this.placed.back.length > 0;
		this.canRedo = this.manager.redoStack.length + this.placed.again.length > 0;
	}

	private move(way: 'back' | 'again'): Taken | undefined {
		const stack = (): unknown[] => (way === 'back' ? this.manager.undoStack : this.manager.redoStack);
		const served = this.placed[way].at(-1);
		if (served && stack().length <= served.depth) {
			void this.serve(way, served);
			return undefined;
		}
		const taken: Taken = { changed: [], passedOver: 0, tookOthers: false };
		const floor = served?.depth ?? 0;
		let isVisible = false;
		while (!isVisible && stack().length > floor) {
			const before = stack().length;
			const mine = way === 'back' ? this.othersIn() : new Set<string>();
			isVisible = this.pop(way, taken, mine);
			// The manager itself passes over steps that change nothing at all.
			taken.passedOver += before - stack().length - (isVisible ? 1 : 0);
		}
		return taken;
	}

	/** Takes one step; says whether anybody can see a difference. */
	private pop(way: 'back' | 'again', taken: Taken, written: ReadonlySet<string>): boolean {
		const changed = new Set<string>();
		let isOther = false;
		const objects = objectsOf(this.doc);
		const onObjects = (events: Y.YEvent<Y.AbstractType<unknown>>[]): void => {
			for (const event of events) {
				if (event.path.length === 0) for (const id of event.keys.keys()) changed.add(id);
				// When it was changed last is nothing that one sees.
				else if (event.path.length > 1 || [...event.keys.keys()].some((key) => key !== 'changed'))
					changed.add(String(event.path[0]));
			}
		};
		const onOther = (): void => void (isOther = true);
		objects.observeDeep(onObjects as never);
		sheetsOf(this.doc).observeDeep(onOther);
		placesOf(this.doc).observeDeep(onOther);
		if (way === 'back') this.manager.undo();
		else this.manager.redo();
		objects.unobserveDeep(onObjects as never);
		sheetsOf(this.doc).unobserveDeep(onOther);
		placesOf(this.doc).unobserveDeep(onOther);
		taken.changed.push(...changed);
		taken.tookOthers ||= [...changed].some((id) => written.has(id) && !objects.has(id));
		return isOther || changed.size > 0;
	}

	/** Objects that the last step made, and in whose texts others have written since. */
	private othersIn(): Set<string> {
		const item = this.manager.undoStack.at(-1);
		const found = new Set<string>();
		if (!item) return found;
		const own = new Set([...item.insertions.clients.keys(), this.doc.clientID]);
		for (const [id, map] of objectsOf(this.doc)) {
			const made = map instanceof Y.Map ? map._item : null;
			if (made && Y.isDeleted(item.insertions, made.id) && hasOthers(map as never, own)) found.add(id);
		}
		return found;
	}

	private async serve(way: 'back' | 'again', step: Placed): Promise<void> {
		if (this.isMoving) return;
		this.isMoving = true;
		try {
			await (way === 'back' ? step.back() : step.again());
			const other = way === 'back' ? 'again' : 'back';
			this.placed[way] = this.placed[way].filter((each) => each !== step);
			const { undoStack, redoStack } = this.manager;
			const depth = (other === 'again' ? redoStack : undoStack).length;
			this.placed[other].push({ ...step, depth });
		} finally {
			this.isMoving = false;
			this.read();
		}
	}
}

/** Whether somebody else has put letters into a text of an object; without calls in calls. */
function hasOthers(root: Y.AbstractType<unknown>, own: ReadonlySet<number>): boolean {
	const waiting = [root];
	for (let type = waiting.pop(); type; type = waiting.pop()) {
		const items: (Y.Item | null)[] = [...type._map.values()];
		for (let item = type._start; item; item = item.right) items.push(item);
		for (const item of items) {
			if (!item || item.deleted) continue;
			const { client } = item.id;
			if (item.content instanceof Y.ContentString && !own.has(client) && client < NOBODYS) return true;
			if (item.content instanceof Y.ContentType)
				waiting.push(item.content.type as unknown as Y.AbstractType<unknown>);
		}
	}
	return false;
}
