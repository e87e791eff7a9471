/**
 * What people do to a board. Each function is one transaction on the live document, so one action is one
 * undo step, whatever it takes along: contents of a moved field, connectors of a removed shape.
 */
import { isRegion, traitsOf } from '../kinds/traits';
import { isConnector, isGroup, isMark, isText } from '../kinds/guards';
import * as Y from 'yjs';
import { richFrom, type RichText } from '../../text/rich';
import { fillText, fragmentOf, objectsOf, writeText, type ObjectMap } from '../document';
import { isHolder } from '../holders/forms';
import type { HolderParts } from '../holders/parts';
import { CELL_TEXT } from '../holders/setting';
import { writeParts } from '../holders/write';
import { withinLimits } from '../kinds/common';
import { TEXT_SIZES } from '../kinds/text';
import { keysAbove, keysBelow } from '../../order/keys';
import { stickIn } from './marks';
import type { BoardQuery } from '../model/query';
import { Fault } from '../../fault';
import { patch, transact, type EditContext } from '../store';
import {
	hasStyle,
	objectSchema,
	type BoardObject,
	type BoxValues,
	type ConnectorEnd,
	type KindName,
	type ObjectOf,
	type StyleOf,
} from '../objects';

/** What is needed to make an object; the rest follows. */
export interface NewObject<K extends KindName = KindName> {
	kind: K;
	sheet: string;
	box: [number, number, number, number, number];
	style: StyleOf<K>;
	text?: RichText | string;
	ends?: [ConnectorEnd, ConnectorEnd];
	theme?: string;
	landing?: string;
	group?: string;
	bends?: [number, number][];
	points?: number[];
	span?: [number, number];
	file?: string;
	natural?: [number, number];
	crop?: [number, number, number, number];
	animated?: boolean;
	name?: string;
	/** The holder to lie in. */
	held?: NonNullable<BoardObject['held']>;
	/** On what it hangs in a map, and how what hangs on it is shown. */
	branch?: NonNullable<BoardObject['branch']>;
	mapStyle?: NonNullable<BoardObject['mapStyle']>;
	/** What it takes as a step of a flow; the part of those who take it as an exit. */
	work?: NonNullable<BoardObject['work']>;
	share?: number;
	/** What a mark sticks to. */
	on?: NonNullable<ObjectOf<'mark'>['on']>;
	/** What stands in a holder. */
	parts?: HolderParts;
	id?: string;
	/** Who wrote it, where that is not the hand itself. */
	by?: [string, string];
}

/** Stack places above everything on a sheet, or below it for regions drawn round what is there. */
export function stackPlaces(model: BoardQuery, sheet: string, count: number, under: boolean): string[] {
	const { low, high } = model.stackOn(sheet);
	return under ? keysBelow(low, count) : keysAbove(high, count);
}

function mapFrom(editContext: EditContext, spec: NewObject, id: string, z: string): ObjectMap {
	const now = editContext.now();
	const values: Record<string, unknown> = {
		kind: spec.kind,
		sheet: spec.sheet,
		box: spec.box,
		z,
		style: spec.style,
		by: spec.by ?? [editContext.person.id, editContext.person.name],
		made: now,
		changed: now,
	};
	if (spec.ends) values['ends'] = spec.ends;
	if (spec.theme) values['theme'] = spec.theme;
	if (spec.landing) values['landing'] = spec.landing;
	if (spec.group) values['group'] = spec.group;
	if (spec.bends?.length) values['bends'] = spec.bends;
	if (spec.points) values['points'] = spec.points;
	for (const key of [
		'span',
		'file',
		'natural',
		'crop',
		'animated',
		'name',
		'held',
		'on',
		'branch',
		'mapStyle',
		'work',
		'share',
	] as const) {
		if (spec[key] !== undefined) values[key] = spec[key];
	}
	for (const key of Object.keys(values)) values[key] = withinLimits(key, values[key]);
	const parsed = objectSchema.safeParse({ ...values, id });
	if (!parsed.success)
		throw new Fault('not for this kind', {
			kind: spec.kind,
			problem: parsed.error.issues[0]?.message ?? '',
		});
	const map = new Y.Map<unknown>(Object.entries(values));
	map.set('text', writeText(typeof spec.text === 'string' ? richFrom(spec.text) : (spec.text ?? [])));
	if (spec.parts) writeParts(map, spec.parts);
	return map;
}

