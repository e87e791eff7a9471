/**
 * The board as it is read: plain objects kept in step with the live document, with a spatial index, the
 * connectors of each object and their ways. Views ask it, edits go to `edits.ts`; it never writes.
 *
 *     const model = new BoardModel(doc);
 *     const stop = model.onChange(({ changed, removed }) => painter.apply(changed, removed));
 */
import * as Y from 'yjs';
import { holdsPoint, unionOf, type Box, type Point } from '../geometry/box';
import { NOD, SEE, type Nod } from './approve';
import { objectsOf, readText, sheetsOf } from './document';
import type { SceneContext } from './drawing';
import { boundsOfObject, hits } from './kinds';
import { byStack, objectSchema, sheetSchema, type BoardObject, type Sheet } from './objects';
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

/** Connectors routed at once when something changes; more are left to `settle`. */
const AT_ONCE = 24;
/** Time for routing at once, ms a second: when edits rain in, routing waits for `settle`. */
const ROUTING = 120;
/** Objects in one place beyond which connectors run straight across. */
const CROWD = 240;

/** Sets by key: the connectors of an object, the members of a group. */
class SetsByKey {
	private readonly sets = new Map<string, Set<string>>();

	add(key: string, value: string): void {
		const set = this.sets.get(key);
		if (set) set.add(value);
		else this.sets.set(key, new Set([value]));
	}

	delete(key: string, value: string): void {
		this.sets.get(key)?.delete(value);
	}

	of(key: string): ReadonlySet<string> {
		return this.sets.get(key) ?? NOTHING;
	}
}
const NOTHING: ReadonlySet<string> = new Set();

export class BoardModel {
	readonly objects = new Map<string, BoardObject>();
	readonly setAside = new Map<string, SetAside>();
	/** Ids of all fields: few, and often asked for. */
	readonly fields = new Set<string>();
	private readonly index = new SpatialIndex();
	private readonly routes: Routes;
	/** Connectors by the object they are tied to. */
	private readonly ties = new SetsByKey();
	private readonly members = new SetsByKey();
	private readonly listeners = new Set<(change: BoardChange) => void>();
	private sheetList: Sheet[] = [];
	/** Time left for routing at once, and when that was reckoned. */
	private routingTime = ROUTING;
	private routedAt = 0;
	private readonly stop: () => void;

	/**
	 * @param routeAtOnce how many connectors are routed at once when something changes; 0 where nobody looks
	 * at the board until `settle` is called, as on the server
	 */
	constructor(
		readonly doc: Y.Doc,
		private readonly routeAtOnce = AT_ONCE,
	) {
		const objects = objectsOf(doc);
		const sheets = sheetsOf(doc);
		this.routes = new Routes(this.find, this.obstaclesIn);
		const onObjects = (events: Y.YEvent<Y.AbstractType<unknown>>[], transaction: Y.Transaction): void => {
			const ids = new Set<string>();
			for (const event of events) {
				if (event.path.length === 0) for (const key of event.keys.keys()) ids.add(key);
				else ids.add(String(event.path[0]));
			}
			this.refresh(ids, transaction.local);
		};
		const onSheets = (_: unknown, transaction: Y.Transaction): void => {
			this.readSheets();
			this.tell({ changed: new Set(), removed: new Set(), sheets: true, local: transaction.local });
		};
		objects.observeDeep(onObjects as never);
		sheets.observeDeep(onSheets as never);
		this.stop = () => {
			objects.unobserveDeep(onObjects as never);
			sheets.unobserveDeep(onSheets as never);
		};
		this.readSheets();
		for (const id of objects.keys()) this.read(id);
		for (const object of this.objects.values()) if (object.kind === 'group') this.fitGroup(object);
		this.reindex();
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
	settle(budget = Infinity): boolean {
		const changed = this.routes.settle(budget);
		for (const id of changed) this.place(id);
		if (changed.size > 0) this.tell({ changed, removed: new Set(), sheets: false, local: false });
		return this.routes.waiting === 0;
	}

	/** Sheets in their order. */
	get sheets(): readonly Sheet[] {
		return this.sheetList;
	}

	/** Everything on a sheet, from the bottom of the stack to its top. */
	onSheet(sheet: string): BoardObject[] {
		return [...this.objects.values()].filter((object) => object.sheet === sheet).sort(byStack);
	}

	/** What a box touches on a sheet, in no particular order. */
	touching(sheet: string, box: Box): BoardObject[] {
		return this.index.touching(sheet, box).map((id) => this.objects.get(id)!);
	}

	/** What a box touches, for routing: nothing at all where it is so much that no way is looked for. */
	readonly obstaclesIn = (sheet: string, box: Box): BoardObject[] =>
		this.index.touchesMoreThan(sheet, box, CROWD) ? [] : this.touching(sheet, box);

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
		return [...this.ties.of(id)];
	}

