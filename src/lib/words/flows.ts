/** Flows in words: findings, what steps are, names of exits. */
import type { Finding, FindingType } from '$core/flow/check';
import type { ExitWords } from '$core/flow/exit-names';
import type { Flow, StepType } from '$core/flow/flow';
import type { FlowTableWords } from '$core/flow/formats/table';
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
