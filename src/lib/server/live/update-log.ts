/**
 * The log of updates: what stands in it is saved. Updates that arrive within a few milliseconds are
 * committed together, which makes thirty writers cost little more than one. Batches follow each other, so
 * row numbers of a document rise in the order of commits.
 */
import { sql } from 'drizzle-orm';
import type { Database } from '../db';
import { log } from '../log';
import { metrics } from '../metrics';
import { generation } from './generation';

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

/** How long a batch waits for company, ms: longer when there was one just before. */
const WINDOW = { alone: 3, busy: 12 };
/** How long ago that may have been, ms. */
const BUSY_WITHIN_MS = 25;
/** Rows in one statement at most. */
const MAX = 500;

/**
 * Puts rows into the log. Their numbers rise in the order in which they are committed, whatever number of servers write:
 * the lock is taken before a number is drawn, and held until the commit. A reader that has seen a row has seen all before it.
 */
export async function insertUpdates(db: Pick<Database, 'execute'>, rows: readonly LogEntry[]): Promise<void> {
	const values = sql.join(
		rows.map(
			({ boardId, document, personId, data }) =>
				sql`(${boardId}::text, ${document}::text, ${personId}::text, ${Buffer.from(data)}::bytea)`,
		),
		sql`, `,
	);
	const documents = [...new Set(rows.map(({ document }) => document))].sort();
	const written = await db.execute<{ id: string }>(sql`
		with locked as materialized (
			select count(pg_advisory_xact_lock(hashtextextended('log ' || name, 0)))
			from unnest(${sql.param(documents)}::text[]) as name)
		insert into updates (board_id, document, person_id, at, data)
		select v.b, v.d, v.p, clock_timestamp(), v.u from locked, (values ${values}) as v (b, d, p, u)
		where exists (select 1 from installation where generation = ${await generation()})
		returning id`);
	if (written.length < rows.length)
		throw new Error('The database was restored meanwhile: what was to be written belongs to the one before.');
}

export class UpdateLog {
	private queue: Waiting[] = [];
	private timer: NodeJS.Timeout | undefined;
	private writing = false;
	private writtenAt = -Infinity;
	/** Writes of each document that are not committed yet. */
	private readonly open = new Map<string, Set<Promise<void>>>();

	constructor(private readonly db: Database) {}

	/** Counts a write that goes another way among those that are on their way. */
	track(document: string, done: Promise<unknown>): void {
		const write = done.then(() => undefined);
		const open = this.open.get(document) ?? new Set();
		this.open.set(document, open.add(write));
		const forget = (): void => {
			open.delete(write);
			if (open.size === 0 && this.open.get(document) === open) this.open.delete(document);
		};
		write.then(forget, forget);
	}

	/** Resolves when the update is committed; rejects when it could not be written. */
	append(entry: LogEntry): Promise<void> {
		const done = new Promise<void>((resolve, reject) => this.queue.push({ entry, resolve, reject }));
		this.track(entry.document, done);
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
		const wait = performance.now() - this.writtenAt < BUSY_WITHIN_MS ? WINDOW.busy : WINDOW.alone;
		this.timer = setTimeout(() => void this.flush(), wait);
	}

	private async flush(): Promise<void> {
		this.timer = undefined;
		this.writing = true;
		const batch = this.queue.splice(0, MAX);
		try {
			await this.write(batch);
		} finally {
			this.writing = false;
			this.writtenAt = performance.now();
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
		await insertUpdates(
			this.db,
			batch.map(({ entry }) => entry),
		);
	}
}