	/** Members of a group. */
	membersOf(group: string): string[] {
		return [...this.members.of(group)];
	}

	/** The outermost group that an object is in; the object itself when it is in none. */
	outermost(object: BoardObject): BoardObject {
		let out = object;
		for (let depth = 0; out.group && depth < 32; depth++) {
			const above = this.objects.get(out.group);
			if (above?.kind !== 'group') break;
			out = above;
		}
		return out;
	}

	/** The uppermost field whose inside holds the object's centre. */
	fieldOf(object: BoardObject): BoardObject | undefined {
		const [x, y, w, h] = object.box;
		const centre = { x: x + w / 2, y: y + h / 2 };
		return this.within(object.sheet, { ...centre, w: 0, h: 0 })
			.reverse()
			.find((other) => other.kind === 'field' && other.id !== object.id && holdsPoint(asBox(other), centre));
	}

	/**
	 * Ids of what an object takes along: members of a group, notes of a theme, whatever has its centre in a
	 * field.
	 */
	contentsOf(holder: BoardObject): string[] {
		if (holder.kind === 'group') return this.membersOf(holder.id);
		if (holder.kind === 'theme') {
			return [...this.objects.values()]
				.filter((o) => o.theme === holder.id && o.sheet === holder.sheet)
				.map((o) => o.id);
		}
		if (holder.kind !== 'field') return [];
		return this.within(holder.sheet, asBox(holder))
			.filter((o) => o.id !== holder.id && o.kind !== 'connector' && isInside(o, holder))
			.map((o) => o.id);
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

	private refresh(ids: Set<string>, local: boolean): void {
		const changed = new Set<string>();
		const removed = new Set<string>();
		const groups = new Set<string>();
		const disturbed: { sheet: string; area: Box }[] = [];
		const isFew = ids.size <= 500;
		const noteArea = (id: string): void => {
			const area = this.index.boundsOf(id);
			const sheet = this.index.sheetOf(id);
			if (isFew && area && sheet && this.objects.get(id)?.kind !== 'connector')
				disturbed.push({ sheet, area });
		};
		for (const id of ids) {
			noteArea(id);
			const before = this.objects.get(id);
			for (const tied of this.ties.of(id)) changed.add(tied);
			const after = this.read(id);
			if (after) changed.add(id);
			else if (before) removed.add(id);
			for (const group of [before?.group, after?.group]) if (group) groups.add(group);
			if (after?.kind === 'group') groups.add(id);
		}
		this.fitGroups(groups, changed);
		for (const id of removed) {
			this.index.remove(id);
			this.routes.drop(id);
			changed.delete(id);
		}
		for (const id of changed) this.routes.touch(id);
		if (changed.size > 500 && changed.size * 2 > this.objects.size) this.reindex();
		else for (const id of changed) this.place(id);
		for (const id of ids) noteArea(id);
		for (const { sheet, area } of disturbed) this.routes.disturb(this.index.touching(sheet, area), area);
		for (const id of this.routeNow()) {
			this.place(id);
			changed.add(id);
		}
		if (changed.size > 0 || removed.size > 0) this.tell({ changed, removed, sheets: false, local });
	}

	/** Routes what waits when that is little and there is time for it. */
	private routeNow(): Set<string> {
		const now = Date.now();
		this.routingTime = Math.min(ROUTING, this.routingTime + ((now - this.routedAt) * ROUTING) / 1000);
		this.routedAt = now;
		const { waiting } = this.routes;
		if (waiting === 0 || waiting > this.routeAtOnce || this.routingTime <= 0) return new Set();
		const moved = this.routes.settle();
		this.routingTime -= Date.now() - now;
		return moved;
	}

	/** Fits groups to their members, those that hold them as well; what is tied to them follows. */
	private fitGroups(groups: Set<string>, changed: Set<string>): void {
		for (const id of groups) {
			const group = this.objects.get(id);
			if (group?.kind !== 'group' || !this.fitGroup(group)) continue;
			changed.add(id);
			for (const tied of this.ties.of(id)) changed.add(tied);
			if (group.group) groups.add(group.group);
		}
	}

	/** Gives a group the box round its members; says whether it is another one than before. */
	private fitGroup(group: BoardObject): boolean {
		const boxes = this.membersOf(group.id).flatMap((id) => {
			const member = this.objects.get(id);
			return (member && member.kind !== 'connector' && boundsOfObject(member, this.routeOf)) || [];
		});
		const round = unionOf(boxes);
		if (!round) return false;
		const [x, y, w, h] = group.box;
		if (x === round.x && y === round.y && w === round.w && h === round.h) return false;
		this.objects.set(group.id, { ...group, box: [round.x, round.y, round.w, round.h, 0] });
		return true;
	}

	/** Reads one object anew from the document; undefined when it is gone or cannot be read. */
	private read(id: string): BoardObject | undefined {
		const before = this.objects.get(id);
		if (before) this.forget(before);
		this.setAside.delete(id);
		const map = objectsOf(this.doc).get(id);
		let object: BoardObject | undefined;
		if (map instanceof Y.Map) {
			const { values, text, nods, see } = parts(map);
			const parsed = objectSchema.safeParse({ ...values, id });
			if (parsed.success) {
				object = { ...parsed.data, text: readText(text) } as BoardObject;
				if (nods.length > 0) object.nods = nods;
				if (see.length > 0) object.see = see;
			} else this.setAside.set(id, { id, reason: parsed.error.issues[0]?.message ?? 'not readable' });
		} else if (map !== undefined) this.setAside.set(id, { id, reason: 'not an object' });
		if (!object) {
			this.objects.delete(id);
			return undefined;
		}
		// A group's box is that of its members, not what stands in the document.
		if (object.kind === 'group' && before) object = { ...object, box: before.box };
		this.objects.set(id, object);
		if (object.kind === 'field') this.fields.add(id);
		if (object.group) this.members.add(object.group, id);
		if (object.kind === 'connector') {
			for (const end of object.ends) if ('object' in end) this.ties.add(end.object, id);
		}
		return object;
	}

	private forget(object: BoardObject): void {
		this.fields.delete(object.id);
		if (object.group) this.members.delete(object.group, object.id);
		if (object.kind !== 'connector') return;
		for (const end of object.ends) if ('object' in end) this.ties.delete(end.object, object.id);
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
			const parsed = sheetSchema.safeParse({ ...(map instanceof Y.Map ? map.toJSON() : {}), id });
			if (parsed.success) sheets.push(parsed.data);
			else this.setAside.set(id, { id, reason: parsed.error.issues[0]?.message ?? 'not readable' });
		}
		this.sheetList = sheets.sort(byStack);
	}

