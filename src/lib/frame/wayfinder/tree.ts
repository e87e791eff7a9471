/** The board as a tree for the wayfinder: sheets, their fields and themes, what lies in them. */
import { isContainer } from '$core/board/kinds/traits';
import { isConnector, isField, isGroup, isNote } from '$core/board/kinds/guards';
import type { BoardModel } from '$core/board/model/model';
import type { BoardObject, KindName, Sheet } from '$core/board/objects';
import { fieldsInOrder } from '$core/board/ops/sequence';
import { wordsOf } from '$core/board/words';
import { plainText } from '$core/text/rich';
import { hasWords, plainForm, wordsIn } from '$core/text/search';

/** An object in a list, and how deep it hangs in a map on others in that list. */
export interface Row {
	object: BoardObject;
	level: number;
}

export interface Branch {
	id: string;
	label: string;
	object: BoardObject;
	/** The first ones, in reading order; branches of maps below what they hang on. */
	children: Row[];
	count: number;
}

export interface SheetTree {
	sheet: Sheet;
	count: number;
	branches: Branch[];
	/** The first of the objects in no field, theme or group, and how many there are. */
	loose: Row[];
	looseCount: number;
}

const readingOrder = (a: BoardObject, b: BoardObject): number => a.box[1] - b.box[1] || a.box[0] - b.box[0];

/** One line of an object's text: of a holder its title. */
export const lineOf = (object: BoardObject): string =>
	(object.parts && plainText(object.text).trim() ? plainText(object.text) : wordsOf(object))
		.replace(/\s+/g, ' ')
		.trim();

/** The first of a list in reading order, without sorting all of it: boards have tens of thousands. */
export function firstInOrder(objects: readonly BoardObject[], most: number): BoardObject[] {
	if (objects.length <= most * 2) return [...objects].sort(readingOrder).slice(0, most);
	let kept: BoardObject[] = [];
	let last: BoardObject | undefined;
	for (const object of objects) {
		if (last && kept.length >= most && readingOrder(object, last) >= 0) continue;
		kept.push(object);
		if (kept.length < most * 2) continue;
		kept = kept.sort(readingOrder).slice(0, most);
		last = kept.at(-1);
	}
	return kept.sort(readingOrder).slice(0, most);
}

/**
 * Objects in their order, with branches of maps below what they hang on, in the order of the map.
 */
function rowsOf(model: BoardModel, objects: readonly BoardObject[]): Row[] {
	const { maps } = model;
	const listed = new Map(objects.map((object) => [object.id, object]));
	const rows: Row[] = [];
	const waiting: Row[] = objects
		.filter(({ id }) => !listed.has(maps.parentOf(id) ?? ''))
		.map((object) => ({ object, level: 0 }))
		.reverse();
	for (let row = waiting.pop(); row; row = waiting.pop()) {
		rows.push(row);
		const level = row.level + 1;
		const below = maps.branchesOf(row.object.id).flatMap((id) => listed.get(id) ?? []);
		for (const object of below.reverse()) waiting.push({ object, level });
	}
	return rows;
}

/**
 * Sheets with the number of objects on each; the branches of only the sheet that is shown: its
 * fields in their sequence, then the others as one reads them.
 * @param most how many loose objects, and children of a branch, are listed
 */
export function treeOf(model: BoardModel, shown: string, most: number): SheetTree[] {
	const others = [...model.containers]
		.flatMap((id) => model.find(id) ?? [])
		.filter((object) => object.sheet === shown && !isField(object));
	const holders = [...fieldsInOrder(model, shown), ...others.sort(readingOrder)];
	const inside = new Set<string>();
	const branches = holders.map((holder): Branch => {
		const children = model
			.contentsOf(holder)
			.flatMap((id) => model.find(id) ?? [])
			.filter((object) => !isContainer(object) && !isConnector(object));
		for (const child of children) inside.add(child.id);
		return {
			id: holder.id,
			label: lineOf(holder),
			object: holder,
			children: rowsOf(model, firstInOrder(children, most)),
			count: children.length,
		};
	});
	const looseCount = model.countOn(shown) - inside.size;
	const loose: BoardObject[] = [];
	for (const object of looseCount > 0 ? model.inOrder(shown) : []) {
		if (isConnector(object) || isContainer(object) || inside.has(object.id)) continue;
		if (loose.push(object) >= Math.min(most, looseCount)) break;
	}
	return model.sheets.map((sheet) => ({
		sheet,
		count: model.countOn(sheet.id),
		...(sheet.id === shown
			? { branches, loose: rowsOf(model, loose), looseCount }
			: { branches: [], loose: [], looseCount: 0 }),
	}));
}

/** What is looked for; whatever is left out does not matter. */
export interface Wanted {
	words: string;
	kind?: KindName | undefined;
	/** A pigment, fill or chalk. */
	colour?: string | undefined;
	/** Id of who made it. */
	person?: string | undefined;
}

const coloursOf = ({ style }: BoardObject): unknown[] =>
	Object.values(style).filter((value) => typeof value === 'string');

/** Words of objects in plain form; an object that changed is another one. */
const sought = new WeakMap<BoardObject, string>();

function soughtIn(object: BoardObject): string {
	let text = sought.get(object);
	if (text === undefined) {
		text = plainForm(`${wordsOf(object)} ${isNote(object) ? object.by[1] : ''}`);
		sought.set(object, text);
	}
	return text;
}

/** Objects on any sheet that are wanted, sheet by sheet, in reading order. */
export function findOn(
	model: BoardModel,
	{ words, kind, colour, person }: Wanted,
	most: number,
): BoardObject[] {
	const wanted = wordsIn(words);
	const found: BoardObject[] = [];
	for (const object of model.objects.values()) {
		if (kind !== undefined ? object.kind !== kind : isGroup(object)) continue;
		if (isConnector(object) && kind === undefined && object.text.length === 0) continue;
		if (colour !== undefined && !coloursOf(object).includes(colour)) continue;
		if (person !== undefined && object.by[0] !== person) continue;
		if (hasWords(soughtIn(object), wanted)) found.push(object);
		if (found.length >= most) break;
	}
	const place = new Map(model.sheets.map(({ id }, at) => [id, at]));
	return found.sort((a, b) => (place.get(a.sheet) ?? 0) - (place.get(b.sheet) ?? 0) || readingOrder(a, b));
}

/** Who made something on the board: id and the name they went by, by name. */
export function writersOn(model: BoardModel): [string, string][] {
	const writers = new Map<string, string>();
	for (const { by } of model.objects.values()) if (by[1] !== '') writers.set(by[0], by[1]);
	return [...writers].sort((a, b) => (a[1] < b[1] ? -1 : 1));
}
