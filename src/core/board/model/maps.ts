/**
 * Maps on a board: what hangs on what, where branches stand, their lines, and what is folded away.
 * All of it follows from what stands in the document, is worked out on every screen and never
 * written.
 */
import { boundsOf, inflate, unionOf, type Box } from '../../geometry/box';
import { resolveForest, type Forest, type BranchLink } from '../../mindmap/forest';
import { layOutMap, type MapNode } from '../../mindmap/layout';
import type { BranchLine } from '../../mindmap/branch-line';
import type { LineForm } from '../../mindmap/values';
import { boxOf } from '../kinds/outline';
import { traitsOf } from '../kinds/traits';
import type { BoardObject, BoxValues } from '../objects';
import type { MapQuery } from './query';
import { SetsByKey } from './sets-by-key';

const NO_FOREST: Forest = { parents: new Map(), branches: new Map(), rejected: [] };
const NO_BRANCHES: readonly string[] = [];
const DEFAULT_LINE: LineForm = 'curved';
const DEFAULT_CHALK = 'grey';
/** Room between a frame and what it is round, board units. */
const FRAME_ROOM = 8;

/** Whether an object can be part of a map. */
export const canBeBranch = (object: Pick<BoardObject, 'kind'>): boolean => traitsOf(object).isCard;

/** The parents that a branch names: the one that it wants, and those before. */
const parentsNamedIn = ({ parent, earlierParents = [] }: NonNullable<BoardObject['branch']>): string[] => [
	parent,
	...earlierParents,
];

/** What of an object follows from its map. */
interface Derived {
	box: BoxValues;
	branchLine: BranchLine | undefined;
	branchFrame: Box | undefined;
	foldedCount: number | undefined;
	hidden: true | undefined;
}

/** A branch while a map is laid out. */
interface Branch {
	object: BoardObject;
	level: number;
	line: LineForm;
	chalk: string;
	node: MapNode & { branches: MapNode[] };
}

export class Maps implements MapQuery {
	private readonly links = new Map<string, BranchLink>();
	/** Boxes of branches as they stand in the document, for those that hang on nothing now. */
	private readonly storedBoxes = new Map<string, BoxValues>();
	/** What says that it hangs, or hung, on something. */
	private readonly referring = new SetsByKey();
	private forest = NO_FOREST;
	/** The root of each branch: long chains are not followed again and again. */
	private readonly rootIds = new Map<string, string>();

	constructor(private readonly objects: Map<string, BoardObject>) {}

	/** Takes note of an object as it was read. */
	track({ id, branch, box }: BoardObject): void {
		if (!branch) return;
		this.links.set(id, { id, ...branch });
		this.storedBoxes.set(id, box);
		for (const parent of parentsNamedIn(branch)) this.referring.add(parent, id);
	}

	forget({ id, branch }: BoardObject): void {
		if (!branch) return;
		this.links.delete(id);
		this.storedBoxes.delete(id);
		for (const parent of parentsNamedIn(branch)) this.referring.delete(parent, id);
	}

	/** What says that it hangs, or hung, on an object, whether that is there or not. */
	referringTo(id: string): ReadonlySet<string> {
		return this.referring.of(id);
	}

	parentOf(id: string): string | undefined {
		return this.forest.parents.get(id);
	}

	branchesOf(id: string): readonly string[] {
		return this.forest.branches.get(id) ?? NO_BRANCHES;
	}

	get rejected(): readonly string[] {
		return this.forest.rejected;
	}

	rootOf(id: string): string {
		return this.rootIds.get(id) ?? id;
	}

	descendantsOf(id: string): string[] {
		const all = [id];
		for (let i = 0; i < all.length; i++) for (const branch of this.branchesOf(all[i]!)) all.push(branch);
		return all.slice(1);
	}

	/** Works everything out, as after loading. */
	updateAll(): void {
		if (this.links.size === 0) return;
		this.resolve();
		for (const id of this.roots()) this.fit(id, () => {});
	}

