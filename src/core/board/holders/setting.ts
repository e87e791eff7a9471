/** How the texts of a holder are set: its title, headings and cells. */
import { heightAt, layout, type LayoutOptions } from '../../text/layout';
import type { RichText } from '../../text/rich';
import { chalkOn, pigmentColours, type Surface } from '../colours';
import type { SceneContext } from '../drawing';
import type { Setting } from '../kinds/kind';
import type { ObjectOf } from '../objects';
import { formOf, formOfHolder, isTextCell, type HolderKind } from './forms';
import { laidOf, MIN_ROW, TITLE } from './layout';
import { HEAD, partOf, rowAndCol } from './parts';

export type Holder = ObjectOf<HolderKind>;

export const CELL_TEXT = 14;
const TITLE_TEXT = 17;
const CELL_PAD = { x: 9, y: 7 };
/** Room at the right of a heading for the number of things under it. */
export const COUNT_ROOM = 34;

/** Ink on the holder's own ground, and the surface whose chalks read well there. */
export function inkOf(holder: Holder, context: SceneContext): { ink: string; on: Surface } {
	const { fill } = holder.style;
	if (!fill || fill === 'none') return { ink: chalkOn('white', context.surface), on: context.surface };
	const { ink } = pigmentColours(fill);
	return { ink, on: ink === '#1D2421' ? 'linen' : 'slate' };
}

/** Whether the first row of a table is set as headings. */
export const hasHeadings = (holder: Holder): boolean =>
	formOfHolder(holder.kind).headings === 'first row' &&
	(holder.style as { headed?: boolean }).headed !== false;

const isHeading = (holder: Holder, row: string, col: string): boolean =>
	row === HEAD || col === HEAD || (hasHeadings(holder) && holder.parts?.rows[0]?.id === row);

const textOf = (holder: Holder, part: string | undefined): RichText =>
	part === undefined ? holder.text : (holder.parts?.cells[part] ?? []);

/** The room of a part in the holder's own coordinates; undefined when there is no such row or column. */
export function roomOf(
	holder: Holder,
	part: string | undefined,
): { x: number; y: number; w: number; h: number } | undefined {
	const laid = laidOf(holder);
	if (part === undefined) return { x: 2, y: 5, w: Math.max(40, holder.box[2] - 4), h: TITLE - 8 };
	if (!laid) return undefined;
	const { row, col } = rowAndCol(part);
	const down = row === HEAD ? laid.headRow : laid.rows.find(({ id }) => id === row);
	const across = col === HEAD ? laid.headCol : laid.cols.find(({ id }) => id === col);
	return down && across && { x: across.at, y: down.at, w: across.size, h: down.size };
}

function optionsOf(holder: Holder, part: string, w: number, h: number, context: SceneContext): LayoutOptions {
	const { row, col } = rowAndCol(part);
	return {
		room: { w, h },
		family: holder.style.family ?? 'sans',
		bold: isHeading(holder, row, col),
		align: 'left',
		stand: 'top',
		measure: context.measure,
	};
}

/** Room of the text in a cell, from the room of the cell. */
function inner(holder: Holder, row: string, cell: { x: number; y: number; w: number; h: number }) {
	const count = row === HEAD && formOfHolder(holder.kind).counts ? COUNT_ROOM : 0;
	return {
		x: cell.x + CELL_PAD.x,
		y: cell.y + CELL_PAD.y,
		w: Math.max(12, cell.w - 2 * CELL_PAD.x - count),
		h: Math.max(8, cell.h - 2 * CELL_PAD.y),
	};
}

/** How a part of a holder is set; its title when no part is named. */
export function setHolderText(holder: Holder, context: SceneContext, part?: string): Setting | undefined {
	const cell = roomOf(holder, part);
	if (!cell) return undefined;
	const family = holder.style.family ?? 'sans';
	if (part === undefined) {
		return {
			room: cell,
			laid: layout(holder.text, TITLE_TEXT, {
				room: { w: cell.w, h: cell.h },
				family,
				bold: true,
				align: 'left',
				stand: 'top',
				measure: context.measure,
			}),
			ink: chalkOn(holder.style.chalk, context.surface),
			family,
			bold: true,
			align: 'left',
			stand: 'top',
			on: context.surface,
		};
	}
	const { row, col } = rowAndCol(part);
	const room = inner(holder, row, cell);
	const options = optionsOf(holder, part, room.w, room.h, context);
	return {
		room,
		laid: layout(textOf(holder, part), holder.style.size ?? CELL_TEXT, options),
		...inkOf(holder, context),
		family,
		bold: isHeading(holder, row, col),
		align: 'left',
		stand: 'top',
	};
}

/** Parts that can be written in, in reading order: headings, then cell by cell. */
export function textParts(holder: Holder): string[] {
	const form = formOf(holder.kind)!;
	const rows = [
		...(form.headRow ? [HEAD] : []),
		...(form.rows ? (holder.parts?.rows ?? []).map(({ id }) => id) : []),
	];
	const cols = [...(form.headCol ? [HEAD] : []), ...(holder.parts?.cols ?? []).map(({ id }) => id)];
	return rows.flatMap((row) =>
		cols.flatMap((col) =>
			isTextCell(form, row, col) && !(row === HEAD && col === 'done') ? partOf(row, col) : [],
		),
	);
}

/** Heights that rows need so that all their text can be read; the row of headings is `head`. */
export function neededRows(holder: Holder, context: SceneContext): Map<string, number> {
	const needed = new Map<string, number>();
	for (const part of textParts(holder)) {
		const { row } = rowAndCol(part);
		const cell = roomOf(holder, part);
		if (!cell) continue;
		const { w, h } = inner(holder, row, cell);
		const text = textOf(holder, part);
		const size = holder.style.size ?? CELL_TEXT;
		const height = heightAt(text, size, optionsOf(holder, part, w, h, context)) + 2 * CELL_PAD.y;
		needed.set(row, Math.max(needed.get(row) ?? MIN_ROW, Math.ceil(height)));
	}
	return needed;
}
