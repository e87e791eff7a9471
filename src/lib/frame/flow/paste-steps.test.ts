/**
 * Cells from a spreadsheet in the steps of a flow, and what is said of those that come to nothing.
 */
import { expect, it } from 'vitest';
import { flowAt } from '$core/board/flows';
import { addObject } from '$core/board/ops/edits';
import { linkInTurn } from '$core/board/ops/flow-links';
import { shapeAt, testBoard } from '$core/board/testing';
import { pasteIntoSteps } from './paste-steps';

function flow() {
	const { editContext, model, sheet } = testBoard();
	const ids = ['Come in', 'Repair', 'Say goodbye'].map((name, i) =>
		addObject(editContext, model, shapeAt(sheet, i * 300, 100, name)),
	);
	linkInTurn(editContext, model, ids, { yes: 'yes', no: 'no' });
	const paste = (text: string, from: string, column: 'minutes' | 'cost' | 'who' = 'minutes') =>
		pasteIntoSteps(editContext, model, flowAt(model, ids[0]!)!.flow.steps, text, from, column);
	const works = () => ids.map((id) => model.find(id)!.work);
	return { ids, paste, works };
}

it('goes to the steps of the same names, and tells of cells that cannot be read', () => {
	const { ids, paste, works } = flow();
	const text = 'Step\tMinutes\tCost\tWho\nRepair\t20-40-90\t12,50\tCem\nCome in\tsoon\t-3\tAnna\n';
	expect(paste(text, ids[2]!)).toEqual({ filled: 2, left: 1, unread: ['soon', '-3'] });
	expect(works()).toEqual([
		{ who: 'Anna' },
		{ minutes: { least: 20, likely: 40, most: 90 }, cost: 12.5, who: 'Cem' },
		undefined,
	]);
});

it('fills one column from where it is pasted, and tells of rows beyond the last step', () => {
	const { ids, paste, works } = flow();
	expect(paste('Anna\nBen\nCem', ids[1]!, 'who')).toEqual({ filled: 2, left: 1, unread: [] });
	expect(works()).toEqual([undefined, { who: 'Anna' }, { who: 'Ben' }]);
});
