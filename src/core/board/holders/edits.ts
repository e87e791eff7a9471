/** What people do to the rows, columns and lines of a holder. Each function is one step of undo. */
import { richFrom, type RichText } from '../../text/rich';
import { objectsOf, type ObjectMap } from '../document';
import type { SceneContext } from '../drawing';
import { Fault } from '../../fault';
import { type EditContext, patch, transact } from '../store';
import type { BoardQuery } from '../model/query';
import type { BoxValues } from '../objects';
import { keysAbove, keysAfter, keysBefore } from '../../order/keys';
import { writeText } from '../rich-document';
import { seedText } from '../text-nodes';
import { formOf, isHolder, isOpen, isTextCell } from './forms';
import { lanesOf, moveWithLanes } from './lanes';
import { HEAD_ROW, TITLE } from './layout';
import {
	cellKey,
	factKey,
	HEAD,
	isFact,
	MAX_TRACKS,
	partOf,
	rowAndCol,
	rowNodKey,
	trackKey,
	type FactName,
	type Facts,
	type Track,
} from './parts';
import { neededRows, type Holder } from './setting';

export type Axis = 'row' | 'col';

function holderOf(model: BoardQuery, id: string): Holder {
	const object = model.find(id);
	if (!object || !isHolder(object)) throw new Fault('gone', { what: 'object' });
	return object as Holder;
}

const tracksOf = (holder: Holder, axis: Axis): Track[] =>
	(axis === 'row' ? holder.parts?.rows : holder.parts?.cols) ?? [];

/** Whether rows or columns of a holder can be added and taken away. */
export const canChangeTracks = (holder: Holder, axis: Axis): boolean => {
	const form = formOf(holder.kind)!;
	return axis === 'row' ? form.rows : form.freeCols;
};

/** Runs `work` on the object's map as one step; the text of a cell that was never written in is made for it. */
function edit(editContext: EditContext, id: string, work: (map: ObjectMap) => void): void {
	transact(editContext, () => {
		const map = objectsOf(editContext.doc).get(id);
		if (!map) return;
		work(map);
		map.set('changed', editContext.now());
	});
}

/** Whether its rows and columns keep their sizes whatever is written in their heads. */
const keepsSizes = ({ kind }: Holder): boolean => formOf(kind)!.flow !== undefined || formOf(kind)!.open;

/** The box of a holder, `by` units wider. */
const widened = ({ set, box }: Holder, by: number): BoxValues => {
	const [x, y, w, h, angle] = set ?? box;
	return [x, y, Math.max(40, w + by), h, angle];
};

/** The same, taller. */
const taller = ({ set, box }: Holder, by: number): BoxValues => {
	const [x, y, w, h, angle] = set ?? box;
	return [x, y, w, Math.max(40, h + by), angle];
};
const roomOfRows = ({ box }: Holder): number => box[3] - TITLE;

/**
 * Gives a lane another size, board units; what lies in those after it goes along.
 */
export function setLaneSize(
	editContext: EditContext,
	model: BoardQuery,
	id: string,
	lane: string,
	size: number,
): void {
	const holder = holderOf(model, id);
	const axis: Axis = canChangeTracks(holder, 'row') ? 'row' : 'col';
	const lanes = lanesOf(holder);
	const before = lanes.find((each) => each.id === lane);
	const track = tracksOf(holder, axis).find((each) => each.id === lane);
	if (!before || !track || before.size === 0) return;
	const wanted = Math.max(40, Math.round(size));
	transact(editContext, () => {
		moveWithLanes(
			editContext,
			model,
			holder,
			lanes.map((each) => (each.id === lane ? { ...each, size: wanted } : each)),
		);
		edit(editContext, id, (map) => {
			map.set(trackKey(axis, lane), [track.z, (track.size * wanted) / before.size]);
			map.set('box', (axis === 'row' ? taller : widened)(holder, wanted - before.size));
		});
	});
}

/**
 * Adds a row or column right after another one, before all when `after` is undefined. Returns its id.
 * @throws Fault `too many tracks` when the holder has as many as it can take
 */
