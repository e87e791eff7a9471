/** New branches on maps: one, or whole outlines; and maps as outlines again. */
import { richFrom } from '../../text/rich';
import { unionOf } from '../../geometry/box';
import { earlierParentsOf } from '../../mindmap/forest';
import type { Outline } from '../../mindmap/outline';
import { freshKeys, insertAt } from '../../order/keys';
import { CHALKS } from '../colours';
import { traitsOf } from '../kinds/traits';
import { canBeBranch } from '../model/maps';
import type { BoardQuery } from '../model/query';
import { NOTE_SIZES, type BoardObject } from '../objects';
import { patch, transact, type EditContext } from '../store';
import { emptierSide, isBoth, placedOf, type Place } from './branches';
import { addObjects, type NewObject } from './edits';

/** Colours for main branches, in turn. */
const LINE_CHALKS = CHALKS.filter((chalk) => chalk !== 'white' && chalk !== 'grey');

type Look = Pick<BoardObject, 'kind' | 'style' | 'box'>;

/** What a branch looks like where all round it are pictures. */
const PLAIN: Look = {
	kind: 'note',
	style: { form: 'card', pigment: 'chalk' },
	box: [0, 0, NOTE_SIZES.card.w, NOTE_SIZES.card.h, 0],
};

/** The look of the neighbours at a place, or of what is hung on. */
function lookAt(model: BoardQuery, parent: BoardObject, { index }: Place): Look {
	const all = model.maps.branchesOf(parent.id);
	const beside = model.find(all[Math.min(Math.max(0, index - 1), all.length - 1)] ?? '');
	return [beside, parent].find((each) => each && traitsOf(each).textOnly) ?? PLAIN;
}

/**
 * Hangs outlines on an object, in their order, as one step.
 * @param heightOf how high a new branch has to be for its text, board units
 * @returns ids of all that is new, line by line; none where nothing can be hung there
 */
export function addOutlines(
	editContext: EditContext,
	model: BoardQuery,
	place: Place,
	outlines: readonly Outline[],
	heightOf: (spec: NewObject) => number = ({ box }) => box[3],
): string[] {
	const parent = model.find(place.parent);
	if (!parent || !canBeBranch(parent) || outlines.length === 0) return [];
	const look = lookAt(model, parent, place);
	const all = model.maps.branchesOf(place.parent);
	const isMain = model.maps.parentOf(place.parent) === undefined;
	const tops = outlines.map(() => editContext.newId());
	const keys = insertAt(placedOf(model, all), place.index, tops);
	const now = editContext.now();
	const [x, y] = parent.box;
	const [, , w, h] = look.box;
	const side = isMain && isBoth(parent) ? (place.side ?? emptierSide(model, place.parent)) : undefined;
	const specs: NewObject[] = [];
	const open = outlines.map((outline, i) => ({
		outline,
		id: tops[i]!,
		of: place.parent,
		order: keys.get(tops[i]!)!,
	}));
	open.reverse();
	for (let next = open.pop(); next; next = open.pop()) {
		const { outline, id, of, order } = next;
		const isTop = of === place.parent;
		const mapStyle = {
			...(isMain && isTop
				? { chalk: LINE_CHALKS[(all.length + tops.indexOf(id)) % LINE_CHALKS.length]! }
				: {}),
			...(outline.folded && outline.branches.length > 0 ? { folded: true } : {}),
		};
		const spec: NewObject = {
			id,
			kind: look.kind,
			sheet: parent.sheet,
			box: [x, y, w, h, 0],
			style: look.style,
			text: outline.text,
			branch: { parent: of, order, movedAt: now, ...(isTop && side ? { side } : {}) },
			...(Object.keys(mapStyle).length > 0 ? { mapStyle } : {}),
		};
		spec.box[3] = heightOf(spec);
		specs.push(spec);
		const places = freshKeys(outline.branches.length);
		for (let i = outline.branches.length - 1; i >= 0; i--)
			open.push({ outline: outline.branches[i]!, id: editContext.newId(), of: id, order: places[i]! });
	}
	return transact(editContext, () => {
		for (const [id, order] of keys)
			if (!tops.includes(id)) patch(editContext, id, { branch: { ...model.find(id)!.branch, order } });
		return addObjects(editContext, model, specs);
	});
}

/** Adds a new branch with the look of its neighbours, or of what it hangs on. Returns its id. */
export const addBranch = (
	editContext: EditContext,
	model: BoardQuery,
	place: Place,
	text = '',
): string | undefined =>
	addOutlines(editContext, model, place, [{ text: text === '' ? [] : richFrom(text), branches: [] }])[0];

/** What hangs on an object, with itself, as an outline. */
export function outlineOf(model: BoardQuery, root: string): Outline | undefined {
	const top = model.find(root);
	if (!top) return undefined;
	const made = (id: string): Outline => {
		const { text, mapStyle } = model.find(id)!;
		return { text, ...(mapStyle?.folded ? { folded: true } : {}), branches: [] };
	};
	const all = new Map([[root, made(root)]]);
	for (const id of model.maps.descendantsOf(root)) {
		const outline = made(id);
		all.set(id, outline);
		all.get(model.maps.parentOf(id)!)!.branches.push(outline);
	}
	return all.get(root);
}

/**
 * Makes a map of objects: a new root in their middle, on which they hang in reading order, on both
 * sides in turn. What hangs on one of them goes along. Returns the root; undefined for fewer than
 * two that can hang.
 */
export function mapFrom(
	editContext: EditContext,
	model: BoardQuery,
	ids: Iterable<string>,
): string | undefined {
	const chosen = new Set(ids);
	const tops = [...chosen]
		.flatMap((id) => model.find(id) ?? [])
		.filter((object) => {
			const parent = model.maps.parentOf(object.id);
			return canBeBranch(object) && !object.lock && (parent === undefined || !chosen.has(parent));
		})
		.sort((a, b) => a.box[1] - b.box[1] || a.box[0] - b.box[0]);
	const [first, second] = tops;
	if (!first || !second) return undefined;
	const here = tops.filter(({ sheet }) => sheet === first.sheet);
	const round = unionOf(here.map(({ box: [x, y, w, h] }) => ({ x, y, w, h })))!;
	const look = traitsOf(first).textOnly ? first : PLAIN;
	const [, , w, h] = look.box;
	const root = editContext.newId();
	const keys = freshKeys(here.length);
	const movedAt = editContext.now();
	return transact(editContext, () => {
		addObjects(editContext, model, [
			{
				id: root,
				kind: look.kind,
				sheet: first.sheet,
				box: [Math.round(round.x + (round.w - w) / 2), Math.round(round.y + (round.h - h) / 2), w, h, 0],
				style: look.style,
			},
		]);
		here.forEach((object, i) => {
			const earlierParents = earlierParentsOf(model.maps.parentOf(object.id), object.branch);
			patch(editContext, object.id, {
				branch: {
					parent: root,
					order: keys[i]!,
					movedAt,
					side: i % 2 === 0 ? 'right' : 'left',
					...(earlierParents.length > 0 ? { earlierParents } : {}),
				},
				mapStyle: {
					...object.mapStyle,
					chalk: object.mapStyle?.chalk ?? LINE_CHALKS[i % LINE_CHALKS.length]!,
				},
				held: undefined,
				box: object.box,
			});
		});
		return root;
	});
}
