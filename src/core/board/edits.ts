/**
 * What people do to a board. Each function is one transaction on the live document, so one action is one
 * undo step, whatever it takes along: contents of a moved field, connectors of a removed shape.
 */
import { generateNKeysBetween } from 'fractional-indexing';
import * as Y from 'yjs';
import { unionOf, type Box } from '../geometry/box';
import { richFrom, type RichText } from '../text/rich';
import { objectsOf, sheetsOf, writeText, type ObjectMap } from './document';
import { isRegion, type BoardModel } from './model';
import {
	byStack,
	objectSchema,
	type BoardObject,
	type ConnectorEnd,
	type KindName,
	type StyleOf,
} from './objects';

/** Who edits what: the document, the person, and where ids and times come from. */
export interface Hand {
	doc: Y.Doc;
	person: { id: string; name: string };
	/** Marks transactions as this hand's own, for undo. */
	origin: unknown;
	now: () => number;
	newId: () => string;
}

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
	id?: string;
	/** Who wrote it, where that is not the hand itself. */
	by?: [string, string];
}

/** Error in words for people: the edit was refused and nothing was changed. */
export class EditError extends Error {
	override name = 'EditError';
}

const transact = <T>(hand: Hand, work: () => T): T => hand.doc.transact(work, hand.origin) as T;

/** Stack places above everything on a sheet, or below it for regions drawn round what is there. */
function stackPlaces(model: BoardModel, sheet: string, count: number, under: boolean): string[] {
	let low: string | null = null;
	let high: string | null = null;
	for (const object of model.objects.values()) {
		if (object.sheet !== sheet) continue;
		if (low === null || object.z < low) low = object.z;
		if (high === null || object.z > high) high = object.z;
	}
	try {
		return under ? generateNKeysBetween(null, low, count) : generateNKeysBetween(high, null, count);
	} catch {
		// A foreign index that is not one of ours: stack after it by plain string order.
		return Array.from(
			{ length: count },
			(_, i) => `${under ? '' : (high ?? 'a')}V${String(i).padStart(6, '0')}`,
		);
	}
}

function mapFrom(hand: Hand, spec: NewObject, id: string, z: string): ObjectMap {
	const now = hand.now();
	const values: Record<string, unknown> = {
		kind: spec.kind,
		sheet: spec.sheet,
		box: spec.box,
		z,
		style: spec.style,
		by: spec.by ?? [hand.person.id, hand.person.name],
		made: now,
		changed: now,
	};
	if (spec.ends) values['ends'] = spec.ends;
	if (spec.theme) values['theme'] = spec.theme;
	if (spec.landing) values['landing'] = spec.landing;
	const parsed = objectSchema.safeParse({ ...values, id });
	if (!parsed.success)
		throw new EditError(`This ${spec.kind} cannot be put on the board: ${parsed.error.issues[0]?.message}`);
	const map = new Y.Map<unknown>(Object.entries(values));
	map.set('text', writeText(typeof spec.text === 'string' ? richFrom(spec.text) : (spec.text ?? [])));
	return map;
}

/** Puts new objects on the board, in their order; regions go under what is there. Returns their ids. */
export function addObjects(hand: Hand, model: BoardModel, specs: NewObject[]): string[] {
	const ids = specs.map((spec) => spec.id ?? hand.newId());
	const places = new Map<NewObject, string>();
	for (const under of [true, false]) {
		const those = specs.filter((spec) => (spec.kind === 'field' || spec.kind === 'theme') === under);
		for (const sheet of new Set(those.map((spec) => spec.sheet))) {
			const here = those.filter((spec) => spec.sheet === sheet);
			const keys = stackPlaces(model, sheet, here.length, under);
			here.forEach((spec, i) => places.set(spec, keys[i]!));
		}
	}
	const maps = specs.map((spec, i) => mapFrom(hand, spec, ids[i]!, places.get(spec)!));
	transact(hand, () => maps.forEach((map, i) => objectsOf(hand.doc).set(ids[i]!, map)));
	return ids;
}

export const addObject = <K extends KindName>(hand: Hand, model: BoardModel, spec: NewObject<K>): string =>
	addObjects(hand, model, [spec as unknown as NewObject])[0]!;

/** Everything that a movement of `ids` takes along: contents of fields and themes, at any depth. */
export function withContents(model: BoardModel, ids: Iterable<string>): Set<string> {
	const all = new Set<string>();
	const queue = [...ids];
	for (let id = queue.pop(); id !== undefined; id = queue.pop()) {
		if (all.has(id)) continue;
		const object = model.find(id);
		if (!object) continue;
		all.add(id);
		if (isRegion(object)) queue.push(...model.contentsOf(object));
	}
	return all;
}

/** Sets values of one object; what is unchanged is not written. */
function patch(hand: Hand, id: string, values: Record<string, unknown>): void {
	const map = objectsOf(hand.doc).get(id);
	if (!map) return;
	for (const [key, value] of Object.entries(values)) {
		if (value === undefined) map.delete(key);
		else map.set(key, value);
	}
	map.set('changed', hand.now());
}

const shifted = (end: ConnectorEnd, dx: number, dy: number): ConnectorEnd =>
	'point' in end ? { point: [end.point[0] + dx, end.point[1] + dy] } : end;

/** Moves objects with what they hold; loose ends of moved connectors move too, tied ends follow. */
export function moveObjects(
	hand: Hand,
	model: BoardModel,
	ids: Iterable<string>,
	dx: number,
	dy: number,
): void {
	if (dx === 0 && dy === 0) return;
	transact(hand, () => {
		for (const id of withContents(model, ids)) {
			const object = model.find(id)!;
			if (object.kind === 'connector') {
				patch(hand, id, { ends: object.ends.map((end) => shifted(end, dx, dy)) });
			} else {
				const [x, y, w, h, angle] = object.box;
				patch(hand, id, { box: [x + dx, y + dy, w, h, angle] });
			}
		}
	});
}

