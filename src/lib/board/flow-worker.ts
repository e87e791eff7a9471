/** Working layouts and runs of flows out beside the page, where they are large. */
import { solveLayout, type FlowLayoutTask } from '$core/board/ops/flow-layout';
import type { Flow } from '$core/flow/flow';
import type { FlowLayout } from '$core/flow/layout/layout';
import type { SimulatedRuns } from '$core/flow/simulate';
import type { FlowAnswer, FlowQuestion } from '../../workers/flows';
import { workerClient } from './worker-client';

/** Steps up to which a layout is worked out at once: that takes no longer than a frame. */
const AT_ONCE = 40;

const ask = workerClient<FlowQuestion, FlowAnswer>(
	() => new Worker(new URL('../../workers/flows.ts', import.meta.url), { type: 'module' }),
);

export async function solveBeside(task: FlowLayoutTask): Promise<FlowLayout> {
	if (task.steps.length <= AT_ONCE) return solveLayout(task);
	return (await ask({ is: 'layout', task })) as FlowLayout;
}

/** Runs through a flow by chance, always the same ones; undefined where it has no start. */
export async function simulateBeside(flow: Flow): Promise<SimulatedRuns | undefined> {
	return (await ask({ is: 'runs', flow })) as SimulatedRuns | undefined;
}
