/**
 * What others change, taken in as it comes; where it comes thick and fast, a few at a time: everything that follows a change
 * of the board (what it touches is looked up, routed, told to whoever shows it) is then done once for all of them.
 */
import * as decoding from 'lib0/decoding';
import * as Y from 'yjs';

/** Shortest time between two rounds, ms: two frames. A change that comes alone waits for nothing. */
const ROUND = 33;

/** Kinds of message, and of sync message, as the sync library numbers them. */
const SYNC = 0;
const UPDATE = 2;
const AWARENESS = 1;
const SYNC_STATUS = 8;

/** What a message is for the rest of the board: a change, something beside it, or something that must not overtake changes. */
export type Read = { is: 'change'; update: Uint8Array } | { is: 'beside' } | { is: 'after' };

/** Reads the kind of a message. Throws when it is cut off. */
export function readFrame(data: ArrayBufferLike | Uint8Array): Read {
	const decoder = decoding.createDecoder(data instanceof Uint8Array ? data : new Uint8Array(data));
	decoding.readVarString(decoder);
	const kind = decoding.readVarUint(decoder);
	if (kind === AWARENESS || kind === SYNC_STATUS) return { is: 'beside' };
	if (kind !== SYNC || decoding.readVarUint(decoder) !== UPDATE) return { is: 'after' };
	return { is: 'change', update: decoding.readVarUint8Array(decoder) };
}

export class Incoming {
	private waiting: Uint8Array[] = [];
	private timer: ReturnType<typeof setTimeout> | undefined;
	private lastAt = -Infinity;

	/**
	 * @param origin whom the changes are said to come from
	 * @param before called before anything is taken in
	 */
	constructor(
		private readonly doc: Y.Doc,
		private readonly origin: unknown,
		private readonly before: () => void,
	) {}

	/** Takes a change in, now or in the next round. */
	take(update: Uint8Array): void {
		this.waiting.push(update);
		const waits = this.lastAt + ROUND - performance.now();
		if (waits <= 0) this.now();
		else this.timer ??= setTimeout(() => this.now(), waits);
	}

	/** Takes in all that waits. A change that cannot be read is reported, and keeps no other back. */
	now(): void {
		clearTimeout(this.timer);
		this.timer = undefined;
		if (this.waiting.length === 0) return;
		const updates = this.waiting;
		this.waiting = [];
		this.lastAt = performance.now();
		this.before();
		Y.transact(
			this.doc,
			() => {
				for (const update of updates) this.apply(update);
			},
			this.origin,
			false,
		);
	}

	destroy(): void {
		clearTimeout(this.timer);
		this.waiting = [];
	}

	private apply(update: Uint8Array): void {
		try {
			Y.applyUpdate(this.doc, update, this.origin);
		} catch (error) {
			reportError(error);
		}
	}
}
