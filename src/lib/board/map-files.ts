/** Maps from files onto the board, and from the board into files. */
import { addMap, underOne } from '$core/board/ops/map-conversions';
import { outlineOf } from '$core/board/ops/new-branches';
import { OUTLINE_FORMATS, outlineFormatOf, type OutlineFormatName } from '$core/mindmap/formats';
import { plainText } from '$core/text/rich';
import { m } from '$lib/messages';
import { acceptOf, chooseFiles, saveFile } from '../ui/files';
import type { Board } from './board.svelte';
import { bringIn } from './bring-in';
import { heightFor } from './going-on';

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
export async function chooseMapFile(board: Board): Promise<void> {
	const [file] = await chooseFiles(acceptOf(Object.values(OUTLINE_FORMATS)));
	if (file) await bringMapIn(board, file);
}

/** Brings the outline of a file in as a map. */
async function bringMapIn(board: Board, file: File): Promise<void> {
	const format = outlineFormatOf(file.name);
	if (!format) return;
	await bringIn(board, {
		file,
		missing: 'no outline',
		read: format.read,
		put: (outlines) =>
			addMap(board.room.editContext, board.model, underOne(outlines), {
				sheet: board.sheet,
				at: board.middle,
				heightOf: (spec) => heightFor(board, spec),
			}),
		select: (ids) => ids.slice(0, 1),
		done: (_, ids) => m.map_brought_in({ count: ids.length, file: file.name }),
	});
}
