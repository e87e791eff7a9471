/** Drawing flows: lines with the names of exits, steps put into lines and taken out of them. */
import { EXIT_NAMINGS, namesFor, nextExitName, type ExitNaming, type ExitWords } from '../../flow/exit-names';
import type { SideName } from '../../link/sides';
import { plainText } from '../../text/rich';
import { isDecision } from '../flow-shapes';
import { isConnector } from '../kinds/guards';
import type { BoardQuery } from '../model/query';
import type { BoardObject, ConnectorEnd, ObjectOf, StyleOf } from '../objects';
import { patch, transact, type EditContext } from '../store';
import { addObjects, removeObjects, setText } from './edits';

type Connector = ObjectOf<'connector'>;
export { EXIT_NAMINGS, type ExitNaming, type ExitWords };

const LINK_STYLE: StyleOf<'connector'> = {
	route: 'right-angled',
	start: 'none',
	end: 'arrow',
	chalk: 'white',
};

/** The look of the lines that an object has, so that the next one looks alike. */
export function linkStyleOf(model: BoardQuery, id: string): StyleOf<'connector'> {
	for (const tie of model.tiesOf(id)) {
		const link = model.find(tie);
		if (isConnector(link)) return link.style;
	}
	return LINK_STYLE;
}

/** Lines that leave an object, in the order in which they were drawn. */
export const exitsOf = (model: BoardQuery, id: string): Connector[] =>
	model
		.tiesOf(id)
		.flatMap((tie): Connector[] => {
			const line = model.find(tie);
			return isConnector(line) && 'object' in line.ends[0] && line.ends[0].object === id ? [line] : [];
		})
		.sort((a, b) => a.made - b.made || (a.id < b.id ? -1 : 1));

const namesOf = (lines: readonly Connector[]): string[] => lines.map(({ text }) => plainText(text).trim());

/** What a new line from an object says: the name of the exit where that is a decision. */
export function nameOfNextLink(model: BoardQuery, end: ConnectorEnd, words: ExitWords): string {
	const from = 'object' in end ? model.find(end.object) : undefined;
	return from && isDecision(from) ? nextExitName(namesOf(exitsOf(model, from.id)), words) : '';
}

/**
 * Links objects one after the other, in this order; what is linked already in that way stays as it
 * is. Returns the ids of the new lines.
 */
export function linkInTurn(
	editContext: EditContext,
	model: BoardQuery,
	ids: readonly string[],
	words: ExitWords,
	style?: StyleOf<'connector'>,
): string[] {
	const objects = ids.flatMap((id) => model.find(id) ?? []).filter((object) => !isConnector(object));
	const specs = objects.slice(1).flatMap((to, i) => {
		const from = objects[i]!;
		if (from.sheet !== to.sheet) return [];
		const isLinked = exitsOf(model, from.id).some(
			({ ends }) => 'object' in ends[1] && ends[1].object === to.id,
		);
		if (isLinked) return [];
		const ends: [ConnectorEnd, ConnectorEnd] = [{ object: from.id }, { object: to.id }];
		return [
			{
				kind: 'connector' as const,
				sheet: from.sheet,
				box: [0, 0, 0, 0, 0] as [number, number, number, number, number],
				style: style ?? linkStyleOf(model, from.id),
				ends,
				text: nameOfNextLink(model, ends[0], words),
			},
		];
	});
	return specs.length > 0 ? addObjects(editContext, model, specs) : [];
}

/** Gives all exits of a decision new names at once. */
export function renameExits(
	editContext: EditContext,
	model: BoardQuery,
	id: string,
	naming: ExitNaming,
	words: ExitWords,
): void {
	const exits = exitsOf(model, id).filter(({ lock }) => !lock);
	const names = namesOf(exits);
	transact(editContext, () =>
		namesFor(naming, names, words).forEach((name, i) => {
			if (name !== names[i]) setText(editContext, exits[i]!.id, name);
		}),
	);
}

/** Whether a line can take a step in: it leads from one thing to another. */
export const canTakeStep = (line: Connector): boolean =>
	!line.lock && line.ends.every((end) => 'object' in end);

