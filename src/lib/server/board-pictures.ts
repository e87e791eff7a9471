/**
 * Small pictures of boards for the lists of them: made when a board has changed, kept in the
 * database, and sent with the page.
 */
import { renderAsync } from '@resvg/resvg-js';
import { eq, inArray, sql } from 'drizzle-orm';
import sharp from 'sharp';
import { groundOf } from '$core/board/ground';
import type { BoardModel } from '$core/board/model/model';
import { pictureOf as scenePicture } from '$core/board/scene';
import { svgOf } from '$core/formats/svg';
import { roughMeasure } from '$core/text/fonts';
import type { ListedBoard } from '$core/boards/list';
import { database, schema, type Database } from './db';
import { log } from './log';
import { isWorkerBuilt, workerOf } from './worker-pool';

const { boardPictures, boards } = schema;

/** How wide a picture is, px: twice as wide as it is shown, for screens that are dense. */
const WIDTH = 560;
/** Room round what is on the sheet, board units. */
const MARGIN = 60;
/** Objects from which on a picture is drawn in a process of its own. */
const LARGE = 2000;
/** How far apart the pictures of one board are at least, ms. */
const INTERVAL_MS = 10_000;
/** So many pictures are sent with a page; the others are fetched when they come into sight. */
const SENT = 24;

/** What is on the first sheet, without its text, as WebP; the bare ground where nothing is. */
async function drawPicture(model: BoardModel): Promise<Uint8Array> {
	const sheet = model.sheets[0];
	const ground = groundOf(sheet);
	const picture = sheet && scenePicture(model, model.onSheet(sheet.id), ground, roughMeasure, MARGIN);
	const view = picture?.view ?? { x: 0, y: 0, w: 20, h: 10 };
	const coarse = picture?.drawings.map((drawing) => ({
		...drawing,
		items: drawing.items.filter((item) => item.type !== 'text' && !item.fine),
	}));
	const svg = svgOf(coarse ?? [], {
		view,
		ground: picture?.ground ?? ground.colour,
		title: '',
		scale: WIDTH / view.w,
	});
	const drawn = await renderAsync(svg, { font: { loadSystemFonts: false } });
	return sharp(drawn.asPng()).webp({ quality: 78 }).toBuffer();
}

/**
 * Draws a board and keeps its picture.
 * @param model the board as it is in the database now
 */
export async function keepPicture(db: Database, boardId: string, model: BoardModel): Promise<void> {
	// Before it is looked at: what is changed meanwhile makes it old again.
	const madeAt = new Date();
	const data = await drawPicture(model);
	await db
		.insert(boardPictures)
		.values({ boardId, data, madeAt })
		.onConflictDoUpdate({ target: boardPictures.boardId, set: { data, madeAt } });
}

/** The picture of a board, if one was ever made, and whether the board has changed since. */
export async function pictureOf(boardId: string): Promise<{ data: Uint8Array; isOld: boolean } | undefined> {
	const [found] = await database()
		.db.select({
			data: boardPictures.data,
			isOld: sql<boolean>`${boardPictures.madeAt} < ${boards.changedAt}`,
		})
		.from(boardPictures)
		.innerJoin(boards, eq(boards.id, boardPictures.boardId))
		.where(eq(boardPictures.boardId, boardId));
	return found;
}

/** Pictures that are as new as their boards, as addresses that hold all of them, by board. */
export async function picturesFor(listed: readonly ListedBoard[]): Promise<Record<string, string>> {
	const shown = listed.filter(({ open, deletedAt }) => open && deletedAt === undefined).slice(0, SENT);
	if (shown.length === 0) return {};
	const changedAt = new Map(shown.map((board) => [board.id, board.changedAt]));
	const kept = await database()
		.db.select()
		.from(boardPictures)
		.where(inArray(boardPictures.boardId, [...changedAt.keys()]));
	return Object.fromEntries(
		kept
			.filter(({ boardId, madeAt }) => madeAt.getTime() >= changedAt.get(boardId)!)
			.map(({ boardId, data }) => [
				boardId,
				`data:image/webp;base64,${Buffer.from(data).toString('base64')}`,
			]),
	);
}

/** What reads boards as they are now. */
interface Reader {
	read: <T>(boardId: string, work: (model: BoardModel) => T | Promise<T>) => Promise<T>;
}

/** Makes pictures of boards that change, not too often and one after the other. */
export class PictureMaker {
	/** Boards whose picture was just made, and whether they have changed since. */
	private readonly resting = new Map<string, { changed: boolean }>();
	private readonly making = new Map<string, Promise<void>>();
	private line: Promise<unknown> = Promise.resolve();

	constructor(
		private readonly reader: Reader,
		private readonly intervalMs = INTERVAL_MS,
	) {}

	/** A board was changed: its picture is made soon. */
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
	 * Makes the picture of a board as it is now; who asks while it is being made gets the same one.
	 * What goes wrong is reported.
	 */
	make(boardId: string): Promise<void> {
		const making = this.making.get(boardId);
		if (making) return making;
		const made = this.draw(boardId)
			.catch((error: unknown) => log.error({ err: error, board: boardId }, 'no picture was made of a board'))
			.finally(() => this.making.delete(boardId));
		this.making.set(boardId, made);
		return made;
	}

	/** Small boards are drawn here, one after the other; large ones beside the server. */
	private async draw(boardId: string): Promise<void> {
		const turn = this.line.then(() =>
			this.reader.read(boardId, async (model) => {
				if (model.objects.size > LARGE && isWorkerBuilt('pictures')) return 'large';
				await keepPicture(database().db, boardId, model);
				return 'kept';
			}),
		);
		this.line = turn.catch(() => undefined);
		if ((await turn) === 'large') await workerOf<string, void>('pictures', 'child_process').ask(boardId);
	}
}
