/**
 * Lays accepted themes out on the board: each theme a block with its heading and its notes in a grid
 * below, blocks side by side in rows ("shelf" packing: E. Coffman et al., 1980), below or beside what is
 * already there. No two notes overlap, whatever their sizes.
 */
import { BETWEEN_FRAMES, LEAST_FRAME, layTheme } from '../board/holders/theme-layout';
import { overlaps, type Box, type Point } from '../geometry/box';

export interface SizedNote {
	id: string;
	w: number;
	h: number;
}

export interface ThemeToPlace {
	name: string;
	notes: SizedNote[];
}

export interface PlacedTheme {
	name: string;
	box: Box;
	notes: { id: string; x: number; y: number }[];
}

/** The block of one theme with its upper left corner at (0, 0), as its frame lays itself out. */
export function themeBlock(theme: ThemeToPlace): PlacedTheme {
	const cards = theme.notes.map(({ id, w, h }, i) => ({ id, w, h, row: '', col: '', at: orderKey(i) }));
	const { laid, places } = layTheme([0, 0, LEAST_FRAME.w, LEAST_FRAME.h, 0], cards);
	return {
		name: theme.name,
		box: { x: 0, y: 0, w: laid.w, h: laid.h },
		notes: theme.notes.map(({ id }) => ({ id, ...places.get(id)! })),
	};
}

/** Sorts as its number does. */
const orderKey = (i: number): string => String(i).padStart(6, '0');

/**
 * Places themes from (x, y) on, in rows about `width` wide; rows move down past anything in `taken`.
 */
export function placeThemes(
	themes: readonly ThemeToPlace[],
	from: { x: number; y: number; width: number },
	taken: readonly Box[],
): PlacedTheme[] {
	const blocks = themes.map(themeBlock);
	const places = placeFrames(
		blocks.map(({ box }) => box),
		from,
		taken,
	);
	return blocks.map((block, i) => shift(block, places[i]!.x, places[i]!.y));
}

/** Upper left corners of frames of these sizes, placed as themes are. */
export function placeFrames(
	sizes: readonly Pick<Box, 'w' | 'h'>[],
	from: { x: number; y: number; width: number },
	taken: readonly Box[],
): Point[] {
	const width = Math.max(from.width, ...sizes.map(({ w }) => w));
	const placed: Box[] = [];
	let x = 0;
	let y = 0;
	let rowHeight = 0;
	for (const { w, h } of sizes) {
		if (x > 0 && x + w > width) {
			x = 0;
			y += rowHeight + BETWEEN_FRAMES;
			rowHeight = 0;
		}
		placed.push({ x: from.x + x, y: from.y + y, w, h });
		x += w + BETWEEN_FRAMES;
		rowHeight = Math.max(rowHeight, h);
	}
	let down = 0;
	const blocked = (): Box | undefined =>
		taken.find((box) => placed.some((frame) => overlaps({ ...frame, y: frame.y + down }, box)));
	for (let box = blocked(); box; box = blocked())
		down = Math.max(down + 1, box.y + box.h + BETWEEN_FRAMES - from.y);
	return placed.map((frame) => ({ x: frame.x, y: frame.y + down }));
}

const shift = (theme: PlacedTheme, dx: number, dy: number): PlacedTheme => ({
	name: theme.name,
	box: { ...theme.box, x: theme.box.x + dx, y: theme.box.y + dy },
	notes: theme.notes.map((note) => ({ ...note, x: note.x + dx, y: note.y + dy })),
});
