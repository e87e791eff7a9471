/** What holders look like, and what of them is under the hand. */
import { holdsPoint, inflate, type Point } from '../../geometry/box';
import { isEmpty } from '../../text/rich';
import { chalkOn, pigmentColours, SURFACE_COLOURS } from '../colours';
import type { Drawing, Primitive, SceneContext } from '../drawing';
import { boxOf } from '../kinds/outline';
import { textItems } from '../kinds/kind';
import { formOfHolder, isOpen, NODS_COL } from './forms';
import { laidOf, localPoint, TITLE, type Laid, type LaidTrack } from './layout';
import { partOf } from './parts';
import { hasHeadings, inkOf, setHolderText, textParts, type Holder } from './setting';

const RADIUS = 6;
const SMALL = 12.5;
/** Side of the box that is ticked when an item is done. */
const TICK = 16;
const SANS = { family: 'sans', bold: false, italic: false } as const;
const BOLD = { family: 'sans', bold: true, italic: false } as const;

const line = (x1: number, y1: number, x2: number, y2: number, stroke: string, width = 1): Primitive => ({
	type: 'path',
	points: [
		[x1, y1],
		[x2, y2],
	],
	closed: false,
	stroke,
	width,
});

function words(
	text: string,
	x: number,
	y: number,
	most: number,
	fill: string,
	context: SceneContext,
	face: typeof SANS | typeof BOLD = SANS,
	size = SMALL,
): Primitive[] {
	const widthOf = (part: string): number => context.measure(part, face) * size;
	let shown = text;
	while (shown.length > 1 && widthOf(shown + (shown === text ? '' : '…')) > most) shown = shown.slice(0, -1);
	if (shown !== text) shown += '…';
	return shown === ''
		? []
		: [{ type: 'text', x, y, width: widthOf(shown), text: shown, size, face, fill, part: '' }];
}

/** Ground, lines between rows and columns, and the strip of headings. */
function frame(holder: Holder, laid: Laid, context: SceneContext): Primitive[] {
	const { fill, chalk } = holder.style;
	const stroke = chalkOn(chalk, context.surface);
	const isFilled = fill !== undefined && fill !== 'none';
	const body = { type: 'rect', x: 0, y: TITLE, w: laid.w, h: laid.h - TITLE, r: RADIUS } as const;
	const items: Primitive[] = [
		{ ...body, fill: isFilled ? pigmentColours(fill).ground : SURFACE_COLOURS[context.surface].field },
	];
	const strip = laid.headRow ?? (hasHeadings(holder) ? laid.rows[0] : undefined);
	const tint = isFilled ? pigmentColours(fill).band : stroke + '2E';
	if (strip) items.push({ type: 'rect', x: 0, y: strip.at, w: laid.w, h: strip.size, r: RADIUS, fill: tint });
	if (laid.headCol && laid.headRow) {
		const { at, size } = laid.headRow;
		items.push({
			type: 'rect',
			x: 0,
			y: at + size,
			w: laid.headCol.size,
			h: laid.h - at - size,
			r: 0,
			fill: isFilled ? tint : stroke + '16',
		});
	}
	if (context.coarse) return items;
	const faint = isFilled ? pigmentColours(fill).ink + '40' : stroke + '59';
	const first = formOfHolder(holder.kind).ruled ? laid.cols.slice(laid.headCol ? 0 : 1) : [];
	for (const { at } of first) items.push(line(at, TITLE, at, laid.h, faint));
	for (const { at } of laid.rows.slice(laid.headRow ? 0 : 1)) items.push(line(0, at, laid.w, at, faint));
	items.push({ ...body, stroke: stroke + 'B0', width: 1.5 });
	return items;
}

/** How many things lie in each column, beside its heading. */
function counts(laid: Laid, ink: string, context: SceneContext): Primitive[] {
	const strip = laid.headRow;
	if (!strip) return [];
	return laid.cols.flatMap(({ at, size, count = 0 }): Primitive[] => {
		const text = String(count);
		const width = context.measure(text, BOLD) * SMALL;
		const w = Math.max(22, width + 12);
		const x = at + size - w - 8;
		const y = strip.at + 8;
		return [
			{ type: 'rect', x, y, w, h: 19, r: 9.5, stroke: ink + '90', width: 1.2, fine: true },
			{
				type: 'text',
				x: x + (w - width) / 2,
				y: y + 13.8,
				width,
				text,
				size: SMALL,
				face: BOLD,
				fill: ink,
				part: '',
			},
		];
	});
}

