/**
 * Notes and other objects as a table (RFC 4180), safe to open in a spreadsheet: a cell that a spreadsheet
 * would take for a formula gets an apostrophe in front (OWASP, "CSV injection").
 */
import { chosenObjects } from './chosen';
import type { ExportedFile, ExportInput } from './exports';
import { isConnector, isShape } from '../board/kinds/guards';
import Papa from 'papaparse';
import type { BoardQuery } from '../board/model/query';
import type { BoardObject } from '../board/objects';
import { HEAD, partOf } from '../board/holders/parts';
import { wordsOf } from '../board/words';
import { plainText } from '../text/rich';

export const CSV_COLUMNS = [
	'text',
	'author',
	'kind',
	'theme',
	'field',
	'sheet',
	'x',
	'y',
	'width',
	'height',
	'colour',
	'made',
	'changed',
	'id',
	/** The form of a shape. */
	'shape',
	/** The holder that a card lies in, and its column and row there. */
	'holder',
	'column',
	'row',
	/** What a connector leads from and to. */
	'from',
	'to',
] as const;

/** What the columns of the table are called. */
export type CsvHeadings = Readonly<Record<(typeof CSV_COLUMNS)[number], string>>;

/** Signs that start a formula, also behind spaces and tabs, and full-width forms of the same signs. */
const FORMULA = /^[\s"']*[=+\-@\t\r＝＋－＠|%]/;

const time = (ms: number): string => (Number.isFinite(ms) ? new Date(ms).toISOString() : '');

/**
 * A table of the given objects, one a row, sorted by sheet and reading order. Starts with a byte
 * order mark.
 * @param headings what the columns are called, where not by their names
 */
export function csvOf(model: BoardQuery, objects: readonly BoardObject[], headings?: CsvHeadings): string {
	const sheetTitles = new Map(model.sheets.map((sheet) => [sheet.id, sheet.title]));
	const order = new Map(model.sheets.map((sheet, i) => [sheet.id, i]));
	const sorted = [...objects].sort(
		(a, b) =>
			(order.get(a.sheet) ?? 0) - (order.get(b.sheet) ?? 0) ||
			a.box[1] - b.box[1] ||
			a.box[0] - b.box[0] ||
			(a.id < b.id ? -1 : 1),
	);
	const rows = sorted.map((object) => {
		const theme = object.theme ? model.find(object.theme) : undefined;
		const field = model.fieldOf(object);
		return [
			wordsOf(object),
			object.by[1],
			object.kind,
			theme ? plainText(theme.text) : '',
			field ? plainText(field.text) : '',
			sheetTitles.get(object.sheet) ?? '',
			...object.box.slice(0, 4).map((value) => Math.round(value)),
			'pigment' in object.style ? object.style.pigment : 'chalk' in object.style ? object.style.chalk : '',
			time(object.made),
			time(object.changed),
			object.id,
			isShape(object) ? object.style.shape : '',
			...placeOf(model, object),
			...endsOf(model, object),
		];
	});
	const fields = CSV_COLUMNS.map((column) => headings?.[column] ?? column);
	return (
		'\uFEFF' + Papa.unparse({ fields, data: rows }, { escapeFormulae: FORMULA, newline: '\r\n' }) + '\r\n'
	);
}

/**
 * The words of a holder, and of the column and the row in which a card lies; numbers where those
 * have no heading.
 */
function placeOf(model: BoardQuery, { held }: BoardObject): [string, string, string] {
	const holder = held && model.find(held.in);
	if (!held || !holder?.parts) return ['', '', ''];
	const { rows, cols, cells } = holder.parts;
	const heading = (part: string, index: number): string =>
		plainText(cells[part] ?? []).trim() || (index < 0 ? '' : String(index + 1));
	const column = heading(
		partOf(HEAD, held.col),
		cols.findIndex(({ id }) => id === held.col),
	);
	const row = heading(
		partOf(held.row, HEAD),
		rows.findIndex(({ id }) => id === held.row),
	);
	return [plainText(holder.text), column, row];
}

/** The words of what a connector leads from and to. */
function endsOf(model: BoardQuery, object: BoardObject): [string, string] {
	if (!isConnector(object)) return ['', ''];
	const [from, to] = object.ends.map((end) => {
		const tied = 'object' in end ? model.find(end.object) : undefined;
		return tied ? wordsOf(tied) : '';
	});
	return [from ?? '', to ?? ''];
}

export const csvFile = async (input: ExportInput): Promise<ExportedFile> => ({
	body: new TextEncoder().encode(csvOf(input.model, chosenObjects(input), input.headings)),
});
