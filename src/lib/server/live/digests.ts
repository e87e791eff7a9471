/** Journals brought up to date for those who read them, as often as it costs little. */
import type { Layer } from '$core/access/layers';
import { database } from '../db';
import { documentName } from './names';
import { snapshot } from './snapshots';
import type { UpdateLog } from './update-log';

/**
 * How old a journal may be that is shown, ms: the least, and the most where bringing it up to date
 * takes long.
 */
const STALE = { least: 1500, most: 10_000 };
/**
 * How many times as long as it took the journal is then left alone: a busy board is not taken in
 * all the time.
 */
const REST_FACTOR = 5;

interface Digest {
	done: Promise<void>;
	/** Until when it is new enough, ms; not known before it is done. */
	until: number;
}

export class Digests {
	/** Those that were brought up to date a moment ago. */
	private readonly recent = new Map<string, Digest>();

	/** @param take makes a snapshot of a document with its part of the journal */
	constructor(
		private readonly log: Pick<UpdateLog, 'settled'>,
		private readonly take = (boardId: string, name: string): Promise<boolean> =>
			snapshot(database().db, boardId, name, true),
	) {}

	/**
	 * Brings the journal and the newest snapshot of a document up to what is saved.
	 *
	 * @returns 0 when all that was saved before this call is in it, otherwise after how many ms it
	 * is
	 *   worth asking again
	 */
	async bring(boardId: string, layer: Layer): Promise<number> {
		const name = documentName(boardId, layer);
		const known = this.recent.get(name);
		if (known && Date.now() < known.until) {
			await known.done;
			return Math.max(1, known.until - Date.now());
		}
		const digest: Digest = { done: this.takeIn(boardId, name), until: Infinity };
		const forget = (): void => void (this.recent.get(name) === digest && this.recent.delete(name));
		this.recent.set(name, digest);
		const began = Date.now();
		digest.done.then(
			() => {
				const rest = Math.min(STALE.most, Math.max(STALE.least, (Date.now() - began) * REST_FACTOR));
				digest.until = Date.now() + rest;
				setTimeout(forget, rest).unref();
			},
			// Whoever asks next tries again.
			forget,
		);
		await digest.done;
		return 0;
	}

	private async takeIn(boardId: string, name: string): Promise<void> {
		await this.log.settled(name);
		await this.take(boardId, name);
	}

	clear(): void {
		this.recent.clear();
	}
}
