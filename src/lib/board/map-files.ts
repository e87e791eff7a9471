/** Maps from files onto the board, and from the board into files. */
import { addMap, underOne } from '$core/board/ops/map-conversions';
import { outlineOf } from '$core/board/ops/new-branches';
import { OUTLINE_FORMATS, outlineFormatOf, type OutlineFormatName } from '$core/mindmap/formats';
import { plainText } from '$core/text/rich';
import type { Point } from '$core/geometry/box';
import { m } from '$lib/messages';
import { messageOf } from '../api/errors';
import { saveFile } from '../ui/save-file';
import { toaster } from '../ui/toaster';
import type { Board } from './board.svelte';
import { heightFor } from './going-on';

/** Letters of a file that are read at most. */
const LARGEST = 5_000_000;

/** Whether a file may hold an outline, by its name. */
export const mayHoldOutline = (file: File): boolean => outlineFormatOf(file.name) !== undefined;

/** Takes what hangs on an object out as a file. */
export async function takeMapOut(board: Board, root: string, name: OutlineFormatName): Promise<void> {
	const outline = outlineOf(board.model, root);
	if (!outline) return;
	const { extensions, type, write } = OUTLINE_FORMATS[name];
	const title = plainText(outline.text).replace(/\s+/g, ' ').trim().slice(0, 60) || m.menu_map();
	const text = await write(title, [outline]);
	saveFile(new Blob([text], { type }), `${title.replace(/[\\/:*?"<>|]/g, ' ').trim()}.${extensions[0]}`);
}

/** Lets somebody choose a file with an outline. */
export function chooseMapFile(board: Board): void {
	const input = document.createElement('input');
	input.type = 'file';
	input.accept = Object.values(OUTLINE_FORMATS)
		.flatMap(({ extensions }) => extensions.map((each) => `.${each}`))
		.join(',');
	input.onchange = () => {
		const [file] = input.files ?? [];
		if (file) void bringMapIn(board, file);
	};
	input.click();
}

/** Brings the outline of a file in as a map, with its root at a point. */
export async function bringMapIn(board: Board, file: File, at: Point = board.middle): Promise<void> {
	const format = outlineFormatOf(file.name);
	if (!format || !board.mayAll) return;
	try {
		const outlines = await format.read(file.size > LARGEST ? '' : await file.text());
		let ids: string[] = [];
		board.asOne(() => {
			ids = addMap(board.room.editContext, board.model, underOne(outlines), {
				sheet: board.sheet,
				at,
				heightOf: (spec) => heightFor(board, spec),
			});
		});
		board.select(ids.slice(0, 1));
		board.showAll(ids);
		toaster.success({ title: m.map_brought_in({ count: ids.length, file: file.name }) });
	} catch (error) {
		toaster.error({ title: m.file_refused({ name: file.name }), description: messageOf(error) });
	}
}