/** Puts new objects on the board, in their order; regions go under what is there. Returns their ids. */
export function addObjects(editContext: EditContext, model: BoardQuery, specs: NewObject[]): string[] {
	const ids = specs.map((spec) => spec.id ?? editContext.newId());
	const places = new Map<NewObject, string>();
	for (const under of [true, false]) {
		const those = specs.filter((spec) => isRegion(spec) === under);
		for (const sheet of new Set(those.map((spec) => spec.sheet))) {
			const here = those.filter((spec) => spec.sheet === sheet);
			const keys = stackPlaces(model, sheet, here.length, under);
			here.forEach((spec, i) => places.set(spec, keys[i]!));
		}
	}
	const maps = specs.map((spec, i) => mapFrom(editContext, spec, ids[i]!, places.get(spec)!));
	transact(editContext, () => maps.forEach((map, i) => objectsOf(editContext.doc).set(ids[i]!, map)));
	return ids;
}

export const addObject = <K extends KindName>(
	editContext: EditContext,
	model: BoardQuery,
	spec: NewObject<K>,
): string => addObjects(editContext, model, [spec as unknown as NewObject])[0]!;

/**
 * Everything that a movement of `ids` takes along: contents of fields and themes, branches of maps,
 * at any depth.
 */
export function withContents(model: BoardQuery, ids: Iterable<string>): Set<string> {
	const all = new Set<string>();
	const queue = [...ids];
	for (let id = queue.pop(); id !== undefined; id = queue.pop()) {
		if (all.has(id)) continue;
		const object = model.find(id);
		if (!object) continue;
		all.add(id);
		queue.push(...model.marksOn(id), ...model.maps.branchesOf(id));
		if (traitsOf(object).contents !== 'none') queue.push(...model.contentsOf(object));
	}
	return all;
}

export const shifted = (end: ConnectorEnd, dx: number, dy: number): ConnectorEnd =>
	'point' in end ? { point: [end.point[0] + dx, end.point[1] + dy] } : end;

/** Whether an object has its place from a holder. */
export const isInHolder = (model: BoardQuery, { held, sheet }: BoardObject): boolean =>
	held !== undefined && model.find(held.in)?.sheet === sheet;

/**
 * Moves objects with what they hold; loose ends of moved connectors move too, tied ends follow. What
 * lies in a holder stays where the holder has it.
 */
export function moveObjects(
	editContext: EditContext,
	model: BoardQuery,
	ids: Iterable<string>,
	dx: number,
	dy: number,
): void {
	if (dx === 0 && dy === 0) return;
	transact(editContext, () => {
		const moving = withContents(model, ids);
		// Corners set by hand move along when both ends do.
		for (const id of [...moving]) {
			for (const tie of model.tiesOf(id)) {
				const link = model.find(tie);
				if (!isConnector(link) || !link.bends?.length || moving.has(tie)) continue;
				if (link.ends.every((end) => 'object' in end && moving.has(end.object))) moving.add(tie);
			}
		}
		for (const id of moving) {
			const object = model.find(id)!;
			if (object.lock || isGroup(object) || isInHolder(model, object)) continue;
			const parent = model.maps.parentOf(id);
			if (parent !== undefined) {
				// What was not put by hand stands where its map has it.
				const { offset } = object.branch!;
				if (offset && !moving.has(parent))
					patch(editContext, id, {
						branch: { ...object.branch, offset: [offset[0] + dx, offset[1] + dy] },
					});
				continue;
			}
			if (isConnector(object)) {
				const bends = object.bends?.map(([x, y]): [number, number] => [x + dx, y + dy]);
				patch(editContext, id, {
					ends: object.ends.map((end) => shifted(end, dx, dy)),
					...(bends ? { bends } : {}),
				});
			} else {
				if (isMark(object) && object.on && moving.has(object.on.to)) continue;
				const [x, y, w, h, angle] = object.set ?? object.box;
				const box: BoxValues = [x + dx, y + dy, w, h, angle];
				patch(editContext, id, isMark(object) ? { box, on: stickIn(model, object, box) } : { box });
			}
		}
	});
}

/** Gives objects new boxes, as after a resize or a turn. */
export function setBoxes(editContext: EditContext, boxes: ReadonlyMap<string, BoxValues>): void {
	transact(editContext, () => {
		for (const [id, box] of boxes) patch(editContext, id, { box });
	});
}

