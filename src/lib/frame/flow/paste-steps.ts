/** Filling steps from a spreadsheet. */
import type { BoardQuery } from '$core/board/model/query';
import { readEstimate, setWork } from '$core/board/ops/flow-values';
import type { EditContext } from '$core/board/store';
import { readNumber } from '$core/flow/formats/infer';
import { fillingFrom, type StepColumn } from '$core/flow/paste';
import type { FlowStep } from '$core/flow/flow';

export interface Pasted {
	/** How many steps were filled. */
	filled: number;
	/** How many rows belong to no step. */
	left: number;
	/** Cells that are no minutes and no number. */
	unread: string[];
}

/** Fills copied cells in; what cannot be read is left as it is. */
export function pasteIntoSteps(
	editContext: EditContext,
	model: BoardQuery,
	steps: readonly FlowStep[],
	text: string,
	from: string,
	column: StepColumn,
): Pasted {
	const unread: string[] = [];
	function read<T>(cell: string | undefined, reader: (cell: string) => T | undefined): T | undefined {
		if (!cell?.trim()) return undefined;
		const value = reader(cell);
		if (value === undefined) unread.push(cell.trim());
		return value;
	}
	let filled = 0;
	const filling = fillingFrom(text, steps, from, column);
	for (const [id, cells] of filling) {
		const minutes = read(cells.minutes, readEstimate);
		const cost = read(cells.cost, readNumber);
		const who = cells.who?.slice(0, 80) || undefined;
		if (!minutes && cost === undefined && !who) continue;
		setWork(editContext, model, [id], {
			...(minutes ? { minutes } : {}),
			...(cost === undefined ? {} : { cost }),
			...(who ? { who } : {}),
		});
		filled++;
	}
	const rows = text.split('\n').filter((row) => row.trim() !== '').length;
	return { filled, left: Math.max(0, rows - filling.size), unread };
}