export function addTrack(
	editContext: EditContext,
	model: BoardQuery,
	id: string,
	axis: Axis,
	after: string | undefined,
): string {
	const holder = holderOf(model, id);
	const tracks = tracksOf(holder, axis);
	if (!canChangeTracks(holder, axis)) throw new Fault('fixed tracks');
	if (tracks.length >= MAX_TRACKS) throw new Fault('too many tracks', { max: MAX_TRACKS });
	const index = after === undefined ? -1 : tracks.findIndex((track) => track.id === after);
	const like = tracks[Math.max(0, index)];
	const [z] = keysAfter(
		tracks.map((each) => each.z),
		index,
		1,
	);
	const size = like?.size ?? (axis === 'row' ? 32 : 160);
	const track = editContext.newId();
	// Tracks share the room of the holder: with one more it gets larger by as much.
	const shares = tracks.reduce((sum, each) => sum + each.size, 0) || 1;
	const isOpenRow = axis === 'row' && isOpen(holder);
	const added = isOpenRow ? roomOfRows(holder) * (size / shares) : (size * holder.box[2]) / shares;
	transact(editContext, () => {
		if (isOpen(holder)) {
			const lanes = lanesOf(holder);
			const after = [...lanes];
			after.splice(index + 1, 0, { ...lanes[0]!, id: track, size: added });
			moveWithLanes(editContext, model, holder, after);
		}
		edit(editContext, id, (map) => {
			map.set(trackKey(axis, track), [z, axis === 'row' && !keepsSizes(holder) ? 32 : size]);
			if (axis === 'col') map.set('box', widened(holder, added));
			if (isOpenRow) map.set('box', taller(holder, added));
		});
	});
	return track;
}

/** Removes rows or columns with the texts in them; things that lie there stay in the holder. The last one stays. */
export function removeTrack(
	editContext: EditContext,
	model: BoardQuery,
	id: string,
	axis: Axis,
	track: string,
): boolean {
	const holder = holderOf(model, id);
	const tracks = tracksOf(holder, axis);
	const gone = tracks.find((each) => each.id === track);
	if (!gone || tracks.length < 2 || !canChangeTracks(holder, axis)) return false;
	const near = tracks[tracks.indexOf(gone) - 1] ?? tracks[1]!;
	const width = holder.laid?.cols.find((col) => col.id === track)?.size ?? 0;
	if (isOpen(holder)) return removeLane(editContext, holder, axis, gone, near);
	transact(editContext, () => {
		edit(editContext, id, (map) => {
			for (const key of [...map.keys()]) {
				const [is, first, second] = key.split(':');
				const isThere = axis === 'row' ? first === track : second === track;
				const isOfIt =
					(is === 'cell' && isThere) || (axis === 'row' && /^(fact|nodrow)$/.test(is!) && first === track);
				if (isOfIt || key === trackKey(axis, track)) map.delete(key);
			}
			if (axis === 'col') map.set('box', widened(holder, -width));
		});
		for (const { id: card, held } of model.cardsOf(id))
			if (held?.[axis] === track) patch(editContext, card, { held: { ...held, [axis]: near.id } });
	});
	return true;
}

/** Removes a lane; what lies in it stays there, for the lane beside it gets its room. */
function removeLane(editContext: EditContext, { id }: Holder, axis: Axis, gone: Track, near: Track): true {
	edit(editContext, id, (map) => {
		map.delete(trackKey(axis, gone.id));
		map.delete(cellKey(axis === 'row' ? partOf(gone.id, HEAD) : partOf(HEAD, gone.id)));
		map.set(trackKey(axis, near.id), [near.z, near.size + gone.size]);
	});
	return true;
}

/** Moves a row or column by one place. */
export function shiftTrack(
	editContext: EditContext,
	model: BoardQuery,
	id: string,
	axis: Axis,
	track: string,
	by: -1 | 1,
): void {
	const holder = holderOf(model, id);
	const tracks = tracksOf(holder, axis);
	const index = tracks.findIndex((each) => each.id === track);
	if (index < 0 || !tracks[index + by]) return;
	const keys = tracks.map((each) => each.z);
	const [z] = (by > 0 ? keysAfter : keysBefore)(keys, index + by, 1);
	transact(editContext, () => {
		if (isOpen(holder)) {
			const after = lanesOf(holder);
			after.splice(index + by, 0, ...after.splice(index, 1));
			moveWithLanes(editContext, model, holder, after);
		}
		edit(editContext, id, (map) => map.set(trackKey(axis, track), [z, tracks[index]!.size]));
	});
}

/** Gives a column a width, board units; the holder is as much wider or narrower. */
export function setColumnWidth(
	editContext: EditContext,
	model: BoardQuery,
	id: string,
	col: string,
	width: number,
): void {
	const holder = holderOf(model, id);
	const before = holder.laid?.cols.find((each) => each.id === col);
	const track = tracksOf(holder, 'col').find((each) => each.id === col);
	if (!before || !track || before.size === 0) return;
	const wanted = Math.max(30, width);
	// Sizes are shares of the set width: one unit of share is that many units on the board.
	const unit = before.size / track.size;
	edit(editContext, id, (map) => {
		map.set(trackKey('col', col), [track.z, wanted / unit]);
		map.set('box', widened(holder, wanted - before.size));
	});
}

/** The live text of a cell is made when it is first written in. */
export function openCell(editContext: EditContext, id: string, part: string): void {
	const map = objectsOf(editContext.doc).get(id);
	if (map) seedText(map, cellKey(part));
}

