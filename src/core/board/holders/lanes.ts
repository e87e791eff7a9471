/**
 * Lanes: things lie in them freely and belong to the one that they lie in. When lanes come, go or
 * change places, what lies in them goes along.
 */
import type { Point } from '../../geometry/box';
import { plainText } from '../../text/rich';
import { moveObjects } from '../ops/edits';
import type { BoardQuery } from '../model/query';
import type { BoardObject } from '../objects';
import type { EditContext } from '../store';
import { formOf, isOpen } from './forms';
import { laidOf, localPoint, type LaidTrack } from './layout';
import { HEAD, partOf } from './parts';

/** A lane on the board: what stands at its head, and its span across the way that the lanes run. */
export interface Lane {
	id: string;
	name: string;
	start: number;
	size: number;
}

/** Whether lanes are rows, and what lies in them so goes on to the right. */
export const areRows = ({ kind }: BoardObject): boolean => formOf(kind)!.rows;

const tracksOf = (object: BoardObject): LaidTrack[] => {
	const laid = laidOf(object);
	return (areRows(object) ? laid?.rows : laid?.cols) ?? [];
};

/** The lanes of an object in their order, in board units. */
export function lanesOf(object: BoardObject): Lane[] {
	const isRows = areRows(object);
	return tracksOf(object).map(({ id, at, size }) => {
		const heading = object.parts?.cells[isRows ? partOf(id, HEAD) : partOf(HEAD, id)];
		return {
			id,
			name: plainText(heading ?? []).trim(),
			start: (isRows ? object.box[1] : object.box[0]) + at,
			size,
		};
	});
}

/** The corner where things can lie in lanes: behind the heads. */
export function laneCorner(object: BoardObject): Point {
	const laid = laidOf(object);
	const [first] = tracksOf(object);
	const [x, y] = object.box;
	return areRows(object)
		? { x: x + (laid?.headCol?.size ?? 0), y: y + (first?.at ?? 0) }
		: { x: x + (first?.at ?? 0), y: y + (laid?.headRow ? laid.headRow.at + laid.headRow.size : 0) };
}

/** The lanes that something lies in, and which of them. */
export function laneAt(
	model: BoardQuery,
	object: BoardObject,
): { lanes: BoardObject; index: number } | undefined {
	const [x, y, w, h] = object.box;
	const centre = { x: x + w / 2, y: y + h / 2 };
	const lanes = model
		.within(object.sheet, { ...centre, w: 0, h: 0 })
		.reverse()
		.find((other) => isOpen(other) && other.id !== object.id);
	if (!lanes) return undefined;
	const local = localPoint(lanes.box, centre);
	const across = areRows(lanes) ? local.y : local.x;
	const index = tracksOf(lanes).findIndex(({ at, size }) => across >= at && across < at + size);
	return index < 0 ? undefined : { lanes, index };
}

/** What lies in each lane, by its id. */
export function inLanes(model: BoardQuery, lanes: BoardObject): Map<string, string[]> {
	const all = new Map(tracksOf(lanes).map(({ id }): [string, string[]] => [id, []]));
	const tracks = tracksOf(lanes);
	for (const id of model.contentsOf(lanes)) {
		const object = model.find(id);
		const at = object && laneAt(model, object);
		if (at?.lanes.id === lanes.id) all.get(tracks[at.index]!.id)!.push(id);
	}
	return all;
}

/**
 * Moves what lies in lanes to where these will be.
 * @param after the lanes in their new order, with their sizes in board units
 */
export function moveWithLanes(
	editContext: EditContext,
	model: BoardQuery,
	lanes: BoardObject,
	after: readonly { id: string; size: number }[],
): void {
	const before = lanesOf(lanes);
	const inside = inLanes(model, lanes);
	let start = before[0]?.start ?? 0;
	for (const { id, size } of after) {
		const lane = before.find((each) => each.id === id);
		const by = lane ? start - lane.start : 0;
		start += size;
		if (by !== 0) moveObjects(editContext, model, inside.get(id) ?? [], ...inDirection(lanes, by));
	}
}

const inDirection = (lanes: BoardObject, by: number): [number, number] =>
	areRows(lanes) ? [0, by] : [by, 0];
