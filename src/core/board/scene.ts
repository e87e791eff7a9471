/** From objects to drawings: what a view, a picture or a file shows. */
import type { Box } from '../geometry/box';
import { inflate, unionOf } from '../geometry/box';
import type { Measure } from '../text/fonts';
import { SURFACE_COLOURS, type Surface } from './colours';
import type { Drawing, SceneContext } from './drawing';
import { drawingOf } from './kinds';
import type { BoardModel } from './model';
import { byStack, type BoardObject } from './objects';

export function sceneContext(model: BoardModel, surface: Surface, measure: Measure): SceneContext {
	return { surface, measure, find: model.find };
}

/** The order in which objects are painted: regions first, then links, then what stands on the board. */
export function inPaintOrder(objects: readonly BoardObject[]): BoardObject[] {
	const rank = (object: BoardObject): number =>
		object.kind === 'field' ? 0 : object.kind === 'theme' ? 1 : object.kind === 'connector' ? 2 : 3;
	return [...objects].sort((a, b) => rank(a) - rank(b) || byStack(a, b));
}

export interface Picture {
	drawings: Drawing[];
	view: Box;
	ground: string;
	surface: Surface;
}

/** Everything that a picture of the given objects needs, with a margin round them; undefined for none. */
export function pictureOf(
	model: BoardModel,
	objects: readonly BoardObject[],
	surface: Surface,
	measure: Measure,
	margin = 32,
): Picture | undefined {
	const bounds = unionOf(objects.flatMap((object) => model.boundsOf(object.id) ?? []));
	if (!bounds) return undefined;
	const context = sceneContext(model, surface, measure);
	return {
		drawings: inPaintOrder(objects).map((object) => drawingOf(object, context)),
		view: inflate(bounds, margin),
		ground: SURFACE_COLOURS[surface].ground,
		surface,
	};
}
