/** Putting things into holders, moving them on there, and taking them out. */
import { isGroup, isNote, isTheme } from '../kinds/guards';
import { traitsOf } from '../kinds/traits';
import { holdsPoint, type Box, type Point } from '../../geometry/box';
import { isInHolder, moveObjects, withContents } from '../ops/edits';
import { type EditContext, patch, transact } from '../store';
import { asCard } from '../model/derived-layout';
import type { BoardQuery } from '../model/query';
import { putIntoTheme } from '../ops/theme-frames';
import type { BoardObject, BoxValues } from '../objects';
import { keysAfter } from '../../order/keys';
import { flowOf, formOf, takesCards } from './forms';
import { cardBox, layOut, localPoint, ONLY_ROW, PAD, type Card, type LaidTrack } from './layout';
import { ONLY_COLUMN } from './theme-layout';

/** A place in a holder: which slot, and after how many of the things that lie there. */
export interface Slot {
	holder: string;
	row: string;
	col: string;
	index: number;
}

const nearest = (tracks: readonly LaidTrack[], at: number): LaidTrack | undefined =>
	tracks.find((track) => at < track.at + track.size) ?? tracks.at(-1);

/** Things in a slot, in their order, without those that are being moved. */
function inSlot(
	model: BoardQuery,
	holder: BoardObject,
	row: string,
	col: string,
	moving: ReadonlySet<string>,
) {
	const rows = holder.parts?.rows ?? [];
	const cols = holder.parts?.cols ?? [];
	const rowOf = ({ held }: BoardObject): string =>
		formOf(holder.kind)?.rows ? (rows.find(({ id }) => id === held!.row)?.id ?? rows[0]?.id ?? '') : ONLY_ROW;
	const colOf = ({ held }: BoardObject): string =>
		isTheme(holder) ? ONLY_COLUMN : (cols.find(({ id }) => id === held!.col)?.id ?? cols[0]?.id ?? '');
	return model
		.cardsOf(holder.id)
		.filter((card) => !moving.has(card.id) && rowOf(card) === row && colOf(card) === col)
		.sort((a, b) => (a.held!.at < b.held!.at ? -1 : a.held!.at > b.held!.at ? 1 : a.id < b.id ? -1 : 1));
}

/** The uppermost holder at a point that takes things, and where in it they would go. */
export function slotAt(
	model: BoardQuery,
	sheet: string,
	p: Point,
	moving: ReadonlySet<string>,
): Slot | undefined {
	const holder = model
		.within(sheet, { x: p.x, y: p.y, w: 0, h: 0 })
		.reverse()
		.find(
			(object) => takesCards(object) && !isClosed(object) && !moving.has(object.id) && holdsLocal(object, p),
		);
	const laid = holder?.laid;
	if (!holder || !laid) return undefined;
	const { x, y } = localPoint(holder.box, p);
	const col = nearest(laid.cols, x);
	const row = nearest(laid.rows, y);
	if (!col || !row) return undefined;
	const down = flowOf(holder.kind) === 'down';
	const there = inSlot(model, holder, row.id, col.id, moving);
	const isBefore = (card: BoardObject): boolean => {
		const [cx, cy, w, h] = card.box;
		const middle = localPoint(holder.box, { x: cx + w / 2, y: cy + h / 2 });
		if (down) return middle.y < y;
		return middle.y + h / 2 + PAD / 2 < y || (middle.y - h / 2 - PAD / 2 <= y && middle.x < x);
	};
	return { holder: holder.id, row: row.id, col: col.id, index: there.filter(isBefore).length };
}

/**
 * A theme that somebody locked stays as it is: nothing is put into it. Where a step lets people
 * touch their own notes only, those may go into it.
 */
const isClosed = ({ kind, lock }: BoardObject): boolean =>
	isTheme({ kind }) && (lock === 'own' || lock === 'led');

const holdsLocal = (holder: BoardObject, p: Point): boolean =>
	holdsPoint({ x: 0, y: 0, w: holder.box[2], h: holder.box[3] }, localPoint(holder.box, p));

