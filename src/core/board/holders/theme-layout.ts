/**
 * Where the notes of a theme stand: in rows below its name, in a frame that is as large as they
 * need, and no smaller than somebody has drawn it.
 */
import { REGION_TITLE } from '../kinds/region-title';
import type { BoxValues } from '../objects';
import { flow, inOrder, ONLY_ROW, type Card, type HolderLayout } from './flow';

/** Air round notes and between them, board units. */
const AIR = 14;
/** Notes side by side at most, where nobody has drawn the frame wider. */
const MAX_COLUMNS = 6;
/** The only column of a theme. */
export const ONLY_COLUMN = 'all';
/** Room that is kept between frames, board units. */
export const BETWEEN_FRAMES = 36;
/** A frame that nobody has drawn is as large as its notes need, and no smaller than this. */
export const LEAST_FRAME = { w: 220, h: 110 };

/** About as many notes beside each other as below each other. */
const columnsFor = (count: number): number =>
	Math.max(1, Math.min(MAX_COLUMNS, Math.ceil(Math.sqrt(count * 0.9))));

/** @param set the frame as it stands in the document, board units */
export function layTheme(set: BoxValues, cards: readonly Card[]): HolderLayout {
	const sorted = [...cards].sort(inOrder);
	const isEmpty = sorted.length === 0;
	const widest = Math.max(0, ...sorted.map(({ w }) => w));
	const columns = columnsFor(sorted.length);
	const w = isEmpty ? set[2] : Math.max(set[2], LEAST_FRAME.w, columns * (widest + AIR) + AIR);
	const places: HolderLayout['places'] = new Map();
	const put = (card: Card, x: number, y: number): void =>
		void places.set(card.id, { x, y: y + REGION_TITLE.theme - AIR / 2 });
	const needed = isEmpty ? 0 : flow(sorted, w, put, AIR) + REGION_TITLE.theme - AIR / 2;
	const h = Math.max(set[3], needed);
	const rows = [{ id: ONLY_ROW, at: REGION_TITLE.theme, size: h - REGION_TITLE.theme }];
	return { laid: { w, h, cols: [{ id: ONLY_COLUMN, at: 0, size: w }], rows }, places };
}
