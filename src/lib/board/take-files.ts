/** Files that are dropped on the board, pasted or chosen. */
import { IMPORT_FORMATS, importFormatOf } from '$core/formats/imports';
import type { Point } from '$core/geometry/box';
import { m } from '$lib/messages';
import { acceptOf, chooseFiles } from '../ui/files';
import { toaster } from '../ui/toaster';
import type { Board } from './board.svelte';
import { addPictures, isPictureFile, PICTURE_TYPES } from './pictures';

/**
 * Takes files that were dropped on the board or pasted: pictures alone are put there at once, for
 * others it is shown what would become of them.
 */
export function takeFiles(board: Board, files: readonly File[], at: Point = board.middle): void {
	if (!board.mayAll) return;
	const known = files.filter((file) => isPictureFile(file) || importFormatOf(file.name));
	for (const { name } of files.filter((file) => !known.includes(file)))
		toaster.error({ title: m.file_refused({ name }), description: m.incoming_unknown() });
	if (known.length === 0) return;
	if (known.every(isPictureFile)) void addPictures(board, known, at);
	else board.frame.bringIn(known, at);
}

/** Lets somebody choose files of all kinds that can be brought in. */
export async function chooseIncoming(board: Board): Promise<void> {
	const accept = [PICTURE_TYPES, acceptOf(Object.values(IMPORT_FORMATS))].join(',');
	const files = await chooseFiles(accept, true);
	takeFiles(board, files);
}
