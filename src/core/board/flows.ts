/**
 * Flows on a board: what stands in a field or in lanes and is linked, or whatever hangs together.
 */
import type { Flow, FlowLink, FlowStep } from '../flow/flow';
import { plainText } from '../text/rich';
import { isFlowShape, stepTypeOf } from './flow-shapes';
import { isOpen } from './holders/forms';
import { laneAt, lanesOf } from './holders/lanes';
import { isConnector, isShape } from './kinds/guards';
import { takesRoom, traitsOf } from './kinds/traits';
import type { BoardQuery } from './model/query';
import type { BoardObject, ConnectorEnd, ObjectOf } from './objects';

type Connector = ObjectOf<'connector'>;

export interface BoardFlow {
	/** The field, or the lanes, that it stands in; undefined where it only hangs together. */
	scope: string | undefined;
	flow: Flow;
	/** The lanes that its steps stand in; undefined where they stand in none, or in several. */
	lanes: string | undefined;
}

/** Whether an object can be a step: it stands for itself and says something. */
export const canBeStep = (object: BoardObject): boolean =>
	takesRoom(object) && (traitsOf(object).textOnly || traitsOf(object).votable === 'inside');

const tied = (end: ConnectorEnd): string | undefined => ('object' in end ? end.object : undefined);

/** An object itself, or of a line the first thing that it is tied to. */
export function stepBy(model: BoardQuery, object: BoardObject): BoardObject | undefined {
	if (!isConnector(object)) return object;
	const id = object.ends.map(tied).find((end) => end !== undefined);
	return id === undefined ? undefined : model.find(id);
}

/** Ends of a line in the way that its tips say it runs. */
export function directedEnds({
	ends: [first, second],
	style: { start, end },
}: Connector): [ConnectorEnd, ConnectorEnd] {
	return start !== 'none' && end === 'none' ? [second, first] : [first, second];
}

/** In the order in which they were made. */
const byAge = (a: BoardObject, b: BoardObject): number => a.made - b.made || (a.id < b.id ? -1 : 1);

function linesAt(model: BoardQuery, ids: Iterable<string>): Connector[] {
	const all = new Map<string, Connector>();
	for (const id of ids)
		for (const tie of model.tiesOf(id)) {
			const line = model.find(tie);
			if (isConnector(line)) all.set(tie, line);
		}
	return [...all.values()].sort(byAge);
}

/** Whatever hangs together with these by lines, themselves included. */
function hangingTogether(model: BoardQuery, ids: readonly string[]): string[] {
	const all = new Set(ids);
	// What is added while it is walked through is walked through as well.
	for (const each of all)
		for (const line of linesAt(model, [each]))
			for (const end of line.ends) if ('object' in end) all.add(end.object);
	return [...all];
}

/** The field or the lanes that a flow with this object is bounded by. */
export function flowScopeOf(model: BoardQuery, object: BoardObject): BoardObject | undefined {
	if (traitsOf(object).contents === 'inside') return object;
	return model.fieldOf(object) ?? laneAt(model, object)?.lanes;
}

/**
 * The flow that an object is part of, or that stands in a field or in lanes; undefined where there
 * is none.
 */
export function flowAt(model: BoardQuery, id: string): BoardFlow | undefined {
	const object = model.find(id);
	if (!object) return undefined;
	if (isConnector(object)) {
		const end = stepBy(model, object);
		return end && flowAt(model, end.id);
	}
	const scope = flowScopeOf(model, object);
	const ids = hangingTogether(model, scope ? model.contentsOf(scope) : [id]);
	const steps = stepsAmong(model, ids, scope);
	if (steps.length < 2 && !(scope && steps.length > 0)) return undefined;
	const lanes = new Set(steps.map((step) => laneAt(model, step)?.lanes.id));
	lanes.delete(undefined);
	return {
		scope: scope?.id,
		flow: flowOfSteps(model, steps),
		lanes: lanes.size === 1 ? [...lanes][0] : undefined,
	};
}

/**
 * Of objects those that are steps: what lines are tied to, symbols of flowcharts, and in lanes any
 * shape. Where shapes are among them, notes and texts that a line is tied to are remarks.
 */
function stepsAmong(
	model: BoardQuery,
	ids: readonly string[],
	scope: BoardObject | undefined,
): BoardObject[] {
	const isInLanes = scope !== undefined && isOpen(scope);
	const all = ids.flatMap((id) => {
		const object = model.find(id);
		return object && canBeStep(object) && !object.hidden ? [object] : [];
	});
	const linked = all
		.filter(
			(object) =>
				isFlowShape(object) || (isInLanes && isShape(object)) || linesAt(model, [object.id]).length > 0,
		)
		.sort(byAge);
	const shapes = linked.filter(isShape);
	return shapes.length > 0 ? shapes : linked;
}

/** The flow of these steps. */
export function flowOfSteps(model: BoardQuery, steps: readonly BoardObject[]): Flow {
	const known = new Set(steps.map(({ id }) => id));
	const links = linesAt(model, known).flatMap((line): FlowLink[] => {
		const [from, to] = directedEnds(line).map(tied);
		// A line to a remark is none of the flow.
		if ([from, to].some((end) => end !== undefined && !known.has(end))) return [];
		return [{ id: line.id, from, to, name: plainText(line.text).trim(), share: line.share }];
	});
	return { steps: steps.map((step) => stepOf(model, step)), links };
}

function stepOf(model: BoardQuery, object: BoardObject): FlowStep {
	const at = laneAt(model, object);
	const { minutes, cost, who } = object.work ?? {};
	return {
		id: object.id,
		name: plainText(object.text).replace(/\s+/g, ' ').trim(),
		type: stepTypeOf(object),
		minutes,
		cost,
		who,
		lane: at && (lanesOf(at.lanes)[at.index]!.name || undefined),
	};
}

/** All flows on a sheet, those in fields and lanes first: each by an object that is part of it. */
export function flowsOn(model: BoardQuery, sheet: string): BoardFlow[] {
	const seen = new Set<string>();
	const flows: BoardFlow[] = [];
	const objects = [...model.inOrder(sheet)];
	const scopes = objects.filter((object) => isOpen(object) || traitsOf(object).contents === 'inside');
	for (const object of [...scopes, ...objects]) {
		if (seen.has(object.id) || isConnector(object)) continue;
		if (!scopes.includes(object) && linesAt(model, [object.id]).length === 0) continue;
		const found = flowAt(model, object.id);
		if (!found || found.flow.links.length === 0 || found.flow.steps.some(({ id }) => seen.has(id))) continue;
		for (const { id } of found.flow.steps) seen.add(id);
		flows.push(found);
	}
	return flows;
}
