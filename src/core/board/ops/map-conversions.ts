/**
 * Maps from what is there (themes with their notes, fields, holders, lines of a text, an outline
 * from a file), and maps back into notes, lists and columns.
 */
import { freshKeys } from '../../order/keys';
import { readOutline, linesOf, type Outline } from '../../mindmap/outline';
import { isEmpty, richFrom, type RichText } from '../../text/rich';
import type { Point } from '../../geometry/box';
import { formOf, isHolder, takesCards } from '../holders/forms';
import { ONLY_ROW } from '../holders/layout';
import { HEAD, MAX_TRACKS, partOf, type HolderParts, type Track } from '../holders/parts';
import { Fault } from '../../fault';
import { traitsOf } from '../kinds/traits';
import { canBeBranch } from '../model/maps';
import type { BoardQuery } from '../model/query';
import { NOTE_SIZES, type BoardObject } from '../objects';
import type { EditContext } from '../store';
import { detach } from './branches';
import { addObjects, type NewObject } from './edits';
import { addOutlines, outlineOf } from './new-branches';

const branch = (text: RichText, branches: Outline[] = []): Outline => ({ text, branches });

/** Notes, shapes and texts in reading order, as branches. */
function branchesFrom(model: BoardQuery, ids: readonly string[]): Outline[] {
	return ids
		.flatMap((id) => model.find(id) ?? [])
		.filter((object) => canBeBranch(object) && !isEmpty(object.text))
		.sort((a, b) => a.box[1] - b.box[1] || a.box[0] - b.box[0])
		.map(({ text }) => branch(text));
}

/** What stands in a holder: columns with what lies in them, or its lines. */
function branchesOfHolder(model: BoardQuery, holder: BoardObject): Outline[] {
	const form = formOf(holder.kind)!;
	const { rows = [], cols = [], cells = {} } = holder.parts ?? {};
	if (takesCards(holder)) {
		const cards = model.cardsOf(holder.id);
		return cols.map(({ id }) =>
			branch(
				cells[partOf(HEAD, id)] ?? [],
				cards
					.filter(({ held, text }) => held?.col === id && !isEmpty(text))
					.sort((a, b) => (a.held!.at < b.held!.at ? -1 : 1))
					.map(({ text }) => branch(text)),
			),
		);
	}
	const col = form.textCols?.[0] ?? cols[0]?.id ?? '';
	return rows
		.map(({ id }) => cells[partOf(id, col)] ?? [])
		.filter((text) => !isEmpty(text))
		.map((text) => branch(text));
}

/** What an object would be as a map; undefined where there is nothing to hang. */
export function outlineFrom(model: BoardQuery, object: BoardObject): Outline | undefined {
	const { contents } = traitsOf(object);
	if (isHolder(object) && contents !== 'inside')
		return whole(branch(object.text, branchesOfHolder(model, object)));
	if (contents === 'notes')
		return whole(branch(object.text, branchesFrom(model, model.sortedInto(object.id))));
	if (contents === 'inside') return whole(branch(object.text, branchesFrom(model, model.contentsOf(object))));
	if (!traitsOf(object).textOnly && !traitsOf(object).writable) return undefined;
	const [first, ...more] = readOutline(object.text);
	if (!first) return undefined;
	// Lines without a common one above them hang on the first.
	return whole({ ...first, branches: [...first.branches, ...more] });
}

const whole = (outline: Outline): Outline | undefined => (outline.branches.length > 0 ? outline : undefined);

export interface NewMap {
	sheet: string;
	/** Middle of the root. */
	at: Point;
	heightOf: (spec: NewObject) => number;
}

/**
 * Puts an outline on the board as a map that spreads to both sides. Returns the ids of all of it,
 * the root first.
 */
export function addMap(
	editContext: EditContext,
	model: BoardQuery,
	outline: Outline,
	{ sheet, at, heightOf }: NewMap,
): string[] {
	const { w, h } = NOTE_SIZES.card;
	const spec: NewObject = {
		kind: 'note',
		sheet,
		box: [Math.round(at.x - w / 2), Math.round(at.y - h / 2), w, h, 0],
		style: { form: 'card', pigment: 'chalk' },
		text: outline.text,
		mapStyle: { layout: 'both' },
	};
	spec.box[3] = heightOf(spec);
	const [root] = addObjects(editContext, model, [spec]) as [string];
	const half = Math.ceil(outline.branches.length / 2);
	const right = addOutlines(
		editContext,
		model,
		{ parent: root, index: 0, side: 'right' },
		outline.branches.slice(0, half),
		heightOf,
	);
	const left = addOutlines(
		editContext,
		model,
		{ parent: root, index: half, side: 'left' },
		outline.branches.slice(half),
		heightOf,
	);
	return [root, ...right, ...left];
}

/** Lets all branches of a map stand by themselves where they stand now. */
export const mapIntoNotes = (editContext: EditContext, model: BoardQuery, root: string): void =>
	detach(editContext, model, model.maps.descendantsOf(root));

