/** Flows from files onto the board, and from the board into files. */
import type { BoardFlow } from '$core/board/flows';
import { addFlow } from '$core/board/ops/add-flow';
import { FLOW_FORMATS, flowFormatOf, type FlowFormatName } from '$core/flow/formats';
import { m } from '$lib/messages';
import { acceptOf, chooseFiles, saveFile } from '../ui/files';
import { flowTableWords } from '../words/flows';
import type { Board } from './board.svelte';
import { bringIn } from './bring-in';
import { heightFor } from './going-on';

/** Takes a flow out as a file. */
export async function takeFlowOut(flow: BoardFlow, name: FlowFormatName): Promise<void> {
	const { extensions, type, write } = FLOW_FORMATS[name];
	const text = await write(flow.flow, flowTableWords());
	saveFile(new Blob([text], { type }), `${m.flow()}.${extensions[0]}`);
}

/** Lets somebody choose a file with a flow. */
export async function chooseFlowFile(board: Board): Promise<void> {
	const [file] = await chooseFiles(acceptOf(Object.values(FLOW_FORMATS)));
	if (file) await bringFlowIn(board, file);
}

/** Brings the flow of a file in, laid out. */
async function bringFlowIn(board: Board, file: File): Promise<void> {
	const format = flowFormatOf(file.name);
	if (!format) return;
	await bringIn(board, {
		file,
		missing: 'no flow',
		read: format.read,
		put(flow) {
			const { x, y } = board.freeSpot(900, 500);
			return addFlow(board.room.editContext, board.model, flow, {
				sheet: board.sheet,
				at: { x: Math.round(x), y: Math.round(y) },
				direction: 'right',
				heightOf: (spec) => heightFor(board, spec),
			});
		},
		select: () => [],
		done: ({ steps }) => m.flow_brought_in({ count: steps.length, file: file.name }),
	});
}
