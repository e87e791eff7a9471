/** What is written on a board as pages to read: field by field, as large as a letter. */
import type { Primitive } from '../board/drawing';
import { readingList } from '../board/ops/reading-list';
import { wordsOf } from '../board/words';
import { layout } from '../text/layout';
import type { Face, Measure } from '../text/fonts';
import { richFrom } from '../text/rich';
import type { ExportInput } from './exports';
import { chosenObjects } from './chosen';
import { millimetres, type Size } from './paper';
import type { PdfPage } from './pdf';

const INK = '#1D2421';
const QUIET = '#5A6460';
const PLAIN: Face = { family: 'sans', bold: false, italic: false };
const SIZES = { title: 20, head: 13, note: 10.5, writer: 8.5 };
/** A line with its room, in type sizes. */
const LINE = 1.28;

/**
 * Pages with everything that is written, each note with its writer.
 * @param heading what stands over the list
 */
export function noteListPages(input: ExportInput, heading: string, size: Size, measure: Measure): PdfPage[] {
	const margin = millimetres(20);
	const width = size.w - 2 * margin;
	const bottom = size.h - margin;
	const pages: PdfPage[] = [];
	let items: Primitive[] = [];
	let y = margin;
	const turnPage = (): void => {
		const isFirst = pages.length === 0;
		pages.push({
			size,
			pictures: [],
			items,
			...(isFirst ? { bookmark: { title: heading, under: [] } } : {}),
		});
		items = [];
		y = margin;
	};
	/** Puts lines down, on as many pages as they need; the first few stay together. */
	const put = (
		text: string,
		{
			type,
			bold = false,
			fill = INK,
			x = 0,
			together = 1,
		}: {
			type: number;
			bold?: boolean;
			fill?: string;
			x?: number;
			together?: number;
		},
	): void => {
		const room = { w: width - x, h: size.h };
		const laid = layout(richFrom(text), type, {
			room,
			family: 'sans',
			bold,
			align: 'left',
			stand: 'top',
			measure,
		});
		if (y + type * LINE * together > bottom && y > margin) turnPage();
		for (const line of laid.lines) {
			if (y + type * LINE > bottom && y > margin) turnPage();
			for (const run of line.runs)
				items.push({
					type: 'text',
					x: margin + x + run.x,
					y: y + type,
					width: run.width,
					text: run.text,
					size: type,
					face: run.face,
					fill,
				});
			y += type * LINE;
		}
	};
	put(heading, { type: SIZES.title, bold: true });
	const chosen = input.ids ? new Set(chosenObjects(input).map(({ id }) => id)) : undefined;
	for (const { title, sheet, objects } of readingList(input.model, 'fields')) {
		if (input.sheet !== undefined && sheet !== input.sheet) continue;
		const told = objects.filter(({ id }) => !chosen || chosen.has(id));
		if (told.length === 0) continue;
		y += 12;
		put(title, { type: SIZES.head, bold: true, together: 4 });
		y += 3;
		for (const object of told) {
			const top = y;
			put(wordsOf(object), { type: SIZES.note, x: 12 });
			// The dot stands where its note begins, on whichever page that is.
			const dotY = y < top ? margin : top;
			const first = items.find((item) => item.type === 'text' && item.y >= dotY && item.x >= margin + 12);
			if (first?.type === 'text')
				items.push({
					type: 'text',
					x: margin,
					y: first.y,
					width: 6,
					text: '•',
					size: SIZES.note,
					face: PLAIN,
					fill: QUIET,
				});
			const writer = object.by[1];
			if (writer) put(writer, { type: SIZES.writer, fill: QUIET, x: 12 });
			y += 4;
		}
	}
	turnPage();
	return pages;
}
