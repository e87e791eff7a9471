/** Journals brought up to date for those who read them, at most every moment for each document. */
import type { Layer } from '$core/session/layers';
import { database } from '../db';
import { documentName } from './names';
import { snapshot } from './snapshots';
import type { UpdateLog } from './update-log';

/** How old a journal may be that is shown, ms. */
const STALE = 1500;

export class Digests {
	/** Those that were brought up to date a moment ago. */
	private readonly recent = new Map<string, { done: Promise<void>; at: number }>();

	constructor(private readonly log: UpdateLog) {}

	/** Brings the journal and the newest snapshot of a document up to what is saved. */
	async bring(boardId: string, layer: Layer): Promise<void> {
		const name = documentName(boardId, layer);
		const known = this.recent.get(name);
		if (known && Date.now() - known.at < STALE) return known.done;
		const done = this.log.settled(name).then(async () => {
			await snapshot(database().db, boardId, name, true);
		});
		const digest = { done, at: Date.now() };
		this.recent.set(name, digest);
		const forget = (): void => void (this.recent.get(name) === digest && this.recent.delete(name));
		setTimeout(forget, STALE).unref();
		return done;
	}

	clear(): void {
		this.recent.clear();
	}
}
