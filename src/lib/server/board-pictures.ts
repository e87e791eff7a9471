/**
 * Small pictures of boards for the lists of them: made when a board has changed, kept in the
 * database, and sent with the page.
 */
import { renderAsync } from '@resvg/resvg-js';
import { eq, inArray } from 'drizzle-orm';
import sharp from 'sharp';
import { groundOf } from '$core/board/ground';
import type { BoardModel } from '$core/board/model/model';
import { pictureOf } from '$core/board/scene';
import { svgOf } from '$core/formats/svg';
import { roughMeasure } from '$core/text/fonts';
import type { ListedBoard } from '$core/boards/list';
import { database, schema, type Database } from './db';
import { log } from './log';
import { isWorkerBuilt, workerOf } from './worker-pool';

const { boardPictures } = schema;

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
export async function drawPicture(model: BoardModel): Promise<Uint8Array> {
	const sheet = model.sheets[0];
	const ground = groundOf(sheet);
	const picture = sheet && pictureOf(model, model.onSheet(sheet.id), ground, roughMeasure, MARGIN);
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

/** Keeps a picture as the one of a board. */
export async function keepPicture(db: Database, boardId: string, data: Uint8Array): Promise<void> {
	const values = { data, madeAt: new Date() };
	await db
		.insert(boardPictures)
		.values({ boardId, ...values })
		.onConflictDoUpdate({ target: boardPictures.boardId, set: values });
}

/** The picture of a board as it was made last, if it ever was. */
export async function pictureKept(boardId: string): Promise<{ data: Uint8Array; madeAt: Date } | undefined> {
	const [found] = await database().db.select().from(boardPictures).where(eq(boardPictures.boardId, boardId));
	return found;
}

/** Pictures that are as new as their boards, as addresses that hold all of them, by board. */
export async function picturesFor(boards: readonly ListedBoard[]): Promise<Record<string, string>> {
	const shown = boards.filter(({ open, deletedAt }) => open && deletedAt === undefined).slice(0, SENT);
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
	private line: Promise<void> = Promise.resolve();

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
		this.resting.set(boardId, { changed: false });
		void this.make(boardId).finally(() => {
			const timer = setTimeout(() => {
				const isDue = this.resting.get(boardId)?.changed;
				this.resting.delete(boardId);
				if (isDue) this.changed(boardId);
			}, this.intervalMs);
			timer.unref();
		});
	}

	/** Makes the picture of a board as it is now. What goes wrong is reported. */
	make(boardId: string): Promise<void> {
		this.line = this.line
			.then(() =>
				this.reader.read(boardId, async (model) => {
					if (model.objects.size > LARGE && isWorkerBuilt('pictures'))
						await workerOf<string, void>('pictures', 'child_process').ask(boardId);
					else await keepPicture(database().db, boardId, await drawPicture(model));
				}),
			)
			.catch((error: unknown) => log.error({ err: error, board: boardId }, 'no picture was made of a board'));
		return this.line;
	}
}
