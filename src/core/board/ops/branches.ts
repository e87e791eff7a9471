/**
 * What people do to maps: hang branches on others, reorder them, fold them away, let them go. Each
 * function is one step, and one undo takes it back.
 */
import { earlierParentsOf } from '../../mindmap/forest';
import type { MapLayout } from '../../mindmap/layout';
import type { BranchValues, MapStyle } from '../../mindmap/values';
import { byKey, insertAt, type Placed } from '../../order/keys';
import { canBeBranch } from '../model/maps';
import type { BoardQuery } from '../model/query';
import type { BoardObject } from '../objects';
import { patch, transact, type EditContext } from '../store';

/** Where something is hung: on what, before which of its branches, and on which side. */
export interface Place {
	parent: string;
	/** Before which of the branches there; their number for the end. */
	index: number;
	/** Of a root that spreads to both; the emptier one where left out. */
	side?: 'left' | 'right' | undefined;
}

/** Branches as things in an order. */
export const placedOf = (model: BoardQuery, ids: readonly string[]): Placed[] =>
	ids
		.flatMap((id) => {
			const order = model.find(id)?.branch?.order;
			return order === undefined ? [] : { id, z: order };
		})
		.sort(byKey);

/** Whether what hangs on a root spreads to both sides. */
export const isBoth = (root: BoardObject): boolean => (root.mapStyle?.layout ?? 'both') === 'both';

/** The side of a root on which there is less. */
export function emptierSide(model: BoardQuery, root: string): 'left' | 'right' {
	const on = { left: 0, right: 0 };
	for (const id of model.maps.branchesOf(root))
		on[model.find(id)?.branch?.side ?? 'right'] += 1 + model.maps.descendantsOf(id).length;
	return on.left < on.right ? 'left' : 'right';
}

/** Writes down where branches hang whose own last move was not made: they would jump later. */
function writeResolvedParents(editContext: EditContext, model: BoardQuery): void {
	for (const id of model.maps.rejected) {
		const object = model.find(id);
		const parent = model.maps.parentOf(id);
		if (!object?.branch) continue;
		const branch = { ...object.branch, parent };
		patch(editContext, id, parent === undefined ? { branch: undefined, box: object.box } : { branch });
	}
}

/** Whether something can be hung on an object: not on itself or on what hangs on it. */
export function canReparent(model: BoardQuery, ids: Iterable<string>, parent: string): boolean {
	const above = model.find(parent);
	if (!above || !canBeBranch(above)) return false;
	const moving = new Set(ids);
	for (let at: string | undefined = parent; at !== undefined; at = model.maps.parentOf(at))
		if (moving.has(at)) return false;
	return [...moving].every((id) => {
		const object = model.find(id);
		return object !== undefined && canBeBranch(object) && object.sheet === above.sheet && !object.lock;
	});
}

/** Of what is moved, what is hung itself; what hangs on it goes along. */
const topmost = (model: BoardQuery, ids: Iterable<string>): string[] => {
	const all = new Set(ids);
	return [...all].filter((id) => {
		for (let at = model.maps.parentOf(id); at !== undefined; at = model.maps.parentOf(at))
			if (all.has(at)) return false;
		return true;
	});
};

/**
 * Hangs objects, with what hangs on them, on another one, in the order given. Says whether that can
 * be.
 */