/** Gives objects new boxes and scales the type in them that has a size of its own, as when a group is scaled. */
export function scaleObjects(
	editContext: EditContext,
	model: BoardQuery,
	boxes: ReadonlyMap<string, BoxValues>,
	factor: number,
): void {
	transact(editContext, () => {
		for (const [id, box] of boxes) {
			const object = model.find(id);
			if (!object) continue;
			const size = sizeOf(object);
			const scaled = size === undefined ? undefined : Math.round(size * factor * 10) / 10;
			const style = scaled === undefined ? {} : { style: { ...object.style, size: Math.max(6, scaled) } };
			patch(editContext, id, { box, ...style });
		}
	});
}

/** Size of the type in an object, where it does not follow from the room that the text has. */
function sizeOf(object: BoardObject): number | undefined {
	if (isText(object)) return object.style.size ?? TEXT_SIZES[object.style.role];
	const own = 'size' in object.style ? (object.style.size as number | undefined) : undefined;
	return own ?? (isHolder(object) ? CELL_TEXT : undefined);
}

/** Moves objects to new upper left corners, what they hold along with them. */
export function moveTo(
	editContext: EditContext,
	model: BoardQuery,
	moves: ReadonlyMap<string, { x: number; y: number }>,
): void {
	transact(editContext, () => {
		for (const [id, to] of moves) {
			const bounds = model.boundsOf(id);
			if (bounds)
				moveObjects(editContext, model, [id], Math.round(to.x - bounds.x), Math.round(to.y - bounds.y));
		}
	});
}

/** Changes the style of every given object that has such a property; the others are left alone. */
export function restyle(
	editContext: EditContext,
	model: BoardQuery,
	ids: Iterable<string>,
	style: Record<string, unknown>,
): void {
	transact(editContext, () => {
		for (const id of ids) {
			const object = model.find(id);
			if (!object || object.lock) continue;
			const known = Object.entries(style).filter(([key]) => hasStyle(object.kind, key));
			if (known.length === 0) continue;
			const next = { ...object.style, ...Object.fromEntries(known) } as Record<string, unknown>;
			for (const [key, value] of known) if (value === undefined) delete next[key];
			patch(editContext, id, { style: next });
		}
	});
}

/**
 * Removes objects and the connectors tied to them. Regions leave what lies in them on the board; groups go
 * with their members, branches with what hangs on them. Locked objects stay.
 * @param kept connectors that stay, for they are tied elsewhere in the same step
 */
export function removeObjects(
	editContext: EditContext,
	model: BoardQuery,
	ids: Iterable<string>,
	kept: ReadonlySet<string> = new Set(),
): void {
	const gone = new Set([...ids].filter((id) => !model.find(id)?.lock));
	for (const id of [...gone]) {
		const object = model.find(id);
		if (isGroup(object)) for (const member of withContents(model, [id])) gone.add(member);
	}
	for (const id of [...gone])
		for (const below of model.maps.descendantsOf(id)) if (!model.find(below)?.lock) gone.add(below);
	for (const id of [...gone]) for (const mark of model.marksOn(id)) gone.add(mark);
	for (const id of [...gone]) for (const tie of model.tiesOf(id)) if (!kept.has(tie)) gone.add(tie);
	transact(editContext, () => {
		for (const id of gone) {
			for (const note of model.sortedInto(id))
				if (!gone.has(note)) patch(editContext, note, { theme: undefined });
			for (const { id: card, box } of model.cardsOf(id))
				if (!gone.has(card)) patch(editContext, card, { held: undefined, box });
			objectsOf(editContext.doc).delete(id);
		}
	});
}

/** Ties the ends of a connector, and sets its corners; no corners let its way be computed again. */
export function changeConnector(
	editContext: EditContext,
	id: string,
	{ ends, bends }: { ends: [ConnectorEnd, ConnectorEnd]; bends?: [number, number][] | undefined },
): void {
	transact(editContext, () => patch(editContext, id, { ends, bends: bends?.length ? bends : undefined }));
}

/** Changes what a picture shows: another file, another part of it. Left-out values stay; undefined ones go. */
export function changePicture(
	editContext: EditContext,
	id: string,
	values: Partial<Pick<ObjectOf<'picture'>, 'file' | 'natural' | 'crop' | 'animated' | 'name' | 'box'>>,
): void {
	transact(editContext, () => patch(editContext, id, values));
}

/** Replaces the text of an object; whoever has it open goes on in the new one. */
export function setText(editContext: EditContext, id: string, text: RichText | string): void {
	const rich = typeof text === 'string' ? richFrom(text) : text;
	transact(editContext, () => {
		const fragment = fragmentOf(editContext.doc, id);
		if (!fragment) return patch(editContext, id, { text: writeText(rich) });
		fragment.delete(0, fragment.length);
		fillText(fragment, rich);
		patch(editContext, id, {});
	});
}