	/**
	 * Fits the maps that are touched by changes of `ids`, and calls back for each branch that is
	 * different then.
	 */
	update(ids: Iterable<string>, before: ReadonlyMap<string, BoardObject>, moved: (id: string) => void): void {
		if (this.links.size === 0 && this.forest === NO_FOREST) return;
		const touched = new Set<string>();
		for (const id of ids) {
			const isPart = this.links.has(id) || this.forest.branches.has(id) || this.referring.of(id).size > 0;
			if (isPart || before.get(id)?.branch !== undefined) touched.add(id);
		}
		if (touched.size === 0) return;
		const changed = new Set([...touched].map((id) => this.rootOf(id)));
		if ([...touched].some((id) => mayChangeForest(before.get(id), this.objects.get(id)))) {
			const { parents } = this.forest;
			this.resolve();
			for (const id of new Set([...parents.keys(), ...this.forest.parents.keys(), ...touched])) {
				const parent = parents.get(id);
				if (parent === this.parentOf(id) && !touched.has(id)) continue;
				changed.add(id);
				if (parent !== undefined) changed.add(parent);
			}
		}
		// What was a root may hang on something now.
		for (const id of new Set([...changed].map((each) => this.rootOf(each)))) this.fit(id, moved);
	}

	private roots(): string[] {
		return [...this.forest.branches.keys()].filter((id) => this.parentOf(id) === undefined);
	}

	private resolve(): void {
		this.forest = resolveForest([...this.links.values()], (parent, id) => {
			const [above, own] = [this.objects.get(parent), this.objects.get(id)];
			if (!above || !own || above.sheet !== own.sheet) return false;
			return canBeBranch(above) && canBeBranch(own) && !this.isHeld(own);
		});
		this.rootIds.clear();
		for (const root of this.roots()) for (const id of this.descendantsOf(root)) this.rootIds.set(id, root);
	}

	/** Whether something lies in a holder, and has its place there. */
	private isHeld({ held, sheet }: BoardObject): boolean {
		return held !== undefined && this.objects.get(held.in)?.sheet === sheet;
	}

	/** Lays out the map of a root, and puts its branches where they belong. */
	private fit(root: string, moved: (id: string) => void): void {
		const found = this.objects.get(root);
		if (!found) return;
		const top = { ...found, box: (this.isHeld(found) ? undefined : this.storedBoxes.get(root)) ?? found.box };
		const branches = this.gather(top);
		const places = layOutMap(branches[0]!.node, top.mapStyle?.layout);
		const [x, y, w, h] = top.box;
		const boxes = new Map<string, BoxValues>([[root, top.box]]);
		const shown: (Pick<Derived, 'box' | 'branchLine' | 'foldedCount'> & { id: string })[] = [];
		for (const { object, level, line, chalk } of branches) {
			const { id } = object;
			const foldedCount = object.mapStyle?.folded ? this.descendantsOf(id).length || undefined : undefined;
			const parent = this.parentOf(id);
			let { box } = id === root ? top : object;
			let branchLine: BranchLine | undefined;
			if (parent !== undefined) {
				const place = places.get(id)!;
				const [, , ow, oh, angle] = box;
				box = [x + w / 2 + place.x - ow / 2, y + h / 2 + place.y - oh / 2, ow, oh, angle];
				const note = object.mapStyle?.lineNote;
				branchLine = { from: boxes.get(parent)!, direction: place.direction, level, line, chalk, note };
			}
			boxes.set(id, box);
			shown.push({ id, box, branchLine, foldedCount });
			if (foldedCount === undefined) continue;
			// Behind what folds it away, so that it stands somewhere.
			for (const below of this.descendantsOf(id)) {
				const behind = inMiddleOf(box, this.objects.get(below)!.box);
				const gone = { branchLine: undefined, branchFrame: undefined, foldedCount: undefined };
				this.show(below, { ...gone, box: behind, hidden: true }, moved);
			}
		}
		const frames = this.framesOf(shown);
		for (const { id, ...derived } of shown)
			this.show(id, { ...derived, branchFrame: frames.get(id), hidden: undefined }, moved);
	}