export function hang(
	editContext: EditContext,
	model: BoardQuery,
	ids: Iterable<string>,
	place: Place,
): boolean {
	const moving = topmost(model, ids);
	if (moving.length === 0 || !canReparent(model, moving, place.parent)) return false;
	const root = model.find(place.parent)!;
	const isMain = model.maps.parentOf(place.parent) === undefined && isBoth(root);
	const all = model.maps.branchesOf(place.parent);
	const before = all.slice(0, place.index).filter((id) => !moving.includes(id)).length;
	const order = placedOf(
		model,
		all.filter((id) => !moving.includes(id)),
	);
	const keys = insertAt(order, before, moving);
	const now = editContext.now();
	transact(editContext, () => {
		writeResolvedParents(editContext, model);
		for (const [id, key] of keys) {
			const object = model.find(id)!;
			if (!moving.includes(id)) {
				patch(editContext, id, { branch: { ...object.branch, order: key } });
				continue;
			}
			const was = model.maps.parentOf(id);
			const stays = was === place.parent;
			const side = place.side ?? (stays ? object.branch?.side : undefined);
			const earlier = earlierParentsOf(stays ? undefined : was, object.branch).filter(
				(each) => each !== place.parent,
			);
			const branch: BranchValues = {
				parent: place.parent,
				order: key,
				movedAt: now,
				...(earlier.length > 0 ? { earlierParents: earlier } : {}),
				...(isMain ? { side: side ?? emptierSide(model, place.parent) } : {}),
			};
			// What leaves the frame of a theme leaves the theme.
			patch(editContext, id, { branch, held: undefined, theme: undefined, box: object.box });
		}
	});
	return true;
}

/** Detaches branches: each stands where it stood, moved by (dx, dy), as a root. */
export function detach(
	editContext: EditContext,
	model: BoardQuery,
	ids: Iterable<string>,
	dx = 0,
	dy = 0,
): void {
	transact(editContext, () => {
		writeResolvedParents(editContext, model);
		for (const id of ids) {
			const object = model.find(id);
			if (!object?.branch || object.lock) continue;
			const [x, y, w, h, angle] = object.box;
			patch(editContext, id, { branch: undefined, box: [x + dx, y + dy, w, h, angle] });
		}
	});
}

/** Puts a branch where the hand has it, moved by (dx, dy); it stays tied to what it hangs on. */
export function setOffset(
	editContext: EditContext,
	model: BoardQuery,
	id: string,
	dx: number,
	dy: number,
): void {
	const object = model.find(id);
	const parent = model.find(model.maps.parentOf(id) ?? '');
	if (!object?.branch || !parent || object.lock) return;
	const [[x, y, w, h], [px, py, pw, ph]] = [object.box, parent.box];
	const offset = [x + w / 2 + dx - (px + pw / 2), y + h / 2 + dy - (py + ph / 2)];
	transact(editContext, () => patch(editContext, id, { branch: { ...object.branch, offset } }));
}

/** Gives branches back to the layout of their map. */
export function clearOffset(editContext: EditContext, model: BoardQuery, ids: Iterable<string>): void {
	transact(editContext, () => {
		for (const id of ids) {
			const object = model.find(id);
			if (!object?.branch?.offset || object.lock) continue;
			const { offset: _, ...branch } = object.branch;
			patch(editContext, id, { branch });
		}
	});
}

/** A place in a map that is next to a branch; undefined for what hangs on nothing. */
export function placeBeside(model: BoardQuery, id: string, way: 'before' | 'after'): Place | undefined {
	const parent = model.maps.parentOf(id);
	if (parent === undefined) return undefined;
	const index = model.maps.branchesOf(parent).indexOf(id);
	const side = model.find(id)?.branch?.side;
	return { parent, index: way === 'before' ? index : index + 1, side };
}

/** Hangs a branch on what its parent hangs on, right after it. Says whether it could. */
export function promote(editContext: EditContext, model: BoardQuery, id: string): boolean {
	const parent = model.maps.parentOf(id);
	const place = parent === undefined ? undefined : placeBeside(model, parent, 'after');
	if (!place || model.find(id)?.lock) return false;
	return hang(editContext, model, [id], place);
}

/** Hangs a branch on the one before it, after all that hangs there. Says whether it could. */
export function demote(editContext: EditContext, model: BoardQuery, id: string): boolean {
	const parent = model.maps.parentOf(id);
	if (parent === undefined || model.find(id)?.lock) return false;
	const beside = sameSide(model, parent, id);
	const before = beside[beside.indexOf(id) - 1];
	if (before === undefined) return false;
	return hang(editContext, model, [id], { parent: before, index: model.maps.branchesOf(before).length });
}

