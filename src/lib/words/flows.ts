/** Flows in words: findings, what steps are, names of exits. */
import type { Finding, FindingType } from '$core/flow/check';
import type { ExitWords } from '$core/flow/exit-names';
import type { Flow, StepType } from '$core/flow/flow';
import type { FlowTableWords } from '$core/flow/formats/table';
import type { SimulatedRuns } from '$core/flow/simulate';
import type { FlowTimes, PerformerTotal, StepTotal } from '$core/flow/times';
import { m } from '$lib/messages';
import { numberWords } from './when';

export const exitWords = (): ExitWords => ({ yes: m.exit_yes(), no: m.exit_no() });

const STEP_WORDS: Record<StepType, () => string> = {
	process: () => m.step_process(),
	decision: () => m.step_decision(),
	terminator: () => m.step_terminator(),
	data: () => m.step_data(),
	jump: () => m.step_jump(),
};
export const stepTypeWords = (type: StepType): string => STEP_WORDS[type]();

interface Told {
	name: string;
	other: string;
	names: string;
	count: number;
	sum: string;
}
const FINDING_WORDS: Record<FindingType, (told: Told) => string> = {
	'no-start': () => m.finding_no_start(),
	'several-starts': (told) => m.finding_several_starts(told),
	unreachable: (told) => m.finding_unreachable(told),
	'dead-end': (told) => m.finding_dead_end(told),
	'end-goes-on': (told) => m.finding_end_goes_on(told),
	'one-exit': (told) => m.finding_one_exit(told),
	'unnamed-exit': (told) => m.finding_unnamed_exit(told),
	'exits-alike': (told) => m.finding_exits_alike(told),
	shares: (told) => m.finding_shares(told),
	'endless-loop': (told) => m.finding_endless_loop(told),
	'loose-line': (told) => m.finding_loose_line(told),
	nobody: (told) => m.finding_nobody(told),
	'names-alike': (told) => m.finding_names_alike(told),
};

/** What was found on a flow, as a sentence. */
export function findingWords({ type, ids, sum = 0 }: Finding, { steps }: Flow): string {
	const names = ids.flatMap((id) => {
		const step = steps.find((each) => each.id === id);
		return step ? [step.name || m.step_nameless()] : [];
	});
	const [name = m.step_nameless(), other = ''] = names;
	return FINDING_WORDS[type]({
		name,
		other,
		names: names.join(', '),
		count: names.length,
		sum: numberWords(Math.round(sum * 10) / 10),
	});
}

export const flowTableWords = (): FlowTableWords => ({
	columns: {
		number: m.flow_number(),
		step: m.flow_step(),
		type: m.flow_type(),
		who: m.flow_who(),
		least: m.flow_least(),
		likely: m.flow_likely(),
		most: m.flow_most(),
		cost: m.flow_cost(),
		next: m.flow_next(),
	},
	types: {
		process: m.step_process(),
		decision: m.step_decision(),
		terminator: m.step_terminator(),
		data: m.step_data(),
		jump: m.step_jump(),
	},
});

const rounded = (value: number): string => numberWords(Math.round(value * 10) / 10);
/** Minutes in words. */
export const minuteWords = (value: number): string => m.flow_min({ minutes: rounded(value) });

/** What the times of a flow say, as names and values. */
export function timeFigures(
	times: FlowTimes,
	runs: SimulatedRuns | undefined,
): [name: string, value: string][] {
	const isEnding = times.expected !== undefined;
	return [
		[m.flow_shortest(), minuteWords(times.shortest)],
		...(isEnding ? [[m.flow_expected(), minuteWords(times.expected!)] as [string, string]] : []),
		[m.flow_longest(), minuteWords(times.longest)],
		...(runs && isEnding
			? ([
					[m.flow_in_80(), minuteWords(runs.percentiles[80])],
					[m.flow_in_95(), minuteWords(runs.percentiles[95])],
				] as [string, string][])
			: []),
		...(times.cost ? [[m.flow_cost_each(), rounded(times.cost)] as [string, string]] : []),
	];
}

/** What a step takes over a run, and what it would save in half the time. */
export const stepTotalWords = ({ visits, minutes, savedByHalf }: StepTotal, name: string): string =>
	m.flow_step_total({
		name: name || m.step_nameless(),
		visits: numberWords(visits, 2),
		minutes: rounded(minutes),
		saved: rounded(savedByHalf),
	});

export const performerWords = ({ who, minutes, cost }: PerformerTotal): string =>
	m.flow_who_total({ who, minutes: rounded(minutes), cost: rounded(cost) });

/** Steps and people that are named at most. */
export const MOST_TOTALS = 6;

/** The times of a flow for a report, line by line. */
export const timeLines = (times: FlowTimes, runs: SimulatedRuns | undefined, { steps }: Flow): string[] => [
	...timeFigures(times, runs).map(([name, value]) => m.report_flow_time({ name, value })),
	...(times.expected === undefined ? [m.flow_never_ends({ part: rounded(times.ending * 100) })] : []),
	...times.steps
		.filter(({ minutes }) => minutes > 0)
		.slice(0, MOST_TOTALS)
		.map((total) => stepTotalWords(total, steps.find(({ id }) => id === total.id)?.name ?? '')),
	...times.performers.slice(0, MOST_TOTALS).map(performerWords),
];
