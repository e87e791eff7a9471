/** What came of a vote, on the board: objects in their order, in columns, or on a matrix. */
import { isNote, isTheme } from '../board/kinds/guards';
import { addObject, moveTo } from '../board/ops/edits';
import { type EditContext, patch, transact } from '../board/store';
import type { BoardObject } from '../board/objects';
import { putIn } from '../board/holders/cards';
import { newParts, startSize } from '../board/holders/make';
import { REGION_TITLE } from '../board/kinds/region-title';
import type { BoardQuery } from '../board/model/query';
import { unionOf, type Box } from '../geometry/box';
import { freePlace } from '../geometry/free-place';
import type { Outcome, Result } from './outcome';

export type Ranked = Pick<Outcome, 'results'>;

const GAP = 16;

/** Results whose objects are still on the board, with where those are. */
const there = (model: BoardQuery, { results }: Ranked): { result: Result; sheet: string; box: Box }[] =>
	results.flatMap((result) => {
		const object = model.find(result.option.id);
		const box = model.boundsOf(result.option.id);
		return object && box ? [{ result, sheet: object.sheet, box }] : [];
	});

/** Room at the right of everything on a sheet. */
function besideAll(model: BoardQuery, sheet: string): { x: number; y: number } {
	const round = unionOf(model.onSheet(sheet).flatMap(({ id }) => model.boundsOf(id) ?? []));
	return round ? { x: Math.round(round.x + round.w + 120), y: Math.round(round.y) } : { x: 0, y: 0 };
}

/**
 * Puts objects in the order of the result, in rows from where they are now; each sheet by itself.
 * Notes of a theme change places with each other, what lies in another holder stays there. Returns
 * the ids of what was moved.
 */
export function layInOrder(editContext: EditContext, model: BoardQuery, outcome: Ranked): string[] {
	const moves = new Map<string, { x: number; y: number }>();
	const all = there(model, outcome).filter(({ result }) => !model.find(result.option.id)!.held);
	for (const sheet of new Set(all.map((each) => each.sheet))) {
		const here = all.filter((each) => each.sheet === sheet);
		const round = unionOf(here.map(({ box }) => box))!;
		let [x, y, height] = [round.x, round.y, 0];
		for (const { result, box } of here) {
			if (x > round.x && x + box.w > round.x + round.w + 0.5) {
				x = round.x;
				y += height + GAP;
				height = 0;
			}
			moves.set(result.option.id, { x, y });
			x += box.w + GAP;
			height = Math.max(height, box.h);
		}
	}
	return transact(editContext, () => {
		moveTo(editContext, model, moves);
		return [...moves.keys(), ...orderInThemes(editContext, model, outcome)];
	});
}

/** Gives the notes of each theme its places in the order of the result; returns their ids. */
function orderInThemes(editContext: EditContext, model: BoardQuery, outcome: Ranked): string[] {
	const byTheme = new Map<string, BoardObject[]>();
	for (const { result } of there(model, outcome)) {
		const note = model.find(result.option.id)!;
		if (note.held && isTheme(model.find(note.held.in)))
			byTheme.set(note.held.in, [...(byTheme.get(note.held.in) ?? []), note]);
	}
	for (const notes of byTheme.values()) {
		const places = notes.map(({ held }) => held!.at).sort();
		notes.forEach(({ id, held }, i) => patch(editContext, id, { held: { ...held, at: places[i]! } }));
	}
	return [...byTheme.values()].flat().map(({ id }) => id);
}

/**
 * Three columns of a ranked list: its first third, the middle, the rest. Whoever shares a place with the last of a column stands there as
 * well: ties are not torn apart.
 */
function inThirds(items: readonly { result: Result }[]): string[][] {
	const size = Math.ceil(items.length / 3);
	const columns = [items.slice(0, size), items.slice(size, 2 * size), items.slice(2 * size)];
	for (let i = 0; i < 2; i++) {
		const last = columns[i]!.at(-1);
		while (last && columns[i + 1]![0]?.result.rank === last.result.rank)
			columns[i]!.push(columns[i + 1]!.shift()!);
	}
	return columns.map((column) => column.map(({ result }) => result.option.id));
}