/** Whether a step can be put into a line: nothing leads to it or on from it. */
export const canInsert = (model: BoardQuery, step: BoardObject, line: Connector): boolean =>
	canTakeStep(line) && !step.lock && line.sheet === step.sheet && model.tiesOf(step.id).length === 0;

/**
 * Puts a step into a line: the line ends there, and another one goes on to where it led. Returns
 * the id of that one.
 */
export function insertIntoLine(
	editContext: EditContext,
	model: BoardQuery,
	step: string,
	lineId: string,
	words: ExitWords,
): string | undefined {
	const line = model.find(lineId);
	const object = model.find(step);
	if (!isConnector(line) || !object || !canInsert(model, object, line)) return undefined;
	const [first, last] = line.ends;
	let id = '';
	transact(editContext, () => {
		patch(editContext, lineId, { ends: [first, { object: step }], bends: undefined });
		const ends: [ConnectorEnd, ConnectorEnd] = [{ object: step }, last];
		const spec = { kind: 'connector' as const, sheet: line.sheet, box: line.box, style: line.style, ends };
		const text = isDecision(object) ? words.yes : '';
		[id] = addObjects(editContext, model, [{ ...spec, text }]) as [string];
	});
	return id;
}

/** The line that leads to a step and the one that leads on, where there is one of each. */
function throughLines(model: BoardQuery, id: string): { before: Connector; after: Connector } | undefined {
	const lines = model.tiesOf(id).flatMap((tie) => {
		const line = model.find(tie);
		return isConnector(line) ? [line] : [];
	});
	const leads = (line: Connector, index: 0 | 1): boolean => {
		const end = line.ends[index];
		return 'object' in end && end.object === id;
	};
	const before = lines.filter((line) => leads(line, 1) && !leads(line, 0));
	const after = lines.filter((line) => leads(line, 0) && !leads(line, 1));
	if (before.length !== 1 || after.length !== 1 || lines.length !== 2) return undefined;
	if (before[0]!.lock || after[0]!.lock) return undefined;
	return { before: before[0]!, after: after[0]! };
}

/** Whether a step stands in a line that can close without it. */
export const canTakeOut = (model: BoardQuery, id: string): boolean =>
	!model.find(id)?.lock && throughLines(model, id) !== undefined;

/**
 * Takes steps out of their lines, which close: the line to a step leads to where that one led. The
 * steps themselves stay on the board, or go.
 */
export function takeOut(
	editContext: EditContext,
	model: BoardQuery,
	ids: Iterable<string>,
	what: 'step stays' | 'step goes',
): void {
	const all = [...ids].filter((id) => canTakeOut(model, id));
	/** Ends as they are now: steps beside each other may go at once. */
	const ends = new Map<string, [ConnectorEnd, ConnectorEnd]>();
	const gone = new Set<string>();
	const follow = (line: Connector): [ConnectorEnd, ConnectorEnd] => ends.get(line.id) ?? line.ends;
	for (const id of all) {
		const { after } = throughLines(model, id)!;
		let { before } = throughLines(model, id)!;
		// The line that led here may have been taken over by the one before it.
		while (gone.has(before.id)) {
			const end = before.ends[0] as { object: string };
			before = throughLines(model, end.object)!.before;
		}
		ends.set(before.id, [follow(before)[0], follow(after)[1]]);
		gone.add(after.id);
	}
	transact(editContext, () => {
		for (const [line, each] of ends)
			if (!gone.has(line)) patch(editContext, line, { ends: each, bends: undefined });
		const kept = new Set([...ends.keys()].filter((line) => !gone.has(line)));
		removeObjects(editContext, model, what === 'step goes' ? [...gone, ...all] : gone, kept);
	});
}

/** Sets the side that an end of a line runs by, for good; undefined lets it be found again. */
export function pinEnd(
	editContext: EditContext,
	model: BoardQuery,
	id: string,
	index: 0 | 1,
	side: SideName | undefined,
): void {
	const line = model.find(id);
	if (!isConnector(line) || line.lock) return;
	const ends = [...line.ends] as [ConnectorEnd, ConnectorEnd];
	const end = ends[index];
	if (!('object' in end)) return;
	ends[index] = side ? { object: end.object, side, pinned: true } : { object: end.object };
	transact(editContext, () => patch(editContext, id, { ends, bends: undefined }));
}
