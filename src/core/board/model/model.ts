/**
 * The board as it is read: plain objects kept in step with the live document, with a spatial index, the
 * connectors of each object and their ways. Views ask it, edits go to `edits.ts`; it never writes.
 *
 *     const model = new BoardModel(doc);
 *     const stop = model.onChange(({ changed, removed }) => painter.apply(changed, removed));
 */
import { isRegion } from '../kinds/traits';
import { isConnector, isGroup, isTheme } from '../kinds/guards';
import * as Y from 'yjs';
import type { Box, Point } from '../../geometry/box';
import { objectsOf, placesOf, sheetsOf } from '../document';
import type { SceneContext } from '../drawing';
import { contentsOf, fieldOf, outermost } from './containment';
import { DerivedLayout } from './derived-layout';
import { boundsOfObject, hits } from '../kinds';
import type { Lock } from '../kinds/common';
import { readPlaces, type Place } from './places';
import type { BoardQuery, MapQuery } from './query';
import { byStack, sheetSchema, type BoardObject, type BoxValues, type Sheet } from '../objects';
import { readAgain, readObject, changedKeys } from './reading';
import { BoardIndexes } from './board-indexes';
import { Routes } from './routes';
import { SpatialIndex } from './spatial';

export interface BoardChange {
	/** Objects that are new or different, connectors that follow them included. */
	changed: Set<string>;
	removed: Set<string>;
	/** Whether a sheet was added, renamed, reordered or removed. */
	sheets: boolean;
	/** Whether the change was made on this screen. */
	local: boolean;
}

/** An entry of the document that could not be read; it is kept there and left out here. */
export interface SetAside {
	id: string;
	reason: string;
}

/** Connectors routed at once when something changes; more are left to `routePending`. */
export const AT_ONCE = 24;
/** Time for routing at once, ms a second: when edits rain in, routing waits for `routePending`. */
const ROUTE_BUDGET_MS = 120;
/** Places that changed beyond which it is not looked at each of them. */
const MANY = 1000;
/** Objects in one place beyond which connectors run straight across. */
const CROWD = 240;

export class BoardModel implements BoardQuery {
	readonly objects = new Map<string, BoardObject>();
	readonly setAside = new Map<string, SetAside>();
	private readonly indexes = new BoardIndexes();
	/** Ids of all fields, of all that others lie in, and of pictures that play. */
	readonly fields: ReadonlySet<string> = this.indexes.fields;
	readonly containers: ReadonlySet<string> = this.indexes.containers;
	readonly playing: ReadonlySet<string> = this.indexes.playing;
	private readonly index = new SpatialIndex();
	private readonly routes: Routes;
	private readonly derived: DerivedLayout;
	readonly maps: MapQuery;
	private readonly listeners = new Set<(change: BoardChange) => void>();
	/** Counts changes: what was worked out from the model holds as long as this is the same. */
	revision = 0;
	private sheetList: Sheet[] = [];
	private placeList: Place[] = [];
	/** Time left for routing at once, and when that was reckoned. */
	private routingTime = ROUTE_BUDGET_MS;
	private routedAt = 0;
	private isGuarded: ((object: BoardObject) => boolean) | undefined;
	private readonly stop: () => void;

