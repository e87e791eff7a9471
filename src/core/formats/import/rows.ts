/** Rows of spreadsheets and of tables as text, as they are read from files. */
import { unzipSync } from 'fflate';
import Papa from 'papaparse';
import { Fault } from '../../fault';

/** A sheet of a spreadsheet, row by row; rows have as many cells as the longest of them. */
export interface RowSheet {
	name: string;
	rows: string[][];
}

/** Rows and columns of a sheet that are read at most, and letters of a cell. */
export const ROW_LIMITS = { rows: 10_000, columns: 200, letters: 2000 };
/** Bytes that a spreadsheet may have when it is unpacked: more is a trap, or no help on a board. */
const MAX_UNPACKED = 200 * 1024 * 1024;

const noRows = (problem: 'format' | 'empty' | 'size'): Fault =>
	new Fault('no rows', { problem, max: ROW_LIMITS.rows });

/** Cells without the apostrophe by which files keep them from being taken for formulas. */
const cellText = (cell: string): string =>
	cell
		.replace(/\r\n?/g, '\n')
		.replace(/^'(?=[\s"']*[=+\-@＝＋－＠|%])/, '')
		.trim()
		.slice(0, ROW_LIMITS.letters);

function lastFilled(row: readonly string[]): number {
	let i = row.length - 1;
	while (i >= 0 && row[i] === '') i--;
	return i;
}

/**
 * Cells without rows and columns in which nothing stands, all rows as long as the longest.
 * @throws Fault `no rows` where nothing is left, or too much
 */
function tidy(cells: readonly (readonly string[])[]): string[][] {
	const rows = cells.map((row) => row.map(cellText)).filter((row) => row.some((cell) => cell !== ''));
	if (rows.length === 0) throw noRows('empty');
	const width = rows.reduce((max, row) => Math.max(max, lastFilled(row) + 1), 0);
	if (rows.length > ROW_LIMITS.rows + 1 || width > ROW_LIMITS.columns) throw noRows('size');
	const used = Array.from({ length: width }, (_, i) => i).filter((i) => rows.some((row) => row[i]));
	return rows.map((row) => used.map((i) => row[i] ?? ''));
}

/**
 * Reads a table as text (RFC 4180), whatever its cells are divided by.
 * @throws Fault `no rows` where it is empty, or too much
 */
export function readDelimited(text: string): string[][] {
	// Some programs say in a first line what divides the cells.
	const said = /^sep=(.)\r?\n/i.exec(text);
	const { data } = Papa.parse<string[]>(text.slice(said?.[0].length ?? 0), {
		skipEmptyLines: 'greedy',
		...(said ? { delimiter: said[1]! } : {}),
		// One line more than is taken tells that there is more.
		preview: ROW_LIMITS.rows + 2,
	});
	return tidy(data);
}

/** A date as a board writes it: without a time where there is none (ISO 8601). */
function dateText(date: Date): string {
	const [day, time = ''] = date.toISOString().split('T');
	return time.startsWith('00:00') ? day! : `${day} ${time.slice(0, 5)}`;
}

/** What a cell holds, in words; numbers without what binary fractions add to them. */
function valueText(value: unknown): string {
	if (value === null || value === undefined) return '';
	if (value instanceof Date) return Number.isNaN(value.getTime()) ? '' : dateText(value);
	return typeof value === 'number' ? String(Number(value.toPrecision(15))) : String(value as string);
}

/**
 * Reads a spreadsheet (ECMA-376). Sheets in which nothing stands are left out.
 * @throws Fault `no rows` for what is none, is empty, or holds too much
 */
export async function readWorkbook(bytes: Uint8Array): Promise<RowSheet[]> {
	let unpacked = 0;
	try {
		unzipSync(bytes, { filter: ({ originalSize }) => ((unpacked += originalSize), false) });
	} catch {
		throw noRows('format');
	}
	if (unpacked > MAX_UNPACKED) throw noRows('size');
	const { default: read } = await import('read-excel-file/universal');
	let sheets;
	try {
		sheets = await read(bytes.slice().buffer);
	} catch {
		throw noRows('format');
	}
	const filled = sheets.filter(({ data }) => data.some((row) => row.some((cell) => cell !== null)));
	if (filled.length === 0) throw noRows('empty');
	return filled.map(({ sheet, data }) => ({
		name: sheet,
		rows: tidy(data.map((row) => row.map(valueText))),
	}));
}
