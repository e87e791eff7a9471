/**
 * The board as it is read: plain objects kept in step with the live document, with a spatial index and
 * the connectors of each object. Views ask it, edits go to `edits.ts`; it never writes.
 *
 *     const model = new BoardModel(doc);
 *     const stop = model.onChange(({ changed, removed }) => painter.apply(changed, removed));
 */
import RBush from 'rbush';
import * as Y from 'yjs';
import { holdsPoint, type Box, type Point } from '../geometry/box';
import { objectsOf, readText, sheetsOf } from './document';
import type { SceneContext } from './drawing';
import { boundsOfObject, hits } from './kinds';
import { byStack, objectSchema, sheetSchema, type BoardObject, type Sheet } from './objects';

interface Entry {
	minX: number;
	minY: number;
	maxX: number;
	maxY: number;
	id: string;
}

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

export class BoardModel {
	readonly objects = new Map<string, BoardObject>();
	readonly setAside = new Map<string, SetAside>();
	private readonly index = new Map<string, RBush<Entry>>();
	private readonly entries = new Map<string, { sheet: string; entry: Entry }>();
	/** Connectors by the object they are tied to. */
	private readonly ties = new Map<string, Set<string>>();
	private readonly listeners = new Set<(change: BoardChange) => void>();
	private sheetList: Sheet[] = [];
	private readonly stop: () => void;

	constructor(readonly doc: Y.Doc) {
		const objects = objectsOf(doc);
		const sheets = sheetsOf(doc);
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
		this.load();
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
		const found = this.index.get(sheet)?.search({
			minX: box.x,
			minY: box.y,
			maxX: box.x + box.w,
			maxY: box.y + box.h,
		});
		return found ? found.map((entry) => this.objects.get(entry.id)!) : [];
	}

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
		const entry = this.entries.get(id)?.entry;
		return entry && { x: entry.minX, y: entry.minY, w: entry.maxX - entry.minX, h: entry.maxY - entry.minY };
	}

	/** Box round everything on a sheet. */
	extent(sheet: string): Box | undefined {
		const root = this.index.get(sheet)?.toJSON() as Entry | undefined;
		if (!root || root.minX === Infinity) return undefined;
		return { x: root.minX, y: root.minY, w: root.maxX - root.minX, h: root.maxY - root.minY };
	}

	/** Connectors tied to an object. */
	tiesOf(id: string): string[] {
		return [...(this.ties.get(id) ?? [])];
	}

	/** The uppermost field whose inside holds the object's centre. */
	fieldOf(object: BoardObject): BoardObject | undefined {
		const [x, y, w, h] = object.box;
		const centre = { x: x + w / 2, y: y + h / 2 };
		return this.within(object.sheet, { ...centre, w: 0, h: 0 })
			.reverse()
			.find((other) => other.kind === 'field' && other.id !== object.id && holdsPoint(asBox(other), centre));
	}

	/** Ids of what a region takes along: notes of a theme; whatever has its centre in a field. */
	contentsOf(region: BoardObject): string[] {
		if (region.kind === 'theme') {
			return [...this.objects.values()]
				.filter((o) => o.theme === region.id && o.sheet === region.sheet)
				.map((o) => o.id);
		}
		if (region.kind !== 'field') return [];
		const box = asBox(region);
		return this.within(region.sheet, box)
			.filter((o) => o.id !== region.id && o.kind !== 'connector' && isInside(o, region))
			.map((o) => o.id);
	}

	private load(): void {
		const ids = [...objectsOf(this.doc).keys()];
		for (const id of ids) this.read(id);
		this.reindex();
	}

	/** Builds the spatial index at one go: for many objects several times faster than one by one. */
	private reindex(): void {
		this.index.clear();
		this.entries.clear();
		const bySheet = new Map<string, Entry[]>();
		for (const object of this.objects.values()) {
			const entry = this.entryFor(object);
			if (!entry) continue;
			this.entries.set(object.id, { sheet: object.sheet, entry });
			const list = bySheet.get(object.sheet);
			if (list) list.push(entry);
			else bySheet.set(object.sheet, [entry]);
		}
		for (const [sheet, entries] of bySheet) this.tree(sheet).load(entries);
	}

	private refresh(ids: Set<string>, local: boolean): void {
		const changed = new Set<string>();
		const removed = new Set<string>();
		for (const id of ids) {
			for (const tied of this.ties.get(id) ?? []) changed.add(tied);
			const before = this.objects.get(id);
			const after = this.read(id);
			if (after) changed.add(id);
			else if (before) removed.add(id);
		}
		for (const id of removed) {
			this.unplace(id);
			changed.delete(id);
		}
		if (changed.size > 500 && changed.size * 2 > this.objects.size) this.reindex();
		else for (const id of changed) this.place(id);
		if (changed.size > 0 || removed.size > 0) this.tell({ changed, removed, sheets: false, local });
	}

	/** Reads one object anew from the document; undefined when it is gone or cannot be read. */
	private read(id: string): BoardObject | undefined {
		const before = this.objects.get(id);
		if (before?.kind === 'connector') this.untie(before);
		this.setAside.delete(id);
		const map = objectsOf(this.doc).get(id);
		let object: BoardObject | undefined;
		if (map instanceof Y.Map) {
			const { text, ...values } = Object.fromEntries(map.entries()) as Record<string, unknown>;
			const parsed = objectSchema.safeParse({ ...values, id });
			if (parsed.success) object = { ...parsed.data, text: readText(text) } as BoardObject;
			else this.setAside.set(id, { id, reason: parsed.error.issues[0]?.message ?? 'not readable' });
		} else if (map !== undefined) this.setAside.set(id, { id, reason: 'not an object' });
		if (object) {
			this.objects.set(id, object);
			if (object.kind === 'connector') this.tie(object);
		} else this.objects.delete(id);
		return object;
	}

	private tie(connector: Extract<BoardObject, { kind: 'connector' }>): void {
		for (const end of connector.ends) {
			if (!('object' in end)) continue;
			const set = this.ties.get(end.object);
			if (set) set.add(connector.id);
			else this.ties.set(end.object, new Set([connector.id]));
		}
	}

	private untie(connector: Extract<BoardObject, { kind: 'connector' }>): void {
		for (const end of connector.ends) if ('object' in end) this.ties.get(end.object)?.delete(connector.id);
	}

	private tree(sheet: string): RBush<Entry> {
		let tree = this.index.get(sheet);
		if (!tree) this.index.set(sheet, (tree = new RBush<Entry>(16)));
		return tree;
	}

	private entryFor(object: BoardObject): Entry | undefined {
		const bounds = boundsOfObject(object, this.find);
		return (
			bounds && {
				minX: bounds.x,
				minY: bounds.y,
				maxX: bounds.x + bounds.w,
				maxY: bounds.y + bounds.h,
				id: object.id,
			}
		);
	}

	private place(id: string): void {
		this.unplace(id);
		const object = this.objects.get(id);
		const entry = object && this.entryFor(object);
		if (!object || !entry) return;
		this.entries.set(id, { sheet: object.sheet, entry });
		this.tree(object.sheet).insert(entry);
	}

	private unplace(id: string): void {
		const known = this.entries.get(id);
		if (!known) return;
		this.tree(known.sheet).remove(known.entry);
		this.entries.delete(id);
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