	/**
	 * @param routeAtOnce how many connectors are routed at once when something changes; 0 where nobody looks
	 * at the board until `routePending` is called, as on the server
	 * @param routeSlice how long that may take each time, ms: what is left waits for `routePending`
	 */
	constructor(
		readonly doc: Y.Doc,
		private readonly routeAtOnce = AT_ONCE,
		private readonly routeSlice = Infinity,
	) {
		const objects = objectsOf(doc);
		const sheets = sheetsOf(doc);
		this.routes = new Routes(this.find, this.obstaclesIn);
		this.derived = new DerivedLayout(this.objects, this.routeOf);
		this.maps = this.derived.maps;
		const onObjects = (events: Y.YEvent<Y.AbstractType<unknown>>[], transaction: Y.Transaction): void => {
			this.refresh(changedKeys(events), transaction.local);
		};
		const onSheets = (_: unknown, transaction: Y.Transaction): void => {
			this.readSheets();
			this.tell({ changed: new Set(), removed: new Set(), sheets: true, local: transaction.local });
		};
		const places = placesOf(doc);
		const onPlaces = (_: unknown, transaction: Y.Transaction): void => {
			this.placeList = readPlaces(doc);
			this.tell({ changed: new Set(), removed: new Set(), sheets: false, local: transaction.local });
		};
		places.observeDeep(onPlaces as never);
		this.placeList = readPlaces(doc);
		objects.observeDeep(onObjects as never);
		sheets.observeDeep(onSheets as never);
		this.stop = () => {
			objects.unobserveDeep(onObjects as never);
			sheets.unobserveDeep(onSheets as never);
			places.unobserveDeep(onPlaces as never);
		};
		this.readSheets();
		for (const id of objects.keys()) this.read(id);
		this.derived.updateAll();
		this.reindex();
	}

	/**
	 * Makes those objects stand as if they were locked for whom that is so; nobody's locks are changed by it. Undefined ends it.
	 */
	guard(isGuarded: ((object: BoardObject) => boolean) | undefined): void {
		if (!isGuarded && !this.isGuarded) return;
		this.isGuarded = isGuarded;
		for (const object of this.objects.values()) this.guardOne(object);
		this.tell({ changed: new Set(), removed: new Set(), sheets: false, local: false });
	}

	private guardOne(object: BoardObject): void {
		const locked: { lock?: Lock | undefined } = object;
		if (locked.lock === 'step') delete locked.lock;
		if (this.isGuarded?.(object)) locked.lock ??= 'step';
	}

	/** Stops following the document. */
	destroy(): void {
		this.stop();
		this.listeners.clear();
	}

	/** Calls back after every change; returns the way to stop it. */
	onChange(listener: (change: BoardChange) => void): () => void {
		this.listeners.add(listener);
		return () => this.listeners.delete(listener);
	}

	readonly find = (id: string): BoardObject | undefined => this.objects.get(id);

	/** The way of a connector; a first guess while it waits to be routed. */
	readonly routeOf: SceneContext['routeOf'] = (id) => this.routes.of(id);

	/**
	 * Routes connectors that wait for it, for at most about `budget` ms, and tells which ones moved. Returns
	 * whether all are done. Pictures and exports call it without a budget before they look.
	 */
	routePending(budget = Infinity): boolean {
		const changed = this.routes.routePending(budget);
		for (const id of changed) this.place(id);
		if (changed.size > 0) this.tell({ changed, removed: new Set(), sheets: false, local: false });
		return this.routes.waiting === 0;
	}

	/** Sheets in their order. */
	get sheets(): readonly Sheet[] {
		return this.sheetList;
	}

	/** Named places on sheets that there are, in their order. */
	get places(): readonly Place[] {
		return this.placeList.filter(({ sheet }) => this.sheetList.some((each) => each.id === sheet));
	}

	/** Everything on a sheet, from the bottom of the stack to its top. */
	onSheet(sheet: string): BoardObject[] {
		return [...this.objects.values()].filter((object) => object.sheet === sheet).sort(byStack);
	}

	/** How many things are on a sheet; connectors, fields, groups and the like are not counted. */
	countOn(sheet: string): number {
		return this.indexes.countOn(sheet);
	}

	/** Places in the stack of a sheet: everything on it lies between them. */
	stackOn(sheet: string): { low: string | null; high: string | null } {
		return this.indexes.stackOn(sheet);
	}

	/** What is on a sheet in reading order, as far as it is taken. */
	*inOrder(sheet: string): Generator<BoardObject> {
		for (const id of this.index.inOrder(sheet)) yield this.objects.get(id)!;
	}

	/** What a box touches on a sheet, in no particular order. */
	touching(sheet: string, box: Box): BoardObject[] {
		return this.index.touching(sheet, box).map((id) => this.objects.get(id)!);
	}

