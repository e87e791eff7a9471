/** Cells that were copied from a spreadsheet, to be filled into the steps of a flow. */
import Papa from 'papaparse';
import { plainForm } from '../text/search';

export type StepColumn = 'minutes' | 'cost' | 'who';
export const STEP_COLUMNS: readonly StepColumn[] = ['minutes', 'cost', 'who'];

/** What is to be filled in: texts by step and column. */
export type Filling = Map<string, Partial<Record<StepColumn, string>>>;

/**
 * Finds out which cells belong where. Rows that begin with the name of a step belong to it, with
 * minutes, cost and who in the cells after; three numbers in a row are least, likely and most.
 * Where no row does, cells fill steps one after the other from where they are pasted.
 */
export function fillingFrom(
	text: string,
	steps: readonly { id: string; name: string }[],
	from: string,
	column: StepColumn,
): Filling {
	const { data } = Papa.parse<string[]>(text.replace(/\r/g, '').replace(/\n+$/, ''), { delimiter: '\t' });
	const byName = new Map(steps.map(({ id, name }) => [plainForm(name), id]));
	const filling: Filling = new Map();
	const fill = (id: string, first: StepColumn, cells: readonly string[]): void => {
		const whole = first === 'minutes' ? joined(cells) : cells;
		const start = STEP_COLUMNS.indexOf(first);
		const values: Partial<Record<StepColumn, string>> = {};
		whole
			.slice(0, STEP_COLUMNS.length - start)
			.forEach((cell, i) => (values[STEP_COLUMNS[start + i]!] = cell.trim()));
		filling.set(id, values);
	};
	const named = data.filter(([first = '']) => byName.has(plainForm(first)) && plainForm(first) !== '');
	if (named.length > 0) {
		for (const [first, ...cells] of named) fill(byName.get(plainForm(first!))!, 'minutes', cells);
		return filling;
	}
	const start = steps.findIndex(({ id }) => id === from);
	data.forEach((cells, i) => {
		const step = steps[start + i];
		if (step) fill(step.id, column, cells);
	});
	return filling;
}

/** Three numbers at the beginning of a row are one estimate. */
function joined(cells: readonly string[]): string[] {
	const [a = '', b = '', c = '', ...more] = cells;
	const isNumber = (cell: string): boolean => /^\d+([.,]\d+)?$/.test(cell.trim());
	return isNumber(a) && isNumber(b) && isNumber(c) ? [`${a} / ${b} / ${c}`, ...more] : [...cells];
}