/** Places in the order of a slot for `count` things that come after `index` others. */
function placesIn(model: BoardQuery, slot: Slot, moving: ReadonlySet<string>, count: number): string[] {
	const there = inSlot(model, model.find(slot.holder)!, slot.row, slot.col, moving);
	const keys = there.flatMap(({ held }) => held?.at ?? []);
	return keysAfter(keys, slot.index - 1, count);
}

/** The place right after a thing that lies in a holder; undefined for what lies in none. */
export function slotAfter(model: BoardQuery, card: BoardObject): (Slot & { at: string }) | undefined {
	const holder = card.held && model.find(card.held.in);
	if (!holder || !isInHolder(model, card)) return undefined;
	const { row, col } = card.held!;
	const there = inSlot(model, holder, formOf(holder.kind)?.rows ? row : ONLY_ROW, col, new Set());
	const slot = { holder: holder.id, row, col, index: there.findIndex(({ id }) => id === card.id) + 1 };
	return { ...slot, at: placesIn(model, slot, new Set(), 1)[0]! };
}

/** Where things of these sizes would lie if they were put there now, board units. */
export function boxesInSlot(
	model: BoardQuery,
	slot: Slot,
	sizes: readonly { w: number; h: number }[],
	moving: ReadonlySet<string>,
): Box[] {
	const holder = model.find(slot.holder);
	if (!holder) return [];
	const places = placesIn(model, slot, moving, sizes.length);
	const others = model.cardsOf(holder.id).filter(({ id }) => !moving.has(id));
	const coming = sizes.map(({ w, h }, i): Card => ({ id: `coming ${i}`, ...slot, at: places[i]!, w, h }));
	const { laid, places: at } = layOut(holder, holder.set ?? holder.box, [...others.map(asCard), ...coming]);
	const [x, y, , , angle] = holder.box;
	const box: BoxValues = [x, y, laid.w, laid.h, angle];
	return coming.flatMap((card) => {
		const place = at.get(card.id);
		if (!place) return [];
		const [cx, cy, w, h] = cardBox(box, place, card);
		return [{ x: cx, y: cy, w, h }];
	});
}

/** Of things that are moved, those that can lie in a holder: members in place of their groups. */
export function cardsAmong(
	model: BoardQuery,
	ids: Iterable<string>,
	holder?: BoardObject | undefined,
): BoardObject[] {
	const own = new Set<string>();
	for (const id of ids) {
		const object = model.find(id);
		if (isGroup(object)) for (const each of withContents(model, [id])) own.add(each);
		else if (object) own.add(id);
	}
	return [...own]
		.flatMap((id) => model.find(id) ?? [])
		.filter((object) => traitsOf(object).isCard && !object.lock && (!isTheme(holder) || isNote(object)))
		.sort((a, b) => a.box[1] - b.box[1] || a.box[0] - b.box[0]);
}

/** Puts things into a holder, in the order in which they lie on the board. */
export function putIn(editContext: EditContext, model: BoardQuery, ids: Iterable<string>, slot: Slot): void {
	const { holder, row, col } = slot;
	const into = model.find(holder);
	const cards = cardsAmong(model, ids, into);
	if (isTheme(into)) return putIntoTheme(editContext, model, into, cards, slot.index);
	const places = placesIn(model, slot, new Set(cards.map(({ id }) => id)), cards.length);
	transact(editContext, () =>
		cards.forEach(({ id, box, theme, held }, i) =>
			patch(editContext, id, {
				box,
				branch: undefined,
				held: { in: holder, row, col, at: places[i]! },
				// What leaves the frame of a theme leaves the theme.
				theme: theme === held?.in ? undefined : theme,
			}),
		),
	);
}

/**
 * Puts down what was moved by (dx, dy): into the holder at `at`, if one takes it; else onto the board, out of
 * the holder that it came from.
 */
