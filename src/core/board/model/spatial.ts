/** Where things are, by sheet: an R-tree each (N. Beckmann et al., "The R*-tree", 1990; library rbush). */
import RBush from 'rbush';
import TinyQueue from 'tinyqueue';
import type { Box } from '../../geometry/box';

interface Entry {
	minX: number;
	minY: number;
	maxX: number;
	maxY: number;
	id: string;
}

/** A node of the tree as rbush keeps it. */
interface Node extends Omit<Entry, 'id'> {
	children: (Node | Entry)[];
}

const entryOf = (id: string, box: Box): Entry => ({
	minX: box.x,
	minY: box.y,
	maxX: box.x + box.w,
	maxY: box.y + box.h,
	id,
});

export class SpatialIndex {
	private readonly trees = new Map<string, RBush<Entry>>();
	private readonly entries = new Map<string, { sheet: string; entry: Entry }>();

	/** Puts a thing where it is now, wherever it was before. */
	place(id: string, sheet: string, box: Box): void {
		this.remove(id);
		const entry = entryOf(id, box);
		this.entries.set(id, { sheet, entry });
		this.tree(sheet).insert(entry);
	}

	remove(id: string): void {
		const known = this.entries.get(id);
		if (!known) return;
		this.tree(known.sheet).remove(known.entry);
		this.entries.delete(id);
	}

	/** Starts anew with all things at one go. */
	rebuild(things: Iterable<{ id: string; sheet: string; box: Box }>): void {
		this.trees.clear();
		this.entries.clear();
		this.placeMany(things);
	}

	/** Puts many things where they are now: several times faster than one by one. */
	placeMany(things: Iterable<{ id: string; sheet: string; box: Box }>): void {
		const bySheet = new Map<string, Entry[]>();
		for (const { id, sheet, box } of things) {
			this.remove(id);
			const entry = entryOf(id, box);
			this.entries.set(id, { sheet, entry });
			const list = bySheet.get(sheet);
			if (list) list.push(entry);
			else bySheet.set(sheet, [entry]);
		}
		for (const [sheet, entries] of bySheet) this.tree(sheet).load(entries);
	}

	/** Ids of what a box touches on a sheet, in no particular order. */
	touching(sheet: string, box: Box): string[] {
		const found = this.trees.get(sheet)?.search({
			minX: box.x,
			minY: box.y,
			maxX: box.x + box.w,
			maxY: box.y + box.h,
		});
		return found ? found.map((entry) => entry.id) : [];
	}

	/** Whether a box touches more than `most` things; far cheaper than listing them all. */
	touchesMoreThan(sheet: string, box: Box, most: number): boolean {
		const root = this.trees.get(sheet)?.toJSON() as Node | undefined;
		const [right, bottom] = [box.x + box.w, box.y + box.h];
		const stack: (Node | Entry)[] = root ? [root] : [];
		let count = 0;
		for (let node = stack.pop(); node; node = stack.pop()) {
			if (node.minX > right || node.maxX < box.x || node.minY > bottom || node.maxY < box.y) continue;
			if (!('children' in node)) {
				if (++count > most) return true;
			} else stack.push(...node.children);
		}
		return false;
	}

	/**
	 * Ids of what is on a sheet in reading order, from the top down, as far as they are taken: the first hundred
	 * of a hundred thousand cost no more than those of a thousand (G. Hjaltason and H. Samet, "Distance browsing
	 * in spatial databases", 1999, with the upper edge in place of the distance).
	 */
	*inOrder(sheet: string): Generator<string> {
		const root = this.trees.get(sheet)?.toJSON() as Node | undefined;
		if (!root || root.minX === Infinity) return;
		const queue = new TinyQueue<Node | Entry>([root], (a, b) => a.minY - b.minY || a.minX - b.minX);
		for (let node = queue.pop(); node; node = queue.pop()) {
			if (!('children' in node)) yield node.id;
			else for (const child of node.children) queue.push(child);
		}
	}

	boundsOf(id: string): Box | undefined {
		const entry = this.entries.get(id)?.entry;
		return entry && { x: entry.minX, y: entry.minY, w: entry.maxX - entry.minX, h: entry.maxY - entry.minY };
	}

	/** The sheet on which a thing is. */
	sheetOf(id: string): string | undefined {
		return this.entries.get(id)?.sheet;
	}

	/** Box round everything on a sheet. */
	extent(sheet: string): Box | undefined {
		const root = this.trees.get(sheet)?.toJSON() as Entry | undefined;
		if (!root || root.minX === Infinity) return undefined;
		return { x: root.minX, y: root.minY, w: root.maxX - root.minX, h: root.maxY - root.minY };
	}

	private tree(sheet: string): RBush<Entry> {
		let tree = this.trees.get(sheet);
		if (!tree) this.trees.set(sheet, (tree = new RBush<Entry>(16)));
		return tree;
	}
}