	private tell(change: BoardChange): void {
		for (const listener of this.listeners) listener(change);
	}
}

/** What stands in the document for an object: its values, its text, and the keys that others write on it. */
function parts(map: Y.Map<unknown>): {
	values: Record<string, unknown>;
	text: unknown;
	nods: Nod[];
	see: string[];
} {
	const values: Record<string, unknown> = {};
	const nods: Nod[] = [];
	const see: string[] = [];
	let text: unknown;
	for (const [key, value] of map.entries()) {
		if (key === 'text') text = value;
		else if (key.startsWith(NOD)) {
			if (typeof value === 'string') nods.push({ person: key.slice(NOD.length), name: value.slice(0, 80) });
		} else if (key.startsWith(SEE)) see.push(key.slice(SEE.length));
		else values[key] = value;
	}
	return { values, text, nods, see };
}

export const isRegion = (object: BoardObject): boolean => object.kind === 'field' || object.kind === 'theme';

const asBox = (object: BoardObject): Box => ({
	x: object.box[0],
	y: object.box[1],
	w: object.box[2],
	h: object.box[3],
});

/** Whether the object's centre lies in the region, and a region in it is the smaller one. */
function isInside(object: BoardObject, region: BoardObject): boolean {
	const [x, y, w, h] = object.box;
	if (!holdsPoint(asBox(region), { x: x + w / 2, y: y + h / 2 })) return false;
	return !isRegion(object) || w * h < region.box[2] * region.box[3];
}
