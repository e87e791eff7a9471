/** Flows in a report: what was found on them, and what their times say. */
import { flowsOn } from '../board/flows';
import type { BoardQuery } from '../board/model/query';
import { checkFlow, type Finding } from '../flow/check';
import type { Flow } from '../flow/flow';
import { simulate, type SimulatedRuns } from '../flow/simulate';
import { timesOf, type FlowTimes } from '../flow/times';
import { plainText } from '../text/rich';
import { head, listOf, say, words, type Block } from './document';

/** Words for flows, in the language of whoever makes the report. */
export interface FlowWords {
	flows: string;
	flow(steps: number): string;
	findings: string;
	finding(finding: Finding, flow: Flow): string;
	/** A finding that is set aside. */
	aside(finding: string, reason: string): string;
	noFindings: string;
	times: string;
	timeLines(times: FlowTimes, runs: SimulatedRuns | undefined, flow: Flow): string[];
}

/** The same flow always gives the same runs. */
const SEED = 1;

/** Whether linked things are meant as a flow: they begin, end or part somewhere, or take time. */
const isMeantAsFlow = ({ steps, links }: Flow): boolean =>
	links.length > 1 &&
	steps.some(({ type, minutes }) => type === 'terminator' || type === 'decision' || minutes !== undefined);

/** What a report says of all flows on a board. */
export function flowsInReport(model: BoardQuery, say_: FlowWords): Block[] {
	const blocks = model.sheets.flatMap(({ id: sheet, title }) =>
		flowsOn(model, sheet)
			.filter(({ flow }) => isMeantAsFlow(flow))
			.flatMap(({ flow, scope }): Block[] => {
				const field = scope === undefined ? undefined : model.find(scope);
				const name = (field && plainText(field.text)) || title;
				return [
					head(3, `${name}: ${say_.flow(flow.steps.length)}`),
					...findingsOf(model, flow, say_),
					...timesIn(flow, say_),
				];
			}),
	);
	return blocks.length > 0 ? [head(2, say_.flows), ...blocks] : [];
}

function findingsOf(model: BoardQuery, flow: Flow, say_: FlowWords): Block[] {
	const told = checkFlow(flow).map((finding) => {
		const reason = model.find(finding.ids[0]!)?.waivers?.[finding.type];
		const sentence = say_.finding(finding, flow);
		return reason ? say_.aside(sentence, reason) : sentence;
	});
	return told.length > 0 ? [say(words(say_.findings, 'bold')), listOf(told)] : [say(say_.noFindings)];
}

function timesIn(flow: Flow, say_: FlowWords): Block[] {
	const times = timesOf(flow);
	if (!times) return [];
	return [say(words(say_.times, 'bold')), listOf(say_.timeLines(times, simulate(flow, SEED), flow))];
}
