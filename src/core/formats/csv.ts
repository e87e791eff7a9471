/**
 * Notes and other objects as a table (RFC 4180), safe to open in a spreadsheet: a cell that a spreadsheet
 * would take for a formula gets an apostrophe in front (OWASP, "CSV injection").
 */
import { chosenObjects } from './chosen';
import type { ExportedFile, ExportInput } from './exports';
import Papa from 'papaparse';
import type { BoardQuery } from '../board/model/query';
import type { BoardObject } from '../board/objects';
import { objectRows } from './object-rows';
import { textFile } from './text-file';

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
	'nods',
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
	const rows = objectRows(model, objects).map((row) =>
		CSV_COLUMNS.map((column) =>
			column === 'made' || column === 'changed' ? time(row[column]) : row[column],
		),
	);
	const fields = CSV_COLUMNS.map((column) => headings?.[column] ?? column);
	return (
		'\uFEFF' + Papa.unparse({ fields, data: rows }, { escapeFormulae: FORMULA, newline: '\r\n' }) + '\r\n'
	);
}

export const csvFile = async (input: ExportInput): Promise<ExportedFile> =>
	textFile(csvOf(input.model, chosenObjects(input), input.words?.workbook.columns));
