/** Keeping people in the place: notes that lie outside of the step's field are found and brought back, and a field is put in order by person. */
import { isField, isNote } from '../board/kinds/guards';
import { objectsOf } from '../board/document';
import { moveTo } from '../board/ops/edits';
import { type EditContext, transact } from '../board/store';
import { GATHER_GAP, roomOfField } from '../board/ops/gather';
import type { BoardQuery } from '../board/model/query';
import type { BoardObject } from '../board/objects';

/** Notes written since `since` that lie neither in the field nor wait to land there, the oldest first. */
export function straysOf(model: BoardQuery, field: string, since: number): BoardObject[] {
	const home = model.find(field);
	if (!home) return [];
	const inside = new Set(model.contentsOf(home));
	return [...model.objects.values()]
		.filter(
			(object) =>
				isNote(object) &&
				object.made >= since &&
				!inside.has(object.id) &&
				object.landing === undefined &&
				object.held === undefined &&
				object.theme === undefined &&
				!object.lock,
		)
		.sort((a, b) => a.made - b.made || (a.id < b.id ? -1 : 1));
}

/** Sends notes to a field, where the server finds a place for each. */
export function bringHome(
	editContext: EditContext,
	model: BoardQuery,
	ids: Iterable<string>,
	field: string,
): void {
	const sheet = model.find(field)?.sheet;
	if (sheet === undefined) return;
	transact(editContext, () => {
		for (const id of ids) {
			const map = objectsOf(editContext.doc).get(id);
			if (!map || model.find(id)?.lock) continue;
			map.set('sheet', sheet);
			map.set('landing', field);
			map.set('changed', editContext.now());
		}
	});
}

/** Notes of a field by person, the one who wrote first before the others. */
function byPerson(notes: readonly BoardObject[]): BoardObject[][] {
	const groups = new Map<string, BoardObject[]>();
	for (const note of [...notes].sort((a, b) => a.made - b.made)) {
		const group = groups.get(note.by[0]) ?? [];
		group.push(note);
		groups.set(note.by[0], group);
	}
	return [...groups.values()];
}

/** One of each person in turn. */
function inTurns(groups: readonly BoardObject[][]): BoardObject[] {
	const most = Math.max(0, ...groups.map(({ length }) => length));
	return Array.from({ length: most }, (_, i) => groups.flatMap((group) => group[i] ?? [])).flat();
}

/**
 * Lays the notes in a field out anew: each person's together, or one of each in turn. Rows as wide as the field; it grows if need be.
 * Returns how many notes were laid out.
 */
export function layByPerson(
	editContext: EditContext,
	model: BoardQuery,
	field: string,
	how: 'together' | 'spread',
): number {
	const home = model.find(field);
	if (!isField(home)) return 0;
	const notes = model
		.contentsOf(home)
		.flatMap((id) => model.find(id) ?? [])
		.filter((object) => isNote(object) && !object.lock && !object.held && !object.theme);
	const groups = byPerson(notes);
	const ordered = how === 'together' ? groups.flat() : inTurns(groups);
	const room = roomOfField(home);
	const moves = new Map<string, { x: number; y: number }>();
	let [x, y, height] = [room.x, room.y, 0];
	for (const { id, box } of ordered) {
		const [, , w, h] = box;
		if (x > room.x && x + w > room.x + room.w + 0.5) {
			x = room.x;
			y += height + GATHER_GAP;
			height = 0;
		}
		moves.set(id, { x, y });
		x += w + GATHER_GAP;
		height = Math.max(height, h);
	}
	transact(editContext, () => {
		moveTo(editContext, model, moves);
		const [fx, fy, fw, fh, angle] = home.box;
		const bottom = y + height + 22;
		if (bottom > fy + fh)
			objectsOf(editContext.doc)
				.get(field)!
				.set('box', [fx, fy, fw, bottom - fy, angle]);
	});
	return ordered.length;
}
