/** From objects to drawings: what a view, a picture or a file shows. */
import type { Traits } from './kinds/kind';
import { traitsOf } from './kinds/traits';
import type { Box } from '../geometry/box';
import { inflate, unionOf } from '../geometry/box';
import type { Measure } from '../text/fonts';
import type { Surface } from './colours';
import type { Ground, GroundPicture } from './ground';
import type { Drawing, SceneContext } from './drawing';
import { drawingOf } from './kinds';
import type { BoardModel } from './model/model';
import { byStack, type BoardObject } from './objects';

export function sceneContext(model: BoardModel, surface: Surface, measure: Measure): SceneContext {
	return { surface, measure, find: model.find, routeOf: model.routeOf };
}

const LAYERS: Record<Traits['layer'], number> = { field: 0, ground: 1, line: 2, piece: 3 };
const layerOf = (object: BoardObject): number => LAYERS[traitsOf(object).layer];

/** The order in which objects are painted: regions first, then links, then what stands on the board. */
export function inPaintOrder(objects: readonly BoardObject[]): BoardObject[] {
	// Parted first: of a large board each would be asked for its layer in every comparison.
	const layers: BoardObject[][] = Object.values(LAYERS).map(() => []);
	for (const object of objects) layers[layerOf(object)]!.push(object);
	return layers.flatMap((layer) => layer.sort(byStack));
}

/** Lists shorter than this are sorted by comparing stack places; longer ones by a kept order. */
const FEW = 1500;

/**
 * The paint order of a whole board as a number an object. Sorting what is in view by it is several times
 * faster than comparing stack places, and moving objects leaves it as it is.
 */
export class PaintOrder {
	private readonly ranks = new Map<string, number>();
	private readonly keys = new Map<string, string>();
	private isStale = true;

	constructor(
		private readonly board: {
			readonly objects: ReadonlyMap<string, BoardObject>;
			find: (id: string) => BoardObject | undefined;
		},
	) {}

	/** Notes that objects changed; only a new place in the stack makes the order stale. */
	apply(changed: Iterable<string>): void {
		for (const id of changed) {
			const object = this.board.find(id);
			if (object && this.keys.get(id) !== object.z) this.isStale = true;
		}
	}

	sort(objects: BoardObject[]): BoardObject[] {
		if (!this.isStale) return objects.sort((a, b) => this.ranks.get(a.id)! - this.ranks.get(b.id)!);
		if (objects.length < FEW) return objects.sort((a, b) => layerOf(a) - layerOf(b) || byStack(a, b));
		this.refresh();
		return this.sort(objects);
	}

	private refresh(): void {
		this.isStale = false;
		this.ranks.clear();
		this.keys.clear();
		inPaintOrder([...this.board.objects.values()]).forEach((object, rank) => {
			this.ranks.set(object.id, rank);
			this.keys.set(object.id, object.z);
		});
	}
}

export interface Picture {
	/** What is shown, from the bottom to the top, and the drawing of each. */
	objects: BoardObject[];
	drawings: Drawing[];
	view: Box;
	ground: string;
	/** The picture on the ground. */
	backdrop?: GroundPicture;
	surface: Surface;
}

/** Everything that a picture of the given objects needs, with a margin round them; undefined for none. */
export function pictureOf(
	model: BoardModel,
	objects: readonly BoardObject[],
	ground: Ground,
	measure: Measure,
	margin = 32,
): Picture | undefined {
	const bounds = unionOf(objects.flatMap((object) => model.boundsOf(object.id) ?? []));
	if (!bounds) return undefined;
	model.routePending();
	const context = sceneContext(model, ground.surface, measure);
	const order = inPaintOrder(objects);
	return {
		objects: order,
		drawings: order.map((object) => drawingOf(object, context)),
		view: inflate(bounds, margin),
		ground: ground.colour,
		...(ground.picture ? { backdrop: ground.picture } : {}),
		surface: ground.surface,
	};
}