	/** The frames round branches and all of them that is seen, given parents first. */
	private framesOf(shown: readonly { id: string; box: BoxValues }[]): Map<string, Box> {
		const frames = new Map<string, Box>();
		if (!shown.some(({ id }) => this.objects.get(id)!.mapStyle?.framed)) return frames;
		/** What a branch takes up with all that hangs on it, frames included. */
		const extents = new Map<string, Box>();
		for (const { id, box } of [...shown].reverse()) {
			const below = this.branchesOf(id).flatMap((each) => extents.get(each) ?? []);
			let extent = unionOf([boundsOf(boxOf(box)), ...below])!;
			if (this.objects.get(id)!.mapStyle?.framed) {
				extent = inflate(extent, FRAME_ROOM);
				frames.set(id, extent);
			}
			extents.set(id, extent);
		}
		return frames;
	}

	/** Gives a branch what follows from its map; where that is what it has, nothing is done. */
	private show(id: string, derived: Derived, moved: (id: string) => void): void {
		const object = this.objects.get(id)!;
		if (isAsBefore(object, derived)) return;
		const next: BoardObject = { ...object, box: derived.box };
		for (const key of ['branchLine', 'branchFrame', 'foldedCount', 'hidden'] as const) {
			if (derived[key] === undefined) delete next[key];
			else Object.assign(next, { [key]: derived[key] });
		}
		this.objects.set(id, next);
		moved(id);
	}

	/** What is seen of a map, parents first. */
	private gather(top: BoardObject): Branch[] {
		const make = (object: BoardObject, above: Branch | undefined): Branch => {
			const [, , w, h] = object.box[4] === 0 ? object.box : upright(object.box);
			const { branch, mapStyle } = object;
			return {
				object,
				level: above ? above.level + 1 : 0,
				line: mapStyle?.line ?? above?.line ?? DEFAULT_LINE,
				chalk: mapStyle?.chalk ?? above?.chalk ?? DEFAULT_CHALK,
				node: {
					id: object.id,
					w,
					h,
					layout: above ? mapStyle?.layout : undefined,
					side: branch?.side,
					offset: above ? branch?.offset : undefined,
					frameRoom: mapStyle?.framed ? FRAME_ROOM : undefined,
					branches: [],
				},
			};
		};
		const all = [make(top, undefined)];
		for (let i = 0; i < all.length; i++) {
			const above = all[i]!;
			if (above.object.mapStyle?.folded) continue;
			for (const id of this.branchesOf(above.object.id)) {
				const each = make(this.objects.get(id)!, above);
				above.node.branches.push(each.node);
				all.push(each);
			}
		}
		return all;
	}
}

function inMiddleOf([x, y, w, h]: BoxValues, [, , ow, oh, angle]: BoxValues): BoxValues {
	return [x + (w - ow) / 2, y + (h - oh) / 2, ow, oh, angle];
}

/** The upright box round a turned one. */
function upright(box: BoxValues): BoxValues {
	const { x, y, w, h } = boundsOf(boxOf(box));
	return [x, y, w, h, 0];
}

/** Whether what an object hangs on, or what can hang on it, may be another than before. */
function mayChangeForest(before: BoardObject | undefined, after: BoardObject | undefined): boolean {
	if (!before || !after) return true;
	return (
		before.sheet !== after.sheet ||
		before.held?.in !== after.held?.in ||
		JSON.stringify(before.branch) !== JSON.stringify(after.branch)
	);
}

const isSameBox = (a: BoxValues, b: BoxValues): boolean =>
	a === b || (a[0] === b[0] && a[1] === b[1] && a[2] === b[2] && a[3] === b[3] && a[4] === b[4]);

const isAsBefore = (a: BoardObject, b: Derived): boolean =>
	a.hidden === b.hidden &&
	a.foldedCount === b.foldedCount &&
	isSameBox(a.box, b.box) &&
	isSameFrame(a.branchFrame, b.branchFrame) &&
	isSameLine(a.branchLine, b.branchLine);

const isSameFrame = (a: Box | undefined, b: Box | undefined): boolean =>
	a === b || (a !== undefined && b !== undefined && a.x === b.x && a.y === b.y && a.w === b.w && a.h === b.h);

const isSameLine = (a: BranchLine | undefined, b: BranchLine | undefined): boolean =>
	a === b ||
	(a !== undefined &&
		b !== undefined &&
		a.direction === b.direction &&
		a.level === b.level &&
		a.line === b.line &&
		a.chalk === b.chalk &&
		a.note === b.note &&
		isSameBox(a.from as BoxValues, b.from as BoxValues));