	/** What a box touches on a sheet; nothing at all where it is more than `most`. */
	fewTouching(sheet: string, box: Box, most: number): BoardObject[] {
		return this.index.touchesMoreThan(sheet, box, most) ? [] : this.touching(sheet, box);
	}

	/** What a box touches, for routing: nothing at all where it is so much that no way is looked for. */
	readonly obstaclesIn = (sheet: string, box: Box): BoardObject[] => this.fewTouching(sheet, box, CROWD);

	/** What a box touches on a sheet, from the bottom of the stack to its top. */
	within(sheet: string, box: Box): BoardObject[] {
		return this.touching(sheet, box).sort(byStack);
	}

	/** The uppermost object at a point; regions give way to what lies in them. */
	at(sheet: string, p: Point, reach: number, context: SceneContext): BoardObject | undefined {
		const near = this.within(sheet, { x: p.x - reach, y: p.y - reach, w: 2 * reach, h: 2 * reach });
		const hit = near.filter((object) => hits(object, p, reach, context)).reverse();
		return hit.find((object) => !isRegion(object)) ?? hit[0];
	}

	/** Upright box round an object as drawn. */
	boundsOf(id: string): Box | undefined {
		return this.index.boundsOf(id);
	}

	/** Box round everything on a sheet. */
	extent(sheet: string): Box | undefined {
		return this.index.extent(sheet);
	}

	/** Connectors tied to an object. */
	tiesOf(id: string): string[] {
		return [...this.indexes.ties.of(id)];
	}

	/** Members of a group. */
	membersOf(group: string): string[] {
		return this.derived.membersOf(group);
	}

	/** All that says it was sorted into a theme, on whatever sheet. */
	sortedInto(theme: string): string[] {
		return this.derived.sortedInto(theme);
	}

	/** What lies in a holder, in no particular order. */
	cardsOf(holder: string): BoardObject[] {
		return this.derived.cardsOf(holder);
	}

	/** Marks that stick to an object. */
	marksOn(id: string): string[] {
		return this.derived.marksOn(id);
	}

	/** Where what lies in a holder would be if the holder had another box. */
	cardBoxes(holder: string, box: BoxValues): Map<string, BoxValues> {
		return this.derived.cardBoxes(holder, box);
	}

	/** The outermost group that an object is in; the object itself when it is in none. */
	outermost(object: BoardObject): BoardObject {
		return outermost(this, object);
	}

	/** The uppermost field whose inside holds the object's centre. */
	fieldOf(object: BoardObject): BoardObject | undefined {
		return fieldOf(this, object);
	}

	/** Ids of what an object takes along: members, sorted notes, what was put in, what lies inside. */
	contentsOf(holder: BoardObject): string[] {
		if (isTheme(holder)) return this.derived.notesOf(holder);
		return contentsOf(this, holder);
	}

	/** Builds the spatial index at one go: for many objects several times faster than one by one. */
	private reindex(): void {
		const things: { id: string; sheet: string; box: Box }[] = [];
		for (const object of this.objects.values()) {
			const box = boundsOfObject(object, this.routeOf);
			if (box) things.push({ id: object.id, sheet: object.sheet, box });
		}
		this.index.rebuild(things);
	}

