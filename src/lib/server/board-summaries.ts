/**
 * What lists of boards and the search over them know of a board, its picture and its texts: made
 * anew when it has changed.
 */
import { and, eq, isNull, lt, or } from 'drizzle-orm';
import type { BoardModel } from '$core/board/model/model';
import { keepPicture } from './board-pictures';
import { keepTexts } from './board-texts';
import { database, schema, type Database } from './db';
import { log } from './log';
import { once } from './once';
import { isWorkerBuilt, workerOf } from './worker-pool';

const { boardPictures, boards } = schema;

/** Objects from which on a board is looked at in a process of its own. */
const LARGE = 2000;
/** How far apart the summaries of one board are at least, ms. */
const INTERVAL_MS = 10_000;
/** How long after the start old ones are looked for, ms. */
const AFTER_START_MS = 8000;

/**
 * Makes the summary of a board and keeps it.
 * @param model the board as it is in the database now
 */
export async function keepSummary(db: Database, boardId: string, model: BoardModel): Promise<void> {
	await keepTexts(db, boardId, model);
	// Last: its time says how old the summary is.
	await keepPicture(db, boardId, model);
}

/** What reads boards as they are now. */
interface Reader {
	read: <T>(boardId: string, work: (model: BoardModel) => T | Promise<T>) => Promise<T>;
}

/** Keeps summaries of boards that change, not too often and one after the other. */
export class SummaryKeeper {
	/** Boards whose summary was just made, and whether they have changed since. */
	private readonly resting = new Map<string, { changed: boolean }>();
	private readonly making = new Map<string, Promise<void>>();
	private line: Promise<unknown> = Promise.resolve();

	constructor(
		private readonly reader: Reader,
		private readonly intervalMs = INTERVAL_MS,
	) {}

	/** A board was changed: its summary is made soon. */
	changed(boardId: string): void {
		const rest = this.resting.get(boardId);
		if (rest) {
			rest.changed = true;
			return;
		}
		// One that is being made may have been looked at before.
		this.resting.set(boardId, { changed: this.making.has(boardId) });
		void this.make(boardId).finally(() => {
			const timer = setTimeout(() => {
				const isDue = this.resting.get(boardId)?.changed;
				this.resting.delete(boardId);
				if (isDue) this.changed(boardId);
			}, this.intervalMs);
			timer.unref();
		});
	}

	/**
	 * Makes the summary of a board as it is now; who asks while it is being made gets the same one.
	 * What goes wrong is reported.
	 */
	make(boardId: string): Promise<void> {
		const making = this.making.get(boardId);
		if (making) return making;
		const made = this.keep(boardId)
			.catch((error: unknown) => log.error({ err: error, board: boardId }, 'no summary was made of a board'))
			.finally(() => this.making.delete(boardId));
		this.making.set(boardId, made);
		return made;
	}

	/** Small boards are looked at here, one after the other; large ones beside the server. */
	private async keep(boardId: string): Promise<void> {
		const turn = this.line.then(() =>
			this.reader.read(boardId, async (model) => {
				if (model.objects.size > LARGE && isWorkerBuilt('summaries')) return 'large';
				await keepSummary(database().db, boardId, model);
				return 'kept';
			}),
		);
		this.line = turn.catch(() => undefined);
		if ((await turn) === 'large') await workerOf<string, void>('summaries', 'child_process').ask(boardId);
	}
}

/**
 * Makes the summaries that are missing or old, one after the other: the server may have been away.
 * A while after the start: those who come back to their boards go first.
 */
export function makeMissing(summaries: SummaryKeeper): void {
	const look = async (): Promise<void> => {
		const old = await database()
			.db.select({ id: boards.id })
			.from(boards)
			.leftJoin(boardPictures, eq(boardPictures.boardId, boards.id))
			.where(
				and(
					isNull(boards.deletedAt),
					or(isNull(boardPictures.madeAt), lt(boardPictures.madeAt, boards.changedAt)),
				),
			);
		for (const { id } of old) await summaries.make(id);
	};
	once('missing summaries', () =>
		setTimeout(() => {
			look().catch((error: unknown) => log.error({ err: error }, 'old summaries could not be looked for'));
		}, AFTER_START_MS).unref(),
	);
}
