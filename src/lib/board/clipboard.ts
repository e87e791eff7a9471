/** Copy, cut and paste through the system's clipboard: our own objects as they are, other text as a note. */
import { copyOut, type Clip } from '$core/board/edits';
import { objectSchema, type BoardObject } from '$core/board/objects';
import { NOTE_SIZES } from '$core/board/objects';
import { plainText } from '$core/text/rich';
import { z } from 'zod';
import type { Board } from './board.svelte';

const TYPE = 'application/x-wandtafel-objects+json';
const runSchema = z.object({
	text: z.string(),
	bold: z.boolean().optional(),
	italic: z.boolean().optional(),
});
const clipSchema = z.array(z.unknown()).max(20_000);

/** Reads a clip from the clipboard; what cannot be read is left out. */
function readClip(json: string): Clip | undefined {
	try {
		const list = clipSchema.parse(JSON.parse(json));
		const objects = list.flatMap((entry) => {
			const object = objectSchema.safeParse(entry);
			const text = z.object({ text: z.array(z.array(runSchema)) }).safeParse(entry);
			return object.success && text.success ? [{ ...object.data, text: text.data.text } as BoardObject] : [];
		});
		return objects.length > 0 ? { objects } : undefined;
	} catch {
		return undefined;
	}
}

export function copy(board: Board, event: ClipboardEvent): boolean {
	if (board.selection.size === 0 || !event.clipboardData) return false;
	const clip = copyOut(board.model, board.selection);
	event.clipboardData.setData(TYPE, JSON.stringify(clip.objects));
	event.clipboardData.setData(
		'text/plain',
		clip.objects
			.map((object) => plainText(object.text))
			.filter(Boolean)
			.join('\n'),
	);
	event.preventDefault();
	return true;
}

export function cut(board: Board, event: ClipboardEvent): void {
	if (board.mayEdit && copy(board, event)) board.remove();
}

export function paste(board: Board, event: ClipboardEvent): void {
	const data = event.clipboardData;
	if (!data || !board.mayEdit) return;
	const clip = readClip(data.getData(TYPE));
	const text = data.getData('text/plain').trim();
	if (clip) board.paste(clip);
	else if (text !== '') {
		const { w, h } = NOTE_SIZES[board.next.form];
		const { x, y } = board.middle;
		const { form, pigment } = board.next;
		const id = board.add<'note'>({
			kind: 'note',
			box: [Math.round(x - w / 2), Math.round(y - h / 2), w, h, 0],
			style: { form, pigment },
			text,
		});
		const object = board.model.find(id);
		if (object) board.growToText(object);
	} else return;
	event.preventDefault();
}
