/**
 * Words that stood in something that others deleted before they were saved: put down on a sheet of
 * their own, where they are found again.
 */
import { isNote } from '$core/board/kinds/guards';
import { addObject } from '$core/board/ops/edits';
import { addFoundSheet, FOUND_SHEET } from '$core/board/ops/orphans';
import { m } from '$lib/messages';
import type { Room } from './room.svelte';
import type { LostWords } from './unsaved-texts';

/** Marks edits that put words down again: they are no step of undo. */
const RESCUED = 'rescued';

export function rescue(room: Room, { object, part, text }: LostWords): void {
	// It is told in the middle of a change; that has to be over first.
	queueMicrotask(() => {
		const editContext = { ...room.editContext, origin: RESCUED };
		const note = isNote(object) && part === undefined ? object : undefined;
		const [x, y] = object.box;
		editContext.doc.transact(() => {
			addFoundSheet(editContext.doc, room.model, m.found_sheet());
			addObject(editContext, room.model, {
				kind: 'note',
				sheet: FOUND_SHEET,
				box: note?.box ?? [x, y, 160, 96, 0],
				style: note?.style ?? { form: 'card', pigment: 'ochre' },
				text,
			});
		}, RESCUED);
		room.announce({ is: 'found', count: 1, sheet: FOUND_SHEET });
	});
}