	/** @param ids of objects that changed, with the properties of each that did; undefined where it may be anything */
	private refresh(ids: ReadonlyMap<string, ReadonlySet<string> | undefined>, local: boolean): void {
		const changed = new Set<string>();
		const removed = new Set<string>();
		const before = new Map<string, BoardObject>();
		const disturbed: { sheet: string; area: Box }[] = [];
		const noteArea = (id: string): void => {
			const area = this.index.boundsOf(id);
			const sheet = this.index.sheetOf(id);
			if (area && sheet && !isConnector(this.objects.get(id))) disturbed.push({ sheet, area });
		};
		for (const [id, keys] of ids) {
			noteArea(id);
			const was = this.objects.get(id);
			if (was) before.set(id, was);
			for (const tied of this.indexes.ties.of(id)) changed.add(tied);
			if (this.read(id, keys)) changed.add(id);
			else if (was) removed.add(id);
		}
		// What followed something that is gone from its sheet is where the document has it.
		for (const was of before.values()) {
			if (this.objects.get(was.id)?.sheet === was.sheet) continue;
			for (const id of this.derived.of(was.id)) {
				if (ids.has(id)) continue;
				noteArea(id);
				if (this.read(id)) changed.add(id);
			}
		}
		this.derived.update([...ids.keys()], before, (id) => {
			noteArea(id);
			changed.add(id);
			for (const tied of this.indexes.ties.of(id)) changed.add(tied);
		});
		for (const id of removed) {
			this.index.remove(id);
			this.routes.drop(id);
			changed.delete(id);
		}
		for (const id of changed) this.routes.touch(id);
		if (changed.size > 500 && changed.size * 2 > this.objects.size) this.reindex();
		else for (const id of changed) this.place(id);
		for (const id of changed) noteArea(id);
		if (disturbed.length <= MANY) for (const { sheet, area } of disturbed) this.routes.disturb(sheet, area);
		else for (const sheet of new Set(disturbed.map((each) => each.sheet))) this.routes.disturbAll(sheet);
		for (const id of this.routeNow()) {
			this.place(id);
			changed.add(id);
		}
		if (changed.size > 0 || removed.size > 0) this.tell({ changed, removed, sheets: false, local });
	}

	/** Routes what waits when that is little and there is time for it. */
	private routeNow(): Set<string> {
		const now = Date.now();
		this.routingTime = Math.min(
			ROUTE_BUDGET_MS,
			this.routingTime + ((now - this.routedAt) * ROUTE_BUDGET_MS) / 1000,
		);
		this.routedAt = now;
		const { waiting } = this.routes;
		if (waiting === 0 || waiting > this.routeAtOnce || this.routingTime <= 0) return new Set();
		const moved = this.routes.routePending(this.routeSlice);
		this.routingTime -= Date.now() - now;
		return moved;
	}

	/**
	 * Reads one object anew from the document; undefined when it is gone or cannot be read.
	 * @param keys of the properties that changed, where it is known that nothing else did
	 */
	private read(id: string, keys?: ReadonlySet<string>): BoardObject | undefined {
		const before = this.objects.get(id);
		if (before) {
			this.indexes.remove(before);
			this.derived.forget(before);
		}
		this.setAside.delete(id);
		const map = objectsOf(this.doc).get(id);
		const again = before && keys && readAgain(before, map, keys);
		const read = again ? { object: again } : map === undefined ? undefined : readObject(id, map);
		if (read && 'reason' in read) this.setAside.set(id, { id, reason: read.reason });
		if (!read || !('object' in read)) {
			this.objects.delete(id);
			return undefined;
		}
		let { object } = read;
		// A group's box is that of its members, not what stands in the document.
		if (isGroup(object) && before) object = { ...object, box: before.box };
		this.guardOne(object);
		this.objects.set(id, object);
		this.indexes.add(object);
		this.derived.track(object);
		return object;
	}

	private place(id: string): void {
		const object = this.objects.get(id);
		const box = object && boundsOfObject(object, this.routeOf);
		if (object && box) this.index.place(id, object.sheet, box);
		else this.index.remove(id);
	}

	private readSheets(): void {
		const sheets: Sheet[] = [];
		for (const [id, map] of sheetsOf(this.doc)) {
			const parsed = sheetSchema.safeParse({
				...(map instanceof Y.Map ? Object.fromEntries(map.entries()) : {}),
				id,
			});
			if (parsed.success) sheets.push(parsed.data);
			else this.setAside.set(id, { id, reason: parsed.error.issues[0]?.message ?? 'not readable' });
		}
		this.sheetList = sheets.sort(byStack);
	}

	private tell(change: BoardChange): void {
		this.revision++;
		for (const listener of this.listeners) listener(change);
	}
}
