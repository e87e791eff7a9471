/**
 * What is wrong with a flow. Each finding names the steps and links that it is about, the first of
 * which it is shown at; a flow that can be followed from its start to an end has none.
 */
import { plainForm } from '../text/search';
import { alikeNames } from './alike-names';
import { componentsOf, isLoop } from './components';
import {
	graphOf,
	performerOf,
	reachable,
	startsOf,
	type Flow,
	type FlowGraph,
	type FlowStep,
	type WholeLink,
} from './flow';

export const FINDING_TYPES = [
	'no-start',
	'several-starts',
	'unreachable',
	'dead-end',
	'end-goes-on',
	'one-exit',
	'unnamed-exit',
	'exits-alike',
	'shares',
	'endless-loop',
	'loose-line',
	'nobody',
	'names-alike',
] as const;
export type FindingType = (typeof FINDING_TYPES)[number];

export interface Finding {
	type: FindingType;
	/** Steps and links that it is about, the one that it is shown at first. */
	ids: readonly string[];
	/** For shares: what they add up to, percent. */
	sum?: number;
}

/** How far shares may be from a hundred percent: thirds are written as 33. */
const SLACK = 1.01;

/** All findings on a flow, in the order of their types. */
export function checkFlow(flow: Flow): Finding[] {
	const graph = graphOf(flow);
	if (graph.steps.size === 0) return looseLines(flow);
	const { starts, areNamed } = startsOf(graph);
	const findings = [
		...checkStarts(starts, areNamed, graph),
		...checkReach(starts, areNamed, graph),
		...checkEnds(graph),
		...checkDecisions(graph),
		...checkLoops(graph),
		...looseLines(flow),
		...checkPerformers(graph),
		...checkNames(flow),
	];
	const rank = (finding: Finding): number => FINDING_TYPES.indexOf(finding.type);
	return findings.sort((a, b) => rank(a) - rank(b));
}

function checkStarts(starts: readonly string[], areNamed: boolean, { steps }: FlowGraph): Finding[] {
	if (starts.length === 0) return [{ type: 'no-start', ids: [[...steps.keys()][0]!] }];
	return starts.length > 1 && (areNamed || isOneFlow(starts.length, steps.size))
		? [{ type: 'several-starts', ids: starts }]
		: [];
}

/** Steps that are linked with nothing are no flow that has several starts. */
const isOneFlow = (starts: number, steps: number): boolean => starts < steps;

/** Steps that no way from a start comes by; of those that hang together the first. */
function checkReach(starts: readonly string[], areNamed: boolean, graph: FlowGraph): Finding[] {
	// Where terminators say where it begins, another step with nothing before it is not a start.
	const from = areNamed || starts.length > 0 ? starts : [[...graph.steps.keys()][0]!];
	const reached = reachable(from, graph.exits, ({ to }) => to);
	const lost = [...graph.steps.keys()].filter((id) => !reached.has(id));
	return lost.map((id) => ({ type: 'unreachable', ids: [id] }));
}

function checkEnds({ steps, exits, entries }: FlowGraph): Finding[] {
	return [...steps.values()].flatMap(({ id, type }): Finding[] => {
		const leaves = exits.get(id)!.length > 0;
		if (type === 'terminator')
			return leaves && entries.get(id)!.length > 0 ? [{ type: 'end-goes-on', ids: [id] }] : [];
		// What stands all alone is found as what cannot be reached, or is the whole flow.
		const isAlone = !leaves && entries.get(id)!.length === 0;
		return leaves || isAlone || type === 'data' ? [] : [{ type: 'dead-end', ids: [id] }];
	});
}

function checkDecisions({ steps, exits }: FlowGraph): Finding[] {
	return [...steps.values()].flatMap((step): Finding[] => {
		const own = exits.get(step.id)!;
		const findings: Finding[] = [];
		if (step.type === 'decision') {
			if (own.length === 1) findings.push({ type: 'one-exit', ids: [step.id, own[0]!.id] });
			else findings.push(...checkExitNames(step, own));
		}
		return [...findings, ...checkShares(step, own)];
	});
}

function checkExitNames({ id }: FlowStep, exits: readonly WholeLink[]): Finding[] {
	const unnamed = exits.filter(({ name }) => name.trim() === '');
	const names = new Map<string, string[]>();
	for (const link of exits) {
		const name = plainForm(link.name) || link.name.trim();
		if (name !== '') names.set(name, [...(names.get(name) ?? []), link.id]);
	}
	return [
		...unnamed.map((link): Finding => ({ type: 'unnamed-exit', ids: [link.id, id] })),
		...[...names.values()]
			.filter((links) => links.length > 1)
			.map((links): Finding => ({ type: 'exits-alike', ids: [id, ...links] })),
	];
}

function checkShares({ id }: FlowStep, exits: readonly WholeLink[]): Finding[] {
	const given = exits.flatMap(({ share }) => share ?? []);
	if (given.length === 0 || exits.length < 2) return [];
	const sum = given.reduce((total, share) => total + share, 0);
	const isWhole = given.length === exits.length;
	// What has no share takes the rest, so there must be one.
	const isRight = isWhole ? Math.abs(sum - 100) <= SLACK : sum < 100;
	return isRight ? [] : [{ type: 'shares', ids: [id, ...exits.map((link) => link.id)], sum }];
}

/** Loops that no link leaves, and in which nothing ends. */
function checkLoops(graph: FlowGraph): Finding[] {
	return componentsOf(graph).flatMap((component): Finding[] => {
		if (!isLoop(component, graph)) return [];
		const inside = new Set(component);
		const isLeft = component.some((id) => graph.exits.get(id)!.some(({ to }) => !inside.has(to)));
		if (isLeft) return [];
		const order = [...graph.steps.keys()].filter((id) => inside.has(id));
		return [{ type: 'endless-loop', ids: order }];
	});
}

/** Lines of which one end is tied to a step and the other to nothing. */
function looseLines({ steps, links }: Flow): Finding[] {
	const known = new Set(steps.map(({ id }) => id));
	const isTied = (end: string | undefined): boolean => end !== undefined && known.has(end);
	return links
		.filter(({ from, to }) => isTied(from) !== isTied(to) && (from === undefined || to === undefined))
		.map(({ id, from, to }) => ({ type: 'loose-line', ids: [id, (from ?? to)!] }));
}

/** Steps that nobody does, where it is said of others who does them. */
function checkPerformers({ steps }: FlowGraph): Finding[] {
	const tasks = [...steps.values()].filter(({ type }) => type === 'process');
	if (!tasks.some(performerOf)) return [];
	return tasks.filter((step) => !performerOf(step)).map(({ id }) => ({ type: 'nobody', ids: [id] }));
}

/** Steps whose names say the same. */
function checkNames({ steps }: Flow): Finding[] {
	const named = steps.filter(({ type }) => type === 'process' || type === 'decision');
	const pairs = alikeNames(named.map(({ name }) => name));
	return pairs.map(([i, j]) => ({ type: 'names-alike', ids: [named[i]!.id, named[j]!.id] }));
}
