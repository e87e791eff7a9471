/** Filling steps from a spreadsheet. */
import type { BoardQuery } from '$core/board/model/query';
import { readEstimate, setWork } from '$core/board/ops/flow-values';
import type { EditContext } from '$core/board/store';
import { readNumber } from '$core/flow/formats/infer';
import { fillingFrom, type StepColumn } from '$core/flow/paste';
import type { FlowStep } from '$core/flow/flow';

/**
 * Fills copied cells in; what cannot be read is left as it is. Returns how many steps were filled.
 */
export function pasteIntoSteps(
	editContext: EditContext,
	model: BoardQuery,
	steps: readonly FlowStep[],
	text: string,
	from: string,
	column: StepColumn,
): number {
	let filled = 0;
	for (const [id, cells] of fillingFrom(text, steps, from, column)) {
		const minutes = cells.minutes === undefined ? undefined : readEstimate(cells.minutes);
		const cost = cells.cost === undefined ? undefined : readNumber(cells.cost);
		const who = cells.who?.slice(0, 80) || undefined;
		if (!minutes && cost === undefined && !who) continue;
		setWork(editContext, model, [id], {
			...(minutes ? { minutes } : {}),
			...(cost === undefined ? {} : { cost }),
			...(who ? { who } : {}),
		});
		filled++;
	}
	return filled;
}