/** Branches of the same parent that stand on the same side. */
const sameSide = (model: BoardQuery, parent: string, id: string): string[] => {
	const sideOf = (each: string): string => model.find(each)?.branch?.side ?? 'right';
	return model.maps.branchesOf(parent).filter((each) => sideOf(each) === sideOf(id));
};

/** Moves a branch past the one before or after it. Says whether there is one. */
export function reorder(editContext: EditContext, model: BoardQuery, id: string, by: 1 | -1): boolean {
	const parent = model.maps.parentOf(id);
	if (parent === undefined || model.find(id)?.lock) return false;
	const beside = sameSide(model, parent, id);
	const other = beside[beside.indexOf(id) + by];
	if (other === undefined) return false;
	const index = model.maps.branchesOf(parent).indexOf(other);
	return hang(editContext, model, [id], { parent, index: by === 1 ? index + 1 : index });
}

/** Sets how what hangs on objects is shown; undefined takes a value away. */
export function setMapStyle(
	editContext: EditContext,
	model: BoardQuery,
	ids: Iterable<string>,
	values: { [K in keyof MapStyle]?: MapStyle[K] | undefined },
): void {
	transact(editContext, () => {
		for (const id of ids) {
			const object = model.find(id);
			if (!object || object.lock || !canBeBranch(object)) continue;
			const next = Object.entries({ ...object.mapStyle, ...values }).filter(
				([, value]) => value !== undefined,
			);
			patch(editContext, id, { mapStyle: next.length > 0 ? Object.fromEntries(next) : undefined });
		}
	});
}

/** Lays out what hangs on an object in another way. */
export const setLayout = (
	editContext: EditContext,
	model: BoardQuery,
	id: string,
	layout: MapLayout | undefined,
): void => setMapStyle(editContext, model, [id], { layout });

const depthOf = (model: BoardQuery, id: string): number => {
	let depth = 0;
	for (let at = model.maps.parentOf(id); at !== undefined; at = model.maps.parentOf(at)) depth++;
	return depth;
};

/** Folds what hangs on objects away, or shows it. */
export const fold = (
	editContext: EditContext,
	model: BoardQuery,
	ids: Iterable<string>,
	isFolded: boolean,
): void =>
	setMapStyle(
		editContext,
		model,
		[...ids].filter((id) => model.maps.branchesOf(id).length > 0),
		{ folded: isFolded || undefined },
	);

/** Shows a map down to a level, and folds away what is below; 1 shows what hangs on the root. */
export function foldBelow(editContext: EditContext, model: BoardQuery, root: string, level: number): void {
	const all = [root, ...model.maps.descendantsOf(root)];
	transact(editContext, () => {
		const at = new Map(all.map((id) => [id, depthOf(model, id) - depthOf(model, root)]));
		fold(
			editContext,
			model,
			changing(model, all, (id) => at.get(id)! >= level, true),
			true,
		);
		fold(
			editContext,
			model,
			changing(model, all, (id) => at.get(id)! < level, false),
			false,
		);
	});
}

/** Folds away everything beside a branch and what it hangs on. */
export function foldAllBut(editContext: EditContext, model: BoardQuery, id: string): void {
	const path = new Set<string>([id]);
	for (let at = model.maps.parentOf(id); at !== undefined; at = model.maps.parentOf(at)) path.add(at);
	const own = new Set([id, ...model.maps.descendantsOf(id)]);
	const all = [...path].flatMap((each) => [each, ...model.maps.branchesOf(each)]);
	transact(editContext, () => {
		fold(
			editContext,
			model,
			changing(model, all, (each) => !path.has(each) && !own.has(each), true),
			true,
		);
		fold(
			editContext,
			model,
			changing(model, all, (each) => path.has(each), false),
			false,
		);
	});
}

/** Those that are to be folded, or shown, and are not. */
const changing = (
	model: BoardQuery,
	ids: readonly string[],
	wanted: (id: string) => boolean,
	isFolded: boolean,
): string[] => ids.filter((id) => wanted(id) && (model.find(id)?.mapStyle?.folded ?? false) !== isFolded);
