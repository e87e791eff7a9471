/** The table of kinds. Everything that differs between kinds is asked for here, never switched on elsewhere. */
import { boundsOf, inflate, unionOf, type Box, type Point } from '../../geometry/box';
import {
	branchFrameItems,
	branchLineBounds,
	branchLineItems,
	lineNoteItems,
} from '../../mindmap/branch-line';
import type { Drawing, Primitive, SceneContext } from '../drawing';
import type { Surface } from '../colours';
import type { BoardObject, KindName } from '../objects';
import { connectorBounds } from './connector';
import type { Kind, Outline, Setting } from './kind';
import { boxOf } from './outline';
import { signItems, SIGN_ROOM, FOLDED_ROOM } from '../signs';
import { KINDS } from './registry';

/** The kind of an object, typed for use with that very object. */
const kindOf = (object: BoardObject): Kind<KindName> => KINDS[object.kind] as unknown as Kind<KindName>;

export const isResizable = (object: BoardObject): boolean => kindOf(object).resizable;
export const leastSize = (object: BoardObject): { w: number; h: number } => kindOf(object).least;
/** The outline that connectors end at. */
export const outlineOf = (object: BoardObject): Outline => kindOf(object).outline(object);
/** Whether connectors go round an object. */
export const blocksWay = (object: BoardObject): boolean => kindOf(object).blocks;
/**
 * The colour by which an object is known in small pictures; undefined for what is not shown in
 * them.
 */
export const swatchOf = (object: BoardObject, surface: Surface): string | undefined =>
	kindOf(object).swatch(object, surface);
/** What an object is called where it has no words. */
export const nameOf = (object: BoardObject): string => kindOf(object).nameOf?.(object) ?? '';
/** Whether small signs stand on its edge. */
const isSigned = ({ nods, see, foldedCount }: BoardObject): boolean => Boolean(nods ?? see ?? foldedCount);

/** What lies under a branch: its frame, its line, and the note on that. */
function underBranch(
	{ branchLine, branchFrame, box, mapStyle }: BoardObject,
	context: SceneContext,
): Primitive[] {
	const { surface, measure, coarse } = context;
	const chalk = branchLine?.chalk ?? mapStyle?.chalk ?? 'grey';
	return [
		...(branchFrame ? branchFrameItems(branchFrame, box, chalk, surface) : []),
		...(branchLine ? branchLineItems(branchLine, box, surface) : []),
		...(branchLine && !coarse ? lineNoteItems(branchLine, box, surface, measure) : []),
	];
}

/** What an object looks like, with the line that it hangs by and the small signs on its edge. */
export function drawingOf(object: BoardObject, context: SceneContext): Drawing {
	const { box, items } = kindOf(object).draw(object, context);
	if (object.hidden) return { box, items: [] };
	const all = [...underBranch(object, context), ...items];
	if (context.coarse || !isSigned(object)) return { box, items: all };
	return { box, items: [...all, ...signItems(object, context)] };
}
export const settingOf = (object: BoardObject, context: SceneContext, part?: string): Setting | undefined =>
	kindOf(object).setText(object, context, part);
export const hits = (object: BoardObject, p: Point, reach: number, context: SceneContext): boolean =>
	kindOf(object).hit(object, p, reach, context);

/** The height an object should have so that its text can be read; its own height when that is enough. */
export const neededHeight = (object: BoardObject, context: SceneContext): number =>
	kindOf(object).grownHeight?.(object, context) ?? object.box[3];

/** The width an object should have by its text; its own width where that is set by hand. */
export const neededWidth = (object: BoardObject, context: SceneContext): number =>
	kindOf(object).grownWidth?.(object, context) ?? object.box[2];

/** Upright box round an object as drawn; undefined for what hangs in the air or is folded away. */
export function boundsOfObject(object: BoardObject, routeOf: SceneContext['routeOf']): Box | undefined {
	if (object.hidden) return undefined;
	// A stroke is as wide as its nib beyond its points.
	if (object.kind === 'stroke') return inflate(boundsOf(boxOf(object.box)), object.style.width / 2 + 1);
	if (object.kind !== 'connector') {
		const box = boundsOf(boxOf(object.box));
		// A group that nothing is left in is nowhere.
		if (object.kind === 'group' && box.w === 0 && box.h === 0) return undefined;
		if (object.foldedCount) return inflate(box, FOLDED_ROOM);
		return isSigned(object) ? inflate(box, SIGN_ROOM) : box;
	}
	const route = routeOf(object.id);
	return route && connectorBounds(object, route);
}

/** Upright box round all that is painted of an object: also the line that it hangs by in a map. */
export function paintedBounds(object: BoardObject, routeOf: SceneContext['routeOf']): Box | undefined {
	const box = boundsOfObject(object, routeOf);
	if (!box) return undefined;
	const { branchLine, branchFrame } = object;
	return unionOf([
		box,
		...(branchLine ? [branchLineBounds(branchLine, object.box)] : []),
		...(branchFrame ? [branchFrame] : []),
	]);
}

export { boxOf } from './outline';
export type { Setting } from './kind';
