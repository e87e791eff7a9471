/**
 * Lays accepted themes out on the board: each theme a block with its heading and its notes in a grid
 * below, blocks side by side in rows ("shelf" packing: E. Coffman et al., 1980), below or beside what is
 * already there. No two notes overlap, whatever their sizes.
 */
import type { Box } from '../geometry/box';
import { overlaps } from '../geometry/box';

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

/** Distances inside and between themes, and the strip of the heading, in board units. */
export const THEME_SPACE = { gap: 14, edge: 16, between: 36, heading: 44 };

/** The block of one theme with its upper left corner at (0, 0). */
export function themeBlock(theme: ThemeToPlace): PlacedTheme {
	const { gap, edge, heading } = THEME_SPACE;
	const columns = Math.max(1, Math.min(4, Math.ceil(Math.sqrt(theme.notes.length * 0.9))));
	const notes: PlacedTheme['notes'] = [];
	let y = heading;
	let width = 0;
	for (let i = 0; i < theme.notes.length; i += columns) {
		const row = theme.notes.slice(i, i + columns);
		let x = edge;
		for (const note of row) {
			notes.push({ id: note.id, x, y });
			x += note.w + gap;
		}
		width = Math.max(width, x - gap + edge);
		y += Math.max(...row.map((note) => note.h)) + gap;
	}
	return { name: theme.name, box: { x: 0, y: 0, w: Math.max(220, width), h: y - gap + edge }, notes };
}

/**
 * Places themes from (x, y) on, in rows about `width` wide; rows move down past anything in `taken`.
 */
export function placeThemes(
	themes: readonly ThemeToPlace[],
	from: { x: number; y: number; width: number },
	taken: readonly Box[],
): PlacedTheme[] {
	const { between } = THEME_SPACE;
	const blocks = themes.map(themeBlock);
	const width = Math.max(from.width, ...blocks.map((block) => block.box.w));
	const placed: PlacedTheme[] = [];
	let x = 0;
	let y = 0;
	let rowHeight = 0;
	for (const block of blocks) {
		if (x > 0 && x + block.box.w > width) {
			x = 0;
			y += rowHeight + between;
			rowHeight = 0;
		}
		placed.push(shift(block, from.x + x, from.y + y));
		x += block.box.w + between;
		rowHeight = Math.max(rowHeight, block.box.h);
	}
	let down = 0;
	const blocked = (): Box | undefined =>
		taken.find((box) => placed.some((theme) => overlaps({ ...theme.box, y: theme.box.y + down }, box)));
	for (let box = blocked(); box; box = blocked()) {
		const highest = Math.min(...placed.map((theme) => theme.box.y));
		down = Math.max(down + 1, box.y + box.h + between - highest);
	}
	return down === 0 ? placed : placed.map((theme) => shift(theme, 0, down));
}

const shift = (theme: PlacedTheme, dx: number, dy: number): PlacedTheme => ({
	name: theme.name,
	box: { ...theme.box, x: theme.box.x + dx, y: theme.box.y + dy },
	notes: theme.notes.map((note) => ({ ...note, x: note.x + dx, y: note.y + dy })),
});
