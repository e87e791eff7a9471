/**
 * The log of updates: what stands in it is saved. Updates that arrive within a few milliseconds are
 * committed together, which makes thirty writers cost little more than one. Batches follow each other, so
 * row numbers of a document rise in the order of commits.
 */
import { schema, type Database } from '../db';
import { log } from '../log';
import { metrics } from '../metrics';

export interface LogEntry {
	boardId: string;
	document: string;
	personId: string | null;
	data: Uint8Array;
}

interface Waiting {
	entry: LogEntry;
	resolve: () => void;
	reject: (reason: unknown) => void;
}

/** How long a batch waits for company, ms. */
const WINDOW = 3;
/** Rows in one statement at most. */
const MOST = 500;

export class UpdateLog {
	private queue: Waiting[] = [];
	private timer: NodeJS.Timeout | undefined;
	private writing = false;
	/** Writes of each document that are not committed yet. */
	private readonly open = new Map<string, Set<Promise<void>>>();

	constructor(private readonly db: Database) {}

	/** Resolves when the update is committed; rejects when it could not be written. */
	append(entry: LogEntry): Promise<void> {
		const done = new Promise<void>((resolve, reject) => this.queue.push({ entry, resolve, reject }));
		const open = this.open.get(entry.document) ?? new Set();
		this.open.set(entry.document, open.add(done));
		const forget = (): void => {
			open.delete(done);
			if (open.size === 0 && this.open.get(entry.document) === open) this.open.delete(entry.document);
		};
		done.then(forget, forget);
		this.wake();
		return done;
	}

	/** Waits until nothing of this document is on its way to the database any more. */
	async settled(document: string): Promise<void> {
		for (let open = this.open.get(document); open; open = this.open.get(document)) {
			await Promise.allSettled(open);
		}
	}

	/** Whether writes of this document are on their way. */
	isOpen(document: string): boolean {
		return this.open.has(document);
	}

	/** Waits until everything is written, as before the process ends. */
	async drain(): Promise<void> {
		await Promise.all([...this.open.keys()].map((document) => this.settled(document)));
	}

	private wake(): void {
		if (this.writing || this.timer) return;
		this.timer = setTimeout(() => void this.flush(), WINDOW);
	}

	private async flush(): Promise<void> {
		this.timer = undefined;
		this.writing = true;
		const batch = this.queue.splice(0, MOST);
		try {
			await this.write(batch);
		} finally {
			this.writing = false;
			if (this.queue.length > 0) this.wake();
		}
	}

	private async write(batch: Waiting[]): Promise<void> {
		try {
			const end = metrics().commit.startTimer();
			await this.insert(batch);
			end();
			metrics().updates.inc(batch.length);
			for (const { resolve } of batch) resolve();
			return;
		} catch (error) {
			log.error({ err: error, rows: batch.length }, 'a batch of updates could not be written');
			const documents = new Set(batch.map(({ entry }) => entry.document));
			if (documents.size === 1) {
				metrics().failed.inc(batch.length);
				for (const { reject } of batch) reject(error);
				return;
			}
		}
		// One document's trouble (its board was just deleted, say) must not fail the others.
		for (const document of new Set(batch.map(({ entry }) => entry.document))) {
			await this.write(batch.filter(({ entry }) => entry.document === document));
		}
	}

	private async insert(batch: Waiting[]): Promise<void> {
		await this.db.insert(schema.updates).values(batch.map(({ entry }) => entry));
	}
}
