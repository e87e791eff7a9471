/** Flows from files onto the board, and from the board into files. */
import type { BoardFlow } from '$core/board/flows';
import { addFlow } from '$core/board/ops/add-flow';
import { FLOW_FORMATS, flowFormatOf, type FlowFormatName } from '$core/flow/formats';
import type { Point } from '$core/geometry/box';
import { m } from '$lib/messages';
import { saveFile } from '../ui/save-file';
import { messageOf } from '../api/errors';
import { flowTableWords } from '../words/flows';
import { toaster } from '../ui/toaster';
import type { Board } from './board.svelte';
import { heightFor } from './going-on';

/** Letters of a file that are read at most. */
const LARGEST = 5_000_000;

/** Whether a file may hold a flow, by its name. */
export const mayHoldFlow = (file: File): boolean => flowFormatOf(file.name) !== undefined;

/** Takes a flow out as a file. */
export async function takeFlowOut(flow: BoardFlow, name: FlowFormatName): Promise<void> {
	const { extensions, type, write } = FLOW_FORMATS[name];
	const text = await write(flow.flow, flowTableWords());
	saveFile(new Blob([text], { type }), `${m.flow()}.${extensions[0]}`);
}

/** Brings the flow of a file in, laid out, with its upper left corner at a point. */
export async function bringFlowIn(board: Board, file: File, at?: Point): Promise<void> {
	const format = flowFormatOf(file.name);
	if (!format || !board.mayAll) return;
	try {
		const flow = await format.read(file.size > LARGEST ? '' : await file.text());
		let ids: string[] = [];
		const corner = at ?? board.freeSpot(900, 500);
		board.asOne(() => {
			ids = addFlow(board.room.editContext, board.model, flow, {
				sheet: board.sheet,
				at: { x: Math.round(corner.x), y: Math.round(corner.y) },
				direction: 'right',
				heightOf: (spec) => heightFor(board, spec),
			});
		});
		board.select([]);
		board.showAll(ids);
		toaster.success({ title: m.flow_brought_in({ count: flow.steps.length, file: file.name }) });
	} catch (error) {
		toaster.error({ title: m.file_refused({ name: file.name }), description: messageOf(error) });
	}
}
