/**
 * One's own notes of the running step that everybody sees: listed beside the writing line, changed
 * and taken back from there.
 */
import { isNote } from '$core/board/kinds/guards';
import { removeObjects, setText } from '$core/board/ops/edits';
import { plainText } from '$core/text/rich';
import type { Room } from './room.svelte';
import type { OwnNote } from './silence.svelte';

export interface OpenNote extends OwnNote {
	/**
	 * It was revealed without its writer's name: nobody can say any more whose it is, and so nobody
	 * changes it.
	 */
	isFixed: boolean;
}

/** The newest first. */
export function openNotesOf(room: Room): OpenNote[] {
	const model = room.observed;
	const { gathering } = room;
	if (!gathering) return [];
	const since = room.plan.running?.startedAt ?? 0;
	const me = room.info.person.id;
	return [...model.objects.values()]
		.flatMap((note): OpenNote[] => {
			if (!isNote(note)) return [];
			const isMine = note.by[0] === me;
			if (!isMine && !room.silent?.isRevealed(note.id)) return [];
			const isHere =
				note.landing === gathering.field || note.made >= since || model.fieldOf(note)?.id === gathering.field;
			const { id, made, text, style } = note;
			if (!isHere) return [];
			return [{ id, made, text: plainText(text), pigment: style.pigment, run: undefined, isFixed: !isMine }];
		})
		.sort((a, b) => b.made - a.made);
}

export const changeOpenNote = (room: Room, id: string, text: string): void =>
	setText(room.editContext, id, text);

export const takeBackOpenNote = (room: Room, id: string): void =>
	removeObjects(room.editContext, room.model, [id]);
