/** Tells whoever listens what they did on the board. */
import { isConnector } from '$core/board/kinds/guards';
import type { BoardObject } from '$core/board/objects';
import { differenceOf, summaryOf, type Difference } from '$core/board/ops/differences';
import { plainText } from '$core/text/rich';
import { m } from '$lib/messages';
import { manyOf } from '$lib/kinds-ui';
import { announcements } from '../ui/announcements.svelte';
import { lineOf } from './wayfinder/tree';
import type { Board } from '../board/board.svelte';

/** Letters of a text that name what it stands on. */
const NAMED_BY = 60;

interface Told {
	things: string;
	place: string;
}
const DONE: Record<Difference, (told: Told) => string> = {
	made: (told) => m.say_made(told),
	deleted: (told) => m.say_deleted(told),
	'to sheet': (told) => m.say_moved(told),
	moved: (told) => m.say_moved(told),
	resized: (told) => m.say_resized(told),
	written: (told) => m.say_written(told),
	nodded: (told) => m.say_nodded(told),
	locked: (told) => m.say_locked(told),
	changed: (told) => m.say_changed(told),
};
/** As what was taken back: what is deleted by that was made before. */
const UNDONE: Record<Difference, (told: Told) => string> = {
	made: (told) => m.say_edit_deleting(told),
	deleted: (told) => m.say_edit_making(told),
	'to sheet': (told) => m.say_edit_moving(told),
	moved: (told) => m.say_edit_moving(told),
	resized: (told) => m.say_edit_resizing(told),
	written: (told) => m.say_edit_writing(told),
	nodded: (told) => m.say_edit_nodding(told),
	locked: (told) => m.say_edit_locking(told),
	changed: (told) => m.say_edit_changing(told),
};
const REDONE: Record<Difference, (told: Told) => string> = {
	...UNDONE,
	made: (told) => m.say_edit_making(told),
	deleted: (told) => m.say_edit_deleting(told),
};

/** "one note “Queue at the door”", "3 notes", "5 things". */
function thingsIn(objects: readonly BoardObject[]): string {
	const [first] = objects;
	if (!first) return '';
	if (objects.some(({ kind }) => kind !== first.kind)) return m.things({ count: objects.length });
	const things = manyOf(first.kind, objects.length);
	const text = lineOf(first).slice(0, NAMED_BY);
	return objects.length > 1 || text === '' ? things : `${things} ${m.quoted({ text })}`;
}

/** The field in which all of them lie, or else their sheet. */
function placeOf({ model }: Board, objects: readonly BoardObject[]): string {
	const [first] = objects;
	if (!first) return '';
	const field = model.fieldOf(first);
	const isShared = field && objects.every((each) => model.fieldOf(each)?.id === field.id);
	const sheet = model.sheets.find(({ id }) => id === first.sheet)?.title ?? '';
	return (isShared && plainText(field.text)) || m.say_on_sheet({ title: sheet });
}

/** Tells what is done here, taken back and done again. Returns what ends it. */
export function announceOwnChanges(board: Board): () => void {
	const known = new Map(board.model.objects);
	return board.model.onChange(({ changed, removed, local }) => {
		// What others do is told by the room; what is typed is heard as it is typed.
		const isTold = local && !board.editing;
		const differences = [...changed, ...removed].flatMap((id) => {
			const [before, after] = [known.get(id), board.model.find(id)];
			const difference = isTold ? differenceOf(before, after) : undefined;
			if (after) known.set(id, after);
			else known.delete(id);
			const object = after ?? before;
			return difference && object ? [{ difference, object }] : [];
		});
		if (!isTold) return;
		const others = differences.filter(({ object }) => !isConnector(object));
		const summary = summaryOf(others.length > 0 ? others : differences);
		if (!summary) return;
		const { difference, objects } = summary;
		const told = { things: thingsIn(objects), place: placeOf(board, objects) };
		const { manager } = board.steps;
		const words = manager.undoing
			? m.say_undone({ what: UNDONE[difference](told) })
			: manager.redoing
				? m.say_redone({ what: REDONE[difference](told) })
				: DONE[difference](told);
		announcements.say(words, 'own change');
	});
}
