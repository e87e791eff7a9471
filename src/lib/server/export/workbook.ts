/** Writes spreadsheets (ECMA-376, Office Open XML). */
import writeExcelFile from 'write-excel-file/node';
import type { Cell, WorkbookSheet } from '$core/formats/workbook';

const MOMENT = 'yyyy-mm-dd hh:mm';
const DAY = 'yyyy-mm-dd';

/** A cell with its type, so that nothing in it is taken for a formula or a date. */
function typed(cell: Cell): object | null {
	if (cell === undefined) return null;
	if (typeof cell === 'string') return { type: String, value: cell, wrap: true, alignVertical: 'top' };
	if (typeof cell === 'number') return { type: Number, value: cell, alignVertical: 'top' };
	if (typeof cell === 'boolean') return { type: Boolean, value: cell, alignVertical: 'top' };
	if ('moment' in cell)
		return { type: Date, value: new Date(cell.moment), format: MOMENT, alignVertical: 'top' };
	return { type: Date, value: new Date(`${cell.day}T00:00:00Z`), format: DAY, alignVertical: 'top' };
}

export async function writeWorkbook(sheets: readonly WorkbookSheet[]): Promise<Uint8Array> {
	const content = sheets.map(({ name, columns, rows }) => ({
		sheet: name,
		columns: columns.map(({ width }) => ({ width })),
		// The headings stay in sight.
		stickyRowsCount: 1,
		data: [
			columns.map(({ heading }) => ({ type: String, value: heading, fontWeight: 'bold' as const })),
			...rows.map((row) => row.map(typed)),
		],
	}));
	return writeExcelFile(content as never, {}).toBuffer();
}
