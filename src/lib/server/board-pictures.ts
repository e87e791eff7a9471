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

const { boardPictures, boards } = schema;

/** How wide a picture is, px: twice as wide as it is shown, for screens that are dense. */
const WIDTH = 560;
/** Room round what is on the sheet, board units. */
const MARGIN = 60;
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
