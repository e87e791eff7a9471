/**
 * Lays accepted themes out on the board: each theme a block with its heading and its notes in a grid
 * below, blocks side by side in rows ("shelf" packing: E. Coffman et al., 1980), below or beside what is
 * already there. No two notes overlap, whatever their sizes.
 */
import { BETWEEN_FRAMES, LEAST_FRAME, layTheme } from '../board/holders/theme-layout';
import { overlaps, type Box } from '../geometry/box';

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
	const width = Math.max(from.width, ...blocks.map((block) => block.box.w));
	const placed: PlacedTheme[] = [];
	let x = 0;
	let y = 0;
	let rowHeight = 0;
	for (const block of blocks) {
		if (x > 0 && x + block.box.w > width) {
			x = 0;
			y += rowHeight + BETWEEN_FRAMES;
			rowHeight = 0;
		}
		placed.push(shift(block, from.x + x, from.y + y));
		x += block.box.w + BETWEEN_FRAMES;
		rowHeight = Math.max(rowHeight, block.box.h);
	}
	let down = 0;
	const blocked = (): Box | undefined =>
		taken.find((box) => placed.some((theme) => overlaps({ ...theme.box, y: theme.box.y + down }, box)));
	for (let box = blocked(); box; box = blocked()) {
		const highest = Math.min(...placed.map((theme) => theme.box.y));
		down = Math.max(down + 1, box.y + box.h + BETWEEN_FRAMES - highest);
	}
	return down === 0 ? placed : placed.map((theme) => shift(theme, 0, down));
}

const shift = (theme: PlacedTheme, dx: number, dy: number): PlacedTheme => ({
	name: theme.name,
	box: { ...theme.box, x: theme.box.x + dx, y: theme.box.y + dy },
	notes: theme.notes.map((note) => ({ ...note, x: note.x + dx, y: note.y + dy })),
});