/** Gives objects new boxes, as after a resize. */
export function setBoxes(hand: Hand, boxes: Map<string, [number, number, number, number, number]>): void {
	transact(hand, () => {
		for (const [id, box] of boxes) patch(hand, id, { box });
	});
}

/** Changes the style of every given object that has such a property; the others are left alone. */
export function restyle(
	hand: Hand,
	model: BoardModel,
	ids: Iterable<string>,
	style: Record<string, string>,
): void {
	transact(hand, () => {
		for (const id of ids) {
			const object = model.find(id);
			if (!object) continue;
			const known = Object.entries(style).filter(([key]) => key in object.style);
			if (known.length > 0) patch(hand, id, { style: { ...object.style, ...Object.fromEntries(known) } });
		}
	});
}

/** Removes objects and the connectors tied to them. Regions leave what lies in them on the board. */
export function removeObjects(hand: Hand, model: BoardModel, ids: Iterable<string>): void {
	const gone = new Set(ids);
	for (const id of [...gone]) for (const tie of model.tiesOf(id)) gone.add(tie);
	const themes = new Set([...gone].filter((id) => model.find(id)?.kind === 'theme'));
	transact(hand, () => {
		for (const object of model.objects.values()) {
			if (object.theme && themes.has(object.theme) && !gone.has(object.id))
				patch(hand, object.id, { theme: undefined });
		}
		for (const id of gone) objectsOf(hand.doc).delete(id);
	});
}

/** Brings objects to the top of the stack, or to its bottom, keeping their order among themselves. */
export function restack(hand: Hand, model: BoardModel, ids: Iterable<string>, to: 'front' | 'back'): void {
	const objects = [...ids].flatMap((id) => model.find(id) ?? []).sort(byStack);
	const first = objects[0];
	if (!first) return;
	const places = stackPlaces(model, first.sheet, objects.length, to === 'back');
	transact(hand, () => objects.forEach((object, i) => patch(hand, object.id, { z: places[i] })));
}

/** Replaces the text of an object. */
export function setText(hand: Hand, id: string, text: RichText | string): void {
	transact(hand, () =>
		patch(hand, id, { text: writeText(typeof text === 'string' ? richFrom(text) : text) }),
	);
}

/** Objects as they are carried by copy and paste; the same from board to board. */
export interface Clip {
	objects: BoardObject[];
}

/** Copies objects with what they hold, and the connectors between them. */
export function copyOut(model: BoardModel, ids: Iterable<string>): Clip {
	const all = withContents(model, ids);
	const tied = new Set<string>();
	for (const id of all) for (const tie of model.tiesOf(id)) tied.add(tie);
	for (const id of tied) {
		const object = model.find(id);
		if (object?.kind === 'connector' && object.ends.every((end) => 'point' in end || all.has(end.object)))
			all.add(id);
	}
	return { objects: [...all].flatMap((id) => model.find(id) ?? []).sort(byStack) };
}

/** Box round what a clip holds, connectors left aside. */
export const clipBounds = (clip: Clip): Box | undefined =>
	unionOf(
		clip.objects.filter((o) => o.kind !== 'connector').map(({ box: [x, y, w, h] }) => ({ x, y, w, h })),
	);

/**
 * Puts a clip down, shifted by (dx, dy). Links among the copies are kept; an end that was tied to
 * something outside the clip stays tied to it if that is on this board, and is loose otherwise.
 */
export function putDown(
	hand: Hand,
	model: BoardModel,
	clip: Clip,
	sheet: string,
	dx: number,
	dy: number,
): string[] {
	const ids = new Map(clip.objects.map((object) => [object.id, hand.newId()]));
	const specs: NewObject[] = [];
	for (const object of clip.objects) {
		const [x, y, w, h, angle] = object.box;
		const theme = object.theme && ids.get(object.theme);
		const spec: NewObject = {
			id: ids.get(object.id)!,
			kind: object.kind,
			sheet,
			box: [x + dx, y + dy, w, h, angle],
			style: object.style,
			text: object.text,
			...(theme ? { theme } : {}),
		};
		if (object.kind === 'connector') {
			const ends = object.ends.map((end): ConnectorEnd | undefined => {
				if ('point' in end) return shifted(end, dx, dy);
				const copy = ids.get(end.object) ?? (model.find(end.object) ? end.object : undefined);
				return copy ? { object: copy } : undefined;
			});
			if (!ends[0] || !ends[1]) continue;
			spec.ends = [ends[0], ends[1]];
		}
		specs.push(spec);
	}
	addObjects(hand, model, specs);
	return specs.map((spec) => spec.id!);
}

/** Adds a sheet after the last one. Returns its id. */
export function addSheet(
	hand: Hand,
	model: BoardModel,
	title: string,
	surface: 'slate' | 'paper' | 'linen' = 'slate',
): string {
	const id = hand.newId();
	const last = model.sheets.at(-1)?.z ?? null;
	transact(hand, () => {
		const [z] = generateNKeysBetween(last, null, 1);
		sheetsOf(hand.doc).set(id, new Y.Map<unknown>(Object.entries({ title, z, surface })));
	});
	return id;
}

/** Changes a sheet's title or surface. */
export function changeSheet(hand: Hand, id: string, values: { title?: string; surface?: string }): void {
	transact(hand, () => {
		for (const [key, value] of Object.entries(values)) sheetsOf(hand.doc).get(id)?.set(key, value);
	});
}
