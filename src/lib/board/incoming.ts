/** Files that come onto the board: read beside the page, and put down as what was chosen. */
import { addFlow } from '$core/board/ops/add-flow';
import { addRowNotes, type RowNote } from '$core/board/ops/add-rows';
import { addColumns, addList, addMap, underOne } from '$core/board/ops/map-conversions';
import type { NewObject } from '$core/board/ops/edits';
import { Fault, faultFrom } from '$core/fault';
import {
	IMPORT_FORMATS,
	type ImportTarget,
	type ImportContent,
	type ImportFormatName,
} from '$core/formats/imports';
import { notesOfRows, type RowColumns } from '$core/formats/import/row-columns';
import { flowOfRows } from '$core/flow/formats/table';
import { linesOf } from '$core/mindmap/outline';
import { isEmpty, richFrom } from '$core/text/rich';
import type { Point } from '$core/geometry/box';
import type { ImportAnswer, ImportQuestion } from '../../workers/imports';
import type { Board } from './board.svelte';
import { heightFor } from './going-on';
import { putTable } from './holders';
import { workerClient } from './worker-client';

const ask = workerClient<ImportQuestion, ImportAnswer>(
	() => new Worker(new URL('../../workers/imports.ts', import.meta.url), { type: 'module' }),
);

/**
 * Reads a file.
 * @throws Fault for what is too large, or cannot be read
 */
export async function readIncoming(file: File, format: ImportFormatName): Promise<ImportContent> {
	const { maxBytes } = IMPORT_FORMATS[format];
	if (file.size > maxBytes) throw new Fault('file too large', { mb: Math.round(maxBytes / 1048576) });
	const answer = await ask({ format, file: new Uint8Array(await file.arrayBuffer()) });
	if ('fault' in answer) throw faultFrom(answer.fault.code, answer.fault.data);
	return answer.content;
}

/** Content with what was chosen for it. */
export interface ChosenContent {
	content: ImportContent;
	target: ImportTarget;
	/** Which sheet of a spreadsheet, and what its columns are. */
	sheet: number;
	columns: RowColumns;
}

/** The notes that rows or lines become. */
export function notesOf({ content, sheet, columns }: ChosenContent): RowNote[] {
	if (content.is === 'rows') return notesOfRows(content.sheets[sheet]?.rows ?? [], columns);
	if (content.is === 'flow') return [];
	return [...linesOf(content.outlines)].flatMap(({ outline: { text } }) => (isEmpty(text) ? [] : { text }));
}

/** Puts content on the board, from a corner on or in a free place. Returns the ids of all of it. */
export function putContent(board: Board, chosen: ChosenContent, corner?: Point): string[] {
	const { content, target, sheet } = chosen;
	const { editContext } = board.room;
	const rows = content.is === 'rows' ? (content.sheets[sheet]?.rows ?? []) : [];
	const heightOf = (spec: NewObject): number => heightFor(board, spec);
	const spot = (w: number, h: number): Point => {
		const { x, y } = corner ?? board.freeSpot(w, h);
		return { x: Math.round(x), y: Math.round(y) };
	};
	const here = { sheet: board.sheet, heightOf };
	const grown = (ids: string[]): string[] => {
		const [made] = ids.flatMap((id) => board.model.find(id) ?? []);
		if (made) board.writing.grow(made);
		return ids;
	};
	const outline = content.is === 'outline' ? underOne(content.outlines) : { text: [], branches: [] };
	switch (target) {
		case 'notes': {
			const { form, pigment } = board.next;
			const place = { ...here, at: spot(900, 600), form, pigment };
			return addRowNotes(editContext, board.model, notesOf(chosen), place);
		}
		case 'table':
			return [
				putTable(
					board,
					rows.map((row) => row.map((cell) => richFrom(cell))),
					corner,
				),
			];
		case 'flow':
			return addFlow(editContext, board.model, content.is === 'flow' ? content.flow : flowOfRows(rows), {
				...here,
				at: spot(900, 500),
				direction: 'right',
			});
		case 'map': {
			const { x, y } = spot(1200, 700);
			return addMap(editContext, board.model, outline, { ...here, at: { x: x + 600, y: y + 350 } });
		}
		case 'list': {
			const id = addList(editContext, board.model, outline, { ...here, at: spot(420, 400) });
			return grown(id === undefined ? [] : [id]);
		}
		case 'columns':
			return grown(addColumns(editContext, board.model, outline, { ...here, at: spot(800, 400) }));
	}
}
