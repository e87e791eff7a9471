/**
 * A sheet or a field as a poster: pages to print, trim at the marks and put together, and a plan of
 * how.
 */
import type { Primitive } from '../board/drawing';
import type { ExportedFile, ExportInput, ExportServices } from './exports';
import { pagesOf } from './pages';
import { fitInto, millimetres } from './paper';
import type { PdfPage, PdfPicture } from './pdf';
import { POSTER_MARGIN, rowName, USUAL_POSTER, type PosterPlan } from './poster';
import { posterPlanOf } from './poster-plan';
import type { Face, Measure } from '../text/fonts';
import type { Box } from '../geometry/box';

const INK = '#1D2421';
const FACE: Face = { family: 'sans', bold: true, italic: false };
/** Length of a mark, and how far it stays from what is cut, points. */
const MARK = { length: millimetres(5), gap: millimetres(1.5) };

/** Name of a sheet of paper on the poster. */
export const sheetName = (row: number, column: number): string => `${rowName(row)}${column + 1}`;

const label = (text: string, x: number, y: number, size: number, measure: Measure): Primitive => ({
	type: 'text',
	x,
	y,
	text,
	size,
	face: FACE,
	fill: INK,
	width: measure(text, FACE) * size,
});
const line = (x1: number, y1: number, x2: number, y2: number, width = 0.5): Primitive => ({
	type: 'path',
	points: [
		[x1, y1],
		[x2, y2],
	],
	closed: false,
	stroke: INK,
	width,
});

/** One sheet of paper: its part, marks where it is trimmed, and where it belongs. */
function sheetPage(
	picture: PdfPicture,
	plan: PosterPlan,
	row: number,
	column: number,
	title: string,
	measure: Measure,
): PdfPage {
	const { scale, page } = plan;
	const [across, down] = [plan.columns[column]!, plan.rows[row]!];
	const view: Box = { x: across.from, y: down.from, w: across.to - across.from, h: down.to - down.from };
	const at: Box = { x: POSTER_MARGIN, y: POSTER_MARGIN, w: view.w * scale, h: view.h * scale };
	const items: Primitive[] = [];
	const [right, bottom] = [at.x + at.w, at.y + at.h];
	for (const cut of [plan.cutsX[column - 1], plan.cutsX[column]]) {
		if (cut === undefined) continue;
		const x = at.x + (cut - view.x) * scale;
		items.push(line(x, at.y - MARK.gap - MARK.length, x, at.y - MARK.gap));
		items.push(line(x, bottom + MARK.gap, x, bottom + MARK.gap + MARK.length));
	}
	for (const cut of [plan.cutsY[row - 1], plan.cutsY[row]]) {
		if (cut === undefined) continue;
		const y = at.y + (cut - view.y) * scale;
		items.push(line(at.x - MARK.gap - MARK.length, y, at.x - MARK.gap, y));
		items.push(line(right + MARK.gap, y, right + MARK.gap + MARK.length, y));
	}
	const name = sheetName(row, column);
	items.push(
		label(`${name} · ${title}`, POSTER_MARGIN + millimetres(8), page.h - millimetres(3.5), 9, measure),
	);
	return { size: page, bookmark: { title: name, under: [] }, pictures: [{ ...picture, view, at }], items };
}

/** The first page: the whole, small, with where it is cut and what each sheet is called. */
function planPage(picture: PdfPicture, plan: PosterPlan, title: string, measure: Measure): PdfPage {
	const { page, columns, rows } = plan;
	const margin = millimetres(15);
	const room = { x: margin, y: margin + 30, w: page.w - 2 * margin, h: page.h - 2 * margin - 30 };
	const at = fitInto(picture.view, room);
	const scale = at.w / picture.view.w;
	const x = (unit: number): number => at.x + (unit - picture.view.x) * scale;
	const y = (unit: number): number => at.y + (unit - picture.view.y) * scale;
	const items: Primitive[] = [
		label(title, margin, margin + 8, 16, measure),
		{ type: 'rect', ...at, r: 0, stroke: INK, width: 0.8 },
		...plan.cutsX.map((cut) => line(x(cut), at.y, x(cut), at.y + at.h, 1)),
		...plan.cutsY.map((cut) => line(at.x, y(cut), at.x + at.w, y(cut), 1)),
	];
	rows.forEach((down, row) =>
		columns.forEach((across, column) => {
			const name = sheetName(row, column);
			const [cx, cy] = [x((across.from + across.to) / 2), y((down.from + down.to) / 2)];
			const width = measure(name, FACE) * 14;
			items.push({
				type: 'rect',
				x: cx - width / 2 - 5,
				y: cy - 11,
				w: width + 10,
				h: 20,
				r: 4,
				fill: '#FFFFFF',
				stroke: INK,
				width: 0.6,
			});
			items.push(label(name, cx - width / 2, cy + 4, 14, measure));
		}),
	);
	return { size: page, bookmark: { title, under: [] }, pictures: [{ ...picture, at }], items };
}

export async function posterFile(input: ExportInput, services: ExportServices): Promise<ExportedFile> {
	const { model, title, author = '', language = 'en', colours = 'screen', poster = USUAL_POSTER } = input;
	const sheet = input.sheet ?? model.sheets[0]?.id;
	const [shown] = pagesOf({ ...input, sheet }, { by: 'sheets', colours }, services.measure);
	const { view, ground, backdrop, drawings } = shown!;
	const picture: PdfPicture = { view, at: view, ground, backdrop, drawings };
	const plan = posterPlanOf(picture, poster);
	const pages = plan.rows.flatMap((_, row) =>
		plan.columns.map((_, column) => sheetPage(picture, plan, row, column, title, services.measure)),
	);
	const first = pages.length > 1 ? [planPage(picture, plan, title, services.measure)] : [];
	return { body: await services.pdf({ title, author, language, pages: [...first, ...pages] }) };
}