const track = (id: string, z: string, size: number): Track => ({ id, z, size });

/** Where something that is made of an outline goes. */
interface OutlinePlace {
	sheet: string;
	/** Upper left corner. */
	at: Point;
}

/** What a map would be beside itself; undefined where nothing hangs on it. */
function besideMap<T>(
	model: BoardQuery,
	root: string,
	at: Point,
	add: (outline: Outline, place: OutlinePlace) => T,
): T | undefined {
	const [top, outline] = [model.find(root), outlineOf(model, root)];
	if (!top || !outline || outline.branches.length === 0) return undefined;
	return add(outline, { sheet: top.sheet, at });
}

/** A list of all lines of a map beside it, set in by how deep they hang. Returns its id. */
export const mapIntoList = (
	editContext: EditContext,
	model: BoardQuery,
	root: string,
	at: Point,
): string | undefined =>
	besideMap(model, root, at, (outline, place) => addList(editContext, model, outline, place));

/**
 * Columns with the main branches of a map as headings and the rest as notes in them. Returns their
 * id.
 */
export const mapIntoColumns = (
	editContext: EditContext,
	model: BoardQuery,
	root: string,
	at: Point,
): string | undefined =>
	besideMap(model, root, at, (outline, place) => addColumns(editContext, model, outline, place)[0]);

/**
 * Adds a list with the lines of an outline. Returns its id.
 * @throws Fault `too many tracks` where it has more lines than a list can have
 */
export function addList(
	editContext: EditContext,
	model: BoardQuery,
	outline: Outline,
	{ sheet, at }: OutlinePlace,
): string | undefined {
	const lines = [...linesOf(outline.branches)];
	if (lines.length > MAX_TRACKS) throw new Fault('too many tracks', { max: MAX_TRACKS });
	const keys = freshKeys(lines.length);
	const rows = lines.map((_, i) => track(editContext.newId(), keys[i]!, 32));
	const [a, b] = freshKeys(2) as [string, string];
	const cells = Object.fromEntries(
		lines.map(({ depth, outline: { text } }, i) => [
			partOf(rows[i]!.id, 'text'),
			depth === 0 ? text : setIn(text, depth),
		]),
	);
	const parts: HolderParts = {
		rows,
		cols: [track('text', a, 300), track('nods', b, 52)],
		cells,
		facts: {},
		nods: {},
	};
	return addObjects(editContext, model, [
		{
			kind: 'list',
			sheet,
			box: [at.x, at.y, 420, 80 + 32 * rows.length, 0],
			style: { chalk: 'white' },
			text: outline.text,
			parts,
		},
	])[0];
}

/** Lines of a list have no levels: a dash for each says how deep they hang. */
const setIn = (text: RichText, depth: number): RichText => {
	const [first, ...more] = text;
	return [{ runs: [{ text: '– '.repeat(depth) }, ...(first?.runs ?? [])] }, ...more];
};

/**
 * Adds columns with the branches of an outline as headings, and what hangs on them as notes. Returns
 * the ids of all of it, the columns first.
 * @throws Fault `too many tracks` where there are more than columns can be
 */
export function addColumns(
	editContext: EditContext,
	model: BoardQuery,
	outline: Outline,
	{ sheet, at }: OutlinePlace,
): string[] {
	if (outline.branches.length > MAX_TRACKS) throw new Fault('too many tracks', { max: MAX_TRACKS });
	const id = editContext.newId();
	const keys = freshKeys(outline.branches.length);
	const cols = outline.branches.map((_, i) => track(editContext.newId(), keys[i]!, 200));
	const cells = Object.fromEntries(outline.branches.map(({ text }, i) => [partOf(HEAD, cols[i]!.id), text]));
	const { w, h } = NOTE_SIZES.card;
	const cards = outline.branches.flatMap(({ branches }, i): NewObject[] => {
		const lines = [...linesOf(branches)];
		const places = freshKeys(lines.length);
		return lines.map(({ outline: { text } }, j) => ({
			kind: 'note',
			sheet,
			box: [at.x, at.y, w, h, 0],
			style: { form: 'card', pigment: 'ochre' },
			text,
			held: { in: id, row: ONLY_ROW, col: cols[i]!.id, at: places[j]! },
		}));
	});
	const parts: HolderParts = { rows: [], cols, cells, facts: {}, nods: {} };
	return addObjects(editContext, model, [
		{
			id,
			kind: 'columns',
			sheet,
			box: [at.x, at.y, 200 * cols.length, 380, 0],
			style: { chalk: 'white' },
			text: outline.text,
			parts,
		},
		...cards,
	]);
}

/** Several outlines under one root without words. */
export const underOne = (outlines: readonly Outline[]): Outline =>
	outlines.length === 1 ? outlines[0]! : branch(richFrom(''), [...outlines]);
