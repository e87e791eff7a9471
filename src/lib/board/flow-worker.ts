/** Working layouts and runs of flows out beside the page, where they are large. */
import { solveLayout, type FlowLayoutTask } from '$core/board/ops/flow-layout';
import type { Flow } from '$core/flow/flow';
import type { FlowLayout } from '$core/flow/layout/layout';
import type { SimulatedRuns } from '$core/flow/simulate';
import type { FlowAnswer, FlowQuestion } from '../../workers/flows';

/** Steps up to which a layout is worked out at once: that takes no longer than a frame. */
const AT_ONCE = 40;

let worker: Worker | undefined;
let asked = 0;
const waiting = new Map<number, { done: (answer: FlowAnswer) => void; failed: (error: Error) => void }>();

function ask(question: FlowQuestion): Promise<FlowAnswer> {
	if (!worker) {
		worker = new Worker(new URL('../../workers/flows.ts', import.meta.url), { type: 'module' });
		worker.onmessage = ({ data }: MessageEvent<{ id: number; answer: FlowAnswer }>) => {
			waiting.get(data.id)?.done(data.answer);
			waiting.delete(data.id);
		};
		worker.onerror = ({ message }) => {
			for (const { failed } of waiting.values()) failed(new Error(message));
			waiting.clear();
			worker = undefined;
		};
	}
	const id = ++asked;
	return new Promise((done, failed) => {
		waiting.set(id, { done, failed });
		worker!.postMessage({ id, question });
	});
}

export async function solveBeside(task: FlowLayoutTask): Promise<FlowLayout> {
	if (task.steps.length <= AT_ONCE) return solveLayout(task);
	return (await ask({ is: 'layout', task })) as FlowLayout;
}

/** Runs through a flow by chance, always the same ones; undefined where it has no start. */
export async function simulateBeside(flow: Flow): Promise<SimulatedRuns | undefined> {
	return (await ask({ is: 'runs', flow })) as SimulatedRuns | undefined;
}
