/** Works layouts and runs of flows out beside the page. */
import { solveLayout, type FlowLayoutTask } from '$core/board/ops/flow-layout';
import type { Flow } from '$core/flow/flow';
import type { FlowLayout } from '$core/flow/layout/layout';
import { simulate, type SimulatedRuns } from '$core/flow/simulate';

export type FlowQuestion = { is: 'layout'; task: FlowLayoutTask } | { is: 'runs'; flow: Flow };
export type FlowAnswer = FlowLayout | SimulatedRuns | undefined;

/** The same flow always gives the same runs. */
const SEED = 20_260_307;

self.onmessage = ({ data }: MessageEvent<{ id: number; question: FlowQuestion }>) => {
	const { id, question } = data;
	const answer = question.is === 'layout' ? solveLayout(question.task) : simulate(question.flow, SEED);
	self.postMessage({ id, answer });
};