/**
 * Puts the notes of a result into new columns beside everything else. Returns the id of the columns; undefined when there are no notes. Several
 * transactions: whoever calls it makes them one step.
 */
export function layInColumns(
	editContext: EditContext,
	model: BoardQuery,
	outcome: Ranked,
	words: { title: string; columns: [string, string, string] },
): string | undefined {
	const all = there(model, outcome).filter(({ result }) => isNote(model.find(result.option.id)!));
	const [first] = all;
	if (!first) return undefined;
	const parts = newParts(editContext, 'columns', 0, { columns: words.columns });
	const { w, h } = startSize('columns', parts);
	const { x, y } = besideAll(model, first.sheet);
	const holder = addObject(editContext, model, {
		kind: 'columns',
		sheet: first.sheet,
		box: [x, y, w, h, 0],
		style: { chalk: 'ochre' },
		text: words.title,
		parts,
	});
	inThirds(all).forEach((ids, i) => {
		const col = parts.cols[i]!.id;
		// One by one: each is put behind those that lie there already.
		ids.forEach((id, index) => putIn(editContext, model, [id], { holder, row: 'all', col, index }));
	});
	return holder;
}

/** Size of a matrix, board units. */
const MATRIX = { w: 1100, h: 860, edge: 70 };

/**
 * Draws a matrix beside everything else and moves the objects to their means on its two scales, from low at the lower left; where several
 * have the same they lie beside each other. Returns the id of its field; undefined when none of the objects is there any more.
 */
export function layOnMatrix(
	editContext: EditContext,
	model: BoardQuery,
	outcome: Ranked,
	terms: { question: string; steps: number; ends: readonly string[] },
): string | undefined {
	const all = there(model, outcome).filter(({ result }) => result.place !== undefined && result.voters > 0);
	const [first] = all;
	if (!first) return undefined;
	const { sheet } = first;
	const from = besideAll(model, sheet);
	const { w, h, edge } = MATRIX;
	const top = REGION_TITLE.field;
	return transact(editContext, () => {
		const field = addObject(editContext, model, {
			kind: 'field',
			sheet,
			box: [from.x, from.y, w, h + top, 0],
			style: { chalk: 'ochre' },
			text: terms.question,
		});
		const label = (text: string, x: number, y: number): void => {
			if (text === '') return;
			addObject(editContext, model, {
				kind: 'text',
				sheet,
				box: [from.x + x, from.y + top + y, 200, 28, 0],
				style: { role: 'body', chalk: 'white' },
				text,
			});
		};
		const [lowX = '', highX = '', lowY = '', highY = ''] = terms.ends;
		label(lowX && `${lowX} →`, edge, h - 40);
		label(highX, w - 220, h - 40);
		label(lowY && `${lowY} ↑`, 16, h - edge - 40);
		label(highY, 16, 12);
		const taken: Box[] = [];
		const moves = new Map<string, { x: number; y: number }>();
		for (const { result, box } of all) {
			const [a, b] = result.place!;
			const share = (value: number): number => (value - 1) / (terms.steps - 1);
			const target = {
				x: from.x + edge + share(a) * (w - 2 * edge - box.w),
				y: from.y + top + edge + (1 - share(b)) * (h - 2 * edge - box.h),
			};
			const place = freePlace({
				room: {
					x: target.x,
					y: target.y,
					w: Math.max(box.w, from.x + w - edge - target.x),
					h: Math.max(box.h, from.y + top + h - edge - target.y),
				},
				size: { w: box.w, h: box.h },
				taken,
				gap: 6,
			});
			moves.set(result.option.id, { x: place.x, y: place.y });
			taken.push({ x: place.x, y: place.y, w: box.w, h: box.h });
		}
		moveTo(editContext, model, moves);
		return field;
	});
}