export function dropAt(
	editContext: EditContext,
	model: BoardQuery,
	ids: Iterable<string>,
	dx: number,
	dy: number,
	slot: Slot | undefined,
): void {
	const all = [...ids];
	const cards = slot ? cardsAmong(model, all, model.find(slot.holder)) : [];
	const moving = withContents(model, all);
	transact(editContext, () => {
		if (slot)
			putIn(
				editContext,
				model,
				cards.map(({ id }) => id),
				slot,
			);
		const put = new Set(cards.map(({ id }) => id));
		const rest = all.filter((id) => !put.has(id));
		moveObjects(editContext, model, rest, dx, dy);
		const moved = new Map<string, BoxValues>();
		for (const id of withContents(model, rest)) {
			const object = model.find(id);
			if (!object) continue;
			const [x, y, w, h, angle] = object.box;
			moved.set(id, [x + dx, y + dy, w, h, angle]);
		}
		if (slot) return;
		const sorted = sortByFrames(editContext, model, moved, moving);
		for (const id of moving) {
			const object = model.find(id);
			if (
				!object?.held ||
				sorted.has(id) ||
				object.lock ||
				moving.has(object.held.in) ||
				!isInHolder(model, object)
			)
				continue;
			const [x, y, w, h] = object.box;
			patch(editContext, id, { held: undefined, box: [x + dx, y + dy, w, h, 0] });
		}
	});
}

/**
 * Notes that are put down by hand inside the frame of a theme belong to it, those that are taken
 * out of all frames to none; returns those that lie in one now.
 * @param moved new boxes of what was moved, by id
 * @param moving everything that is moved: notes that go along with their theme stay in it
 */
function sortByFrames(
	editContext: EditContext,
	model: BoardQuery,
	moved: ReadonlyMap<string, BoxValues>,
	moving: ReadonlySet<string>,
): Set<string> {
	const into = new Map<string, { slot: Slot; ids: string[] }>();
	transact(editContext, () => {
		for (const [id, [x, y, w, h]] of moved) {
			const note = model.find(id);
			if (!isNote(note) || note.lock || (note.theme && moving.has(note.theme))) continue;
			const slot = slotAt(model, note.sheet, { x: x + w / 2, y: y + h / 2 }, moving);
			if (slot && isTheme(model.find(slot.holder))) {
				const together = into.get(slot.holder);
				if (together) together.ids.push(id);
				else into.set(slot.holder, { slot, ids: [id] });
			} else if (note.theme) patch(editContext, id, { theme: undefined });
		}
		for (const { slot, ids } of into.values()) putIn(editContext, model, ids, slot);
	});
	return new Set([...into.values()].flatMap(({ ids }) => ids));
}

/** Moves things on in their holder: along their slot, or into the slot beside it. Says whether any was moved. */
export function shiftCards(
	editContext: EditContext,
	model: BoardQuery,
	ids: Iterable<string>,
	dx: -1 | 0 | 1,
	dy: -1 | 0 | 1,
): boolean {
	const cards = cardsAmong(model, ids).filter((card) => isInHolder(model, card));
	const first = cards[0];
	if (!first || cards.some(({ held }) => held!.in !== first.held!.in)) return false;
	const holder = model.find(first.held!.in)!;
	const moving = new Set(cards.map(({ id }) => id));
	const down = flowOf(holder.kind) === 'down';
	const { laid } = holder;
	if (!laid) return false;
	const col = Math.max(
		0,
		laid.cols.findIndex(({ id }) => id === first.held!.col),
	);
	const row = Math.max(
		0,
		laid.rows.findIndex(({ id }) => id === first.held!.row),
	);
	const along = down ? dy : dx;
	const there = inSlot(model, holder, laid.rows[row]!.id, laid.cols[col]!.id, new Set());
	const at = there.filter(({ id }) => !moving.has(id)).findIndex(({ held }) => held!.at > first.held!.at);
	const others = there.length - cards.filter((card) => there.includes(card)).length;
	const index = (at < 0 ? others : at) + along;
	const slot = { holder: holder.id, row: laid.rows[row]!.id, col: laid.cols[col]!.id, index };
	if (along === 0 || index < 0 || index > others) {
		const next = laid.cols[col + dx];
		const below = laid.rows[row + dy];
		if ((dx !== 0 && !next) || (dy !== 0 && !below)) return true;
		slot.col = next!.id;
		slot.row = below!.id;
		const count = inSlot(model, holder, slot.row, slot.col, moving).length;
		slot.index = along < 0 ? count : along > 0 ? 0 : Math.min(count, Math.max(0, index));
	}
	putIn(editContext, model, moving, slot);
	return true;
}
