/** Brings the board to the worker that paints it: all of it at first, then what changes. */
import type { BoardModel } from '$core/board/model/model';
import { paintedOf } from '$core/board/model/plain';
import type { ToWorker } from './protocol';

/** Objects handed over at one go at the start. */
const CHUNK = 1500;
/** Changed objects handed over in one frame, and how long they wait for each other while something moves here, ms. */
const FRAME = 120;
const GATHER_MS = 50;

type Objects = Omit<Extract<ToWorker, { is: 'objects' }>, 'is' | 'seq'>;

export class HandOver {
	private readonly changed = new Set<string>();
	private readonly removed = new Set<string>();
	private isStarted = false;
	private handedAt = -Infinity;

	/**
	 * @param send takes objects to the worker
	 * @param ask told that there is more to hand over in the next frame
	 */
	constructor(
		private readonly model: BoardModel,
		private readonly send: (objects: Objects) => void,
		private readonly ask: () => void,
	) {}

	/**
	 * The whole board, in pieces that leave the page free: first the sheet that is shown, which can be painted then,
	 * after it the others.
	 * @param shown gives that sheet; undefined when the worker is no longer there
	 */
	async all(shown: () => string | undefined): Promise<void> {
		// Only then is it known which sheet is shown.
		await new Promise((done) => setTimeout(done));
		const sheet = shown();
		const first: string[] = [];
		const others: string[] = [];
		for (const object of this.model.objects.values())
			(object.sheet === sheet ? first : others).push(object.id);
		for (const ids of [first, others]) {
			for (let i = 0; i < ids.length; i += CHUNK) {
				await new Promise((done) => setTimeout(done));
				if (shown() === undefined) return;
				this.put(ids.slice(i, i + CHUNK), [], ids === others || i + CHUNK >= ids.length);
			}
			if (ids === first && ids.length === 0) this.put([], [], true);
		}
		this.isStarted = true;
		this.now();
	}

	/** Notes what is new, different or gone. */
	note(changed: Iterable<string>, removed: Iterable<string>): void {
		for (const id of changed) {
			this.changed.add(id);
			this.removed.delete(id);
		}
		for (const id of removed) {
			this.removed.add(id);
			this.changed.delete(id);
		}
	}

	/**
	 * Hands over what changed.
	 * @param most how many objects at most; the others follow in the next frames
	 */
	now(most = Infinity): void {
		if (!this.isStarted || (this.changed.size === 0 && this.removed.size === 0)) return;
		const ids = [...this.changed].slice(0, most);
		this.put(ids, [...this.removed], true);
		for (const id of ids) this.changed.delete(id);
		this.removed.clear();
		if (this.changed.size > 0) this.ask();
	}

	/** Hands over what one frame has room for; while something moves here, a few frames' worth at a time. */
	some(moves: boolean): void {
		if (this.changed.size === 0 && this.removed.size === 0) return;
		const now = performance.now();
		if (moves && now - this.handedAt < GATHER_MS) return this.ask();
		this.handedAt = now;
		this.now(FRAME);
	}

	private put(ids: readonly string[], removed: string[], last: boolean): void {
		const put = JSON.stringify(ids.flatMap((id) => paintedOf(this.model, id) ?? []));
		this.send({ put, removed, last });
	}
}