/** Makes rows as high as their text needs. */
export function fitRows(
	editContext: EditContext,
	model: BoardQuery,
	id: string,
	context: SceneContext,
): void {
	const object = model.find(id);
	if (!object || !isHolder(object)) return;
	const holder = object as Holder;
	const needed = neededRows(holder, context);
	const form = formOf(holder.kind)!;
	const changes = new Map<string, [string, number]>();
	for (const track of tracksOf(holder, 'row')) {
		const size = needed.get(track.id) ?? 0;
		// Rows that hold things are set by hand: they only grow.
		const next = keepsSizes(holder) ? Math.max(track.size, size) : size;
		if (Math.abs(next - track.size) > 0.5) changes.set(track.id, [track.z, next]);
	}
	const head = Math.max(HEAD_ROW, needed.get(HEAD) ?? 0);
	if (form.headRow && Math.abs(head - (holder.parts?.head?.h ?? HEAD_ROW)) > 0.5)
		changes.set(HEAD, ['', head]);
	if (changes.size === 0) return;
	edit(editContext, id, (map) => {
		for (const [row, value] of changes) map.set(trackKey('row', row), value);
	});
}

/**
 * Sets what is known of an action item; undefined takes it away.
 * @throws Fault `not a value` when the value is none that such a fact can have
 */
export function setFact<N extends FactName>(
	editContext: EditContext,
	id: string,
	row: string,
	name: N,
	value: Facts[N],
): void {
	if (value !== undefined && !isFact(name, value)) throw new Fault('not a value');
	edit(editContext, id, (map) => {
		if (value === undefined) map.delete(factKey(row, name));
		else map.set(factKey(row, name), value);
	});
}

/** Signs an action item off, or takes one's signature back. What another person signed stays signed. */
export function signOff(editContext: EditContext, model: BoardQuery, id: string, row: string): boolean {
	const signed = holderOf(model, id).parts?.facts[row]?.signed;
	if (signed && signed.id !== editContext.person.id) return false;
	const { id: person, name } = editContext.person;
	setFact(editContext, id, row, 'signed', signed ? undefined : { id: person, name, at: editContext.now() });
	return true;
}

/** Nods at a line, or takes one's nod back. */
export function nodAtRow(editContext: EditContext, id: string, row: string): void {
	const key = rowNodKey(row, editContext.person.id);
	edit(editContext, id, (map) => {
		if (map.has(key)) map.delete(key);
		else map.set(key, editContext.person.name);
	});
}

/**
 * Writes a block of texts, row by row, from a cell on; rows and columns are added where they do not suffice.
 * Headings beside rows and fixed columns are passed over.
 */
export function writeBlock(
	editContext: EditContext,
	model: BoardQuery,
	id: string,
	from: string,
	texts: readonly (readonly (string | RichText)[])[],
): void {
	transact(editContext, () => {
		const holder = holderOf(model, id);
		const form = formOf(holder.kind)!;
		const start = rowAndCol(from);
		const grow = (axis: Axis, first: string, count: number): string[] => {
			const ids = tracksOf(holder, axis).map((track) => track.id);
			const at = Math.max(0, ids.indexOf(first));
			if (!canChangeTracks(holder, axis)) return ids.slice(at, at + count);
			const missing = Math.min(at + count, MAX_TRACKS) - ids.length;
			return [...ids, ...addTracks(editContext, holder, axis, missing)].slice(at, at + count);
		};
		const rows = grow('row', start.row, texts.length);
		const cols = grow('col', start.col, Math.max(0, ...texts.map((line) => line.length)));
		edit(editContext, id, (map) => {
			rows.forEach((row, i) =>
				cols.forEach((col, j) => {
					const text = texts[i]?.[j];
					if (text === undefined || !isTextCell(form, row, col)) return;
					map.set(cellKey(partOf(row, col)), writeText(typeof text === 'string' ? richFrom(text) : text));
				}),
			);
		});
	});
}

/** Adds rows or columns at the end, inside a step that is under way; returns their ids. */
function addTracks(editContext: EditContext, holder: Holder, axis: Axis, count: number): string[] {
	const map = objectsOf(editContext.doc).get(holder.id);
	if (!map || count <= 0) return [];
	const tracks = tracksOf(holder, axis);
	const keys = keysAbove(tracks.at(-1)?.z ?? null, count);
	const size = tracks.at(-1)?.size ?? 120;
	const ids: string[] = [];
	for (let i = 0; i < count; i++) {
		const id = editContext.newId();
		ids.push(id);
		map.set(trackKey(axis, id), [keys[i], axis === 'row' ? 32 : size]);
	}
	const shares = tracks.reduce((sum, each) => sum + each.size, 0) || 1;
	if (axis === 'col') map.set('box', widened(holder, (count * size * holder.box[2]) / shares));
	return ids;
}