/** A tick and a number at the end of a line: faint while nobody has nodded. */
function lineNods(
	holder: Holder,
	row: LaidTrack,
	col: LaidTrack,
	ink: string,
	context: SceneContext,
): Primitive[] {
	const count = holder.parts?.nods[row.id]?.length ?? 0;
	const y = row.at + 16;
	const x = col.at + 10;
	const fill = count > 0 ? ink : ink + '66';
	return [
		{
			type: 'path',
			points: [
				[x, y],
				[x + 4, y + 4],
				[x + 11, y - 5],
			],
			closed: false,
			stroke: fill,
			width: 2,
			fine: true,
		},
		...(count > 0 ? words(String(count), x + 17, y + 4.5, col.size - 20, ink, context, BOLD) : []),
	];
}

/** Who does it, until when (as YYYY-MM-DD, which reads the same everywhere), who signed it off, and the tick. */
function facts(holder: Holder, row: LaidTrack, laid: Laid, ink: string, context: SceneContext): Primitive[] {
	const known = holder.parts?.facts[row.id] ?? {};
	const y = row.at + 20.5;
	return laid.cols.flatMap(({ id, at, size }): Primitive[] => {
		const put = (text: string): Primitive[] => words(text, at + 9, y, size - 16, ink, context);
		if (id === 'person') return put(known.person?.name ?? '');
		if (id === 'due') return put(known.due ?? '');
		if (id === 'signed') return put(known.signed?.name ?? '');
		if (id !== 'done') return [];
		const x = at + (size - TICK) / 2;
		const top = row.at + 8;
		return [
			{ type: 'rect', x, y: top, w: TICK, h: TICK, r: 3, stroke: ink, width: 1.4, fine: true },
			...(known.done
				? [
						{
							type: 'path',
							points: [
								[x + 3.4, top + 8.2],
								[x + 6.8, top + 11.8],
								[x + 13, top + 4.2],
							],
							closed: false,
							stroke: ink,
							width: 2.2,
						} as const,
					]
				: []),
		];
	});
}

export function drawHolder(holder: Holder, context: SceneContext): Drawing {
	const box = boxOf(holder.box);
	const laid = laidOf(holder);
	if (!laid) return { box, items: [] };
	const items = frame(holder, laid, context);
	if (context.coarse) return { box, items };
	const { ink } = inkOf(holder, context);
	if (!isEmpty(holder.text)) items.push(...textItems(setHolderText(holder, context)!));
	for (const part of textParts(holder)) {
		if (isEmpty(holder.parts?.cells[part] ?? [])) continue;
		const setting = setHolderText(holder, context, part);
		if (setting)
			items.push(...textItems(setting).map((item) => (item.type === 'text' ? { ...item, part } : item)));
	}
	const form = formOfHolder(holder.kind);
	if (form.counts) items.push(...counts(laid, ink, context));
	const nods = laid.cols.find(({ id }) => id === NODS_COL);
	for (const row of laid.rows) {
		if (nods) items.push(...lineNods(holder, row, nods, ink, context));
		if (form.items) items.push(...facts(holder, row, laid, ink, context));
	}
	return { box, items };
}

/** What of a holder lies at a point of the board. */
export interface HolderSpot {
	/** The cell, as `row:col`; undefined in the line of the title. */
	part?: string;
	row?: string;
	col?: string;
	/** The column whose right edge is there, or the lane whose lower one is. */
	edge?: { axis: 'row' | 'col'; id: string };
}

/** What of a holder is at a point; undefined outside it. `reach` is the slack for edges, board units. */
export function spotAt(holder: Holder, p: Point, reach: number): HolderSpot | undefined {
	const laid = laidOf(holder);
	if (!laid) return undefined;
	const { x, y } = localPoint(holder.box, p);
	if (!holdsPoint(inflate({ x: 0, y: 0, w: laid.w, h: laid.h }, reach), { x, y })) return undefined;
	if (y < TITLE) return {};
	const holds = (at: number) => (track: LaidTrack) => at >= track.at && at < track.at + track.size;
	const row = [...(laid.headRow ? [laid.headRow] : []), ...laid.rows].find(holds(y))?.id;
	const col = [...(laid.headCol ? [laid.headCol] : []), ...laid.cols].find(holds(x))?.id;
	const endsAt =
		(p: number) =>
		({ at, size }: LaidTrack): boolean =>
			Math.abs(at + size - p) <= reach;
	const right = laid.cols.find(endsAt(x))?.id;
	const lower = isOpen(holder) ? laid.rows.find(endsAt(y))?.id : undefined;
	return {
		...(row !== undefined && col !== undefined ? { part: partOf(row, col), row, col } : {}),
		...(right !== undefined
			? { edge: { axis: 'col' as const, id: right } }
			: lower !== undefined
				? { edge: { axis: 'row' as const, id: lower } }
				: {}),
	};
}
