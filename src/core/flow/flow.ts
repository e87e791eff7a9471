/** Flows: steps and the links between them, apart from where and how they are drawn. */

/** What somebody thinks that a step takes, minutes. */
export interface Estimate {
	least: number;
	likely: number;
	most: number;
}

/**
 * What a step is: a terminator begins or ends the flow, data is what others read or leave, and a
 * jump goes on at the other symbol of its name.
 */
export const STEP_TYPES = ['process', 'decision', 'terminator', 'data', 'jump'] as const;
export type StepType = (typeof STEP_TYPES)[number];

export interface FlowStep {
	id: string;
	name: string;
	type: StepType;
	minutes?: Estimate | undefined;
	/** Of one pass, in whatever currency. */
	cost?: number | undefined;
	/** Who does it, where that is not said by its lane. */
	who?: string | undefined;
	lane?: string | undefined;
}

export interface FlowLink {
	id: string;
	/** Undefined where the line ends in nothing. */
	from: string | undefined;
	to: string | undefined;
	name: string;
	/** How many of a hundred take it. */
	share?: number | undefined;
}

export interface Flow {
	steps: readonly FlowStep[];
	/** In the order in which they were drawn. */
	links: readonly FlowLink[];
}

/** Who does a step, as it is said by itself or by its lane. */
export const performerOf = ({ who, lane }: FlowStep): string | undefined => who || lane || undefined;

/** A link with a step at both ends. */
export type WholeLink = FlowLink & { from: string; to: string };

/** A flow by its steps: what leads to each, and where each leads. */
export interface FlowGraph {
	steps: ReadonlyMap<string, FlowStep>;
	links: readonly WholeLink[];
	/** Links that leave or reach a step; none are undefined. */
	exits: ReadonlyMap<string, readonly WholeLink[]>;
	entries: ReadonlyMap<string, readonly WholeLink[]>;
}

/** The graph of what is done one after the other: without data that is only read or only left. */
export function graphOf({ steps, links }: Flow): FlowGraph {
	const known = new Map(steps.map((step) => [step.id, step]));
	const whole = links.filter(
		(link): link is WholeLink =>
			link.from !== undefined && link.to !== undefined && known.has(link.from) && known.has(link.to),
	);
	const all = [...whole, ...jumpsBetween(steps, whole)];
	const leaves = new Set(all.map(({ from }) => from));
	const isReached = new Set(all.map(({ to }) => to));
	const isAside = ({ id, type }: FlowStep): boolean =>
		type === 'data' && !(leaves.has(id) && isReached.has(id));
	for (const step of steps) if (isAside(step)) known.delete(step.id);
	const kept = all.filter(({ from, to }) => known.has(from) && known.has(to));
	const exits = new Map<string, WholeLink[]>([...known.keys()].map((id) => [id, []]));
	const entries = new Map<string, WholeLink[]>([...known.keys()].map((id) => [id, []]));
	for (const link of kept) {
		exits.get(link.from)!.push(link);
		entries.get(link.to)!.push(link);
	}
	return { steps: known, links: kept, exits, entries };
}

/** A line that is broken off at one symbol goes on at the others of its name (ISO 5807:1985). */
function jumpsBetween(steps: readonly FlowStep[], links: readonly WholeLink[]): WholeLink[] {
	const jumps = steps.filter(({ type, name }) => type === 'jump' && name !== '');
	if (jumps.length < 2) return [];
	const leaves = new Set(links.map(({ from }) => from));
	return jumps.flatMap((from) =>
		leaves.has(from.id)
			? []
			: jumps
					.filter((to) => to.name === from.name && leaves.has(to.id))
					.map(({ id: to }) => ({ id: `${from.id} ${to}`, from: from.id, to, name: '' })),
	);
}

/** Everything that can be reached along links, what it starts from included. */
export function reachable(
	starts: Iterable<string>,
	links: ReadonlyMap<string, readonly WholeLink[]>,
	next: (link: WholeLink) => string,
): Set<string> {
	const seen = new Set(starts);
	// What is added while it is walked through is walked through as well.
	for (const id of seen) for (const link of links.get(id) ?? []) seen.add(next(link));
	return seen;
}

/** Where a flow begins, and whether that is said by terminators. */
export function startsOf({ steps, entries, exits }: FlowGraph): { starts: string[]; areNamed: boolean } {
	const sources = [...steps.values()].filter(({ id }) => entries.get(id)!.every(({ from }) => from === id));
	const named = sources.filter(({ id, type }) => type === 'terminator' && exits.get(id)!.length > 0);
	const areNamed = named.length > 0;
	return { starts: (areNamed ? named : sources).map(({ id }) => id), areNamed };
}

/** The step that a flow begins with: its first start, or its first step where it begins nowhere. */
export const firstStep = (graph: FlowGraph): string | undefined =>
	startsOf(graph).starts[0] ?? [...graph.steps.keys()][0];
