/**
 * A board for painting only: plain objects with the ways of their connectors, and where they are. It knows
 * no live document, so that a worker can hold one and be told what changed.
 */
import { isConnector, isPicture } from '../kinds/guards';
import type { Box } from '../../geometry/box';
import type { Measure } from '../../text/fonts';
import type { Surface } from '../colours';
import { drawingOf, paintedBounds } from '../kinds';
import type { Drawing, Route, SceneContext } from '../drawing';
import type { BoardQuery } from './query';
import type { BoardObject } from '../objects';
import { PaintOrder } from '../scene';
import { SpatialIndex } from './spatial';

/** An object with what is worked out elsewhere. */
export interface RenderItem {
	object: BoardObject;
	route?: Route | undefined;
}

/** Part of a sheet that has to be painted anew. */
export interface Dirty {
	sheet: string;
	box: Box;
}

/** What a painter needs to know of an object; undefined when it is not on the board. */
export function paintedOf(model: BoardQuery, id: string): RenderItem | undefined {
	const object = model.find(id);
	if (!object) return undefined;
	const route = isConnector(object) ? model.routeOf(id) : undefined;
	return route ? { object, route } : { object };
}

/** Objects from which on they are put into the index at one go. */
const MANY = 200;

/**
 * Drawings kept at most; a store is emptied when it grows past that. Those of what is seen from far are small, and are
 * wanted all at once.
 */
const MAX = { fine: 12_000, coarse: 120_000 };

export class RenderBoard {
	readonly objects = new Map<string, BoardObject>();
	private readonly routes = new Map<string, Route>();
	private readonly index = new SpatialIndex();
	private readonly order = new PaintOrder(this);
	private readonly drawings = { fine: new Map<string, Drawing>(), coarse: new Map<string, Drawing>() };

	constructor(private readonly measure: Measure) {}

	readonly find = (id: string): BoardObject | undefined => this.objects.get(id);
	private readonly routeOf = (id: string): Route | undefined => this.routes.get(id);

	/**
	 * Puts objects on the board or replaces them; returns the parts that look different now.
	 * @param isLoading whether nothing is painted yet: of the first objects no parts are told then
	 */
	put(painted: readonly RenderItem[], isLoading = false): Dirty[] {
		const dirty: Dirty[] = [];
		const isStart = isLoading && this.objects.size === 0;
		for (const { object, route } of painted) {
			if (!isStart) this.note(object.id, dirty);
			this.objects.set(object.id, object);
			if (route) this.routes.set(object.id, route);
			else this.routes.delete(object.id);
			this.forget(object.id);
		}
		if (isStart || painted.length > MANY) {
			this.index.placeMany(painted.flatMap(({ object }) => this.placeOf(object) ?? []));
			for (const { object } of painted) {
				if (!this.placeOf(object)) this.index.remove(object.id);
				if (!isStart) this.note(object.id, dirty);
			}
		} else {
			for (const { object } of painted) {
				const place = this.placeOf(object);
				if (place) this.index.place(place.id, place.sheet, place.box);
				else this.index.remove(object.id);
				this.note(object.id, dirty);
			}
		}
		this.order.apply(painted.map(({ object }) => object.id));
		return dirty;
	}

	remove(ids: Iterable<string>): Dirty[] {
		const dirty: Dirty[] = [];
		for (const id of ids) {
			this.note(id, dirty);
			this.objects.delete(id);
			this.routes.delete(id);
			this.index.remove(id);
			this.forget(id);
		}
		return dirty;
	}

	/** Where objects are now, as parts to paint anew. */
	partsOf(ids: Iterable<string>): Dirty[] {
		const dirty: Dirty[] = [];
		for (const id of ids) this.note(id, dirty);
		return dirty;
	}

	/** Pictures that show a file. */
	*showing(file: string): Iterable<string> {
		for (const object of this.objects.values())
			if (isPicture(object) && object.file === file) yield object.id;
	}

	extent(sheet: string): Box | undefined {
		return this.index.extent(sheet);
	}

	/** Drawings of what a box touches on a sheet, in the order in which they are painted. */
	drawingsIn(sheet: string, box: Box, surface: Surface, coarse: boolean): { id: string; drawing: Drawing }[] {
		return this.drawingsOf(this.idsIn(sheet, box), surface, coarse);
	}

	/** Ids of what a box touches on a sheet, in the order in which it is painted. */
	idsIn(sheet: string, box: Box): string[] {
		const objects = this.index.touching(sheet, box).map((id) => this.objects.get(id)!);
		return this.order.sort(objects).map(({ id }) => id);
	}

	/** Ids of everything on a sheet, in the order in which it is painted. */
	inOrderOn(sheet: string): string[] {
		const objects = [...this.objects.values()].filter((object) => object.sheet === sheet);
		return this.order.sort(objects).map(({ id }) => id);
	}

	/** Drawings of objects in the order given; those that are gone are left out. */
	drawingsOf(ids: readonly string[], surface: Surface, coarse: boolean): { id: string; drawing: Drawing }[] {
		return this.drawn(
			ids.flatMap((id) => this.objects.get(id) ?? []),
			surface,
			coarse,
		);
	}

	private drawn(
		objects: readonly BoardObject[],
		surface: Surface,
		coarse: boolean,
	): { id: string; drawing: Drawing }[] {
		const { measure, find, routeOf } = this;
		const context: SceneContext = { surface, measure, coarse, find, routeOf };
		const kind = coarse ? 'coarse' : 'fine';
		const kept = this.drawings[kind];
		return objects.map((object) => {
			let drawing = kept.get(object.id);
			if (!drawing) {
				if (kept.size >= MAX[kind]) kept.clear();
				kept.set(object.id, (drawing = drawingOf(object, context)));
			}
			return { id: object.id, drawing };
		});
	}

	/** Forgets all drawings, as when the surface changes. */
	forgetDrawings(): void {
		this.drawings.fine.clear();
		this.drawings.coarse.clear();
	}

	private forget(id: string): void {
		this.drawings.fine.delete(id);
		this.drawings.coarse.delete(id);
	}

	private placeOf(object: BoardObject): { id: string; sheet: string; box: Box } | undefined {
		const box = paintedBounds(object, this.routeOf);
		return box && { id: object.id, sheet: object.sheet, box };
	}

	private note(id: string, dirty: Dirty[]): void {
		const box = this.index.boundsOf(id);
		const sheet = this.index.sheetOf(id);
		if (box && sheet) dirty.push({ sheet, box });
	}
}
