/**
 * Which branch hangs on which, worked out from what each says by itself. Several people re-hang
 * branches at the same time, offline as well, so what they say together may contain circles and
 * branches that are gone. Every screen comes to the same forest from the same sayings.
 *
 * Moves count in the order of their times, and one that would close a circle counts as not made:
 * the branch stays where it hung before (M. Kleppmann, D. Mulligan, V. Gomes and A. Beresford, "A
 * highly-available move operation for replicated trees", IEEE TPDS, 2022). In place of a log of
 * all moves each branch keeps its last few parents, of which the newest that closes no circle
 * holds it.
 */

/** Where a branch says that it hangs. */
export interface Hanging {
	id: string;
	/** On what. */
	of: string;
	/** Place among the branches of the same parent: a fractional key. */
	at: string;
	/** When it was hung there, ms. */
	moved: number;
	/** On what it hung before, the latest first. */
	was?: readonly string[] | undefined;
}

export interface Forest {
	/** The parent of each branch that hangs on something. */
	readonly parents: ReadonlyMap<string, string>;
	/** The branches of each parent, in their order. */
	readonly branches: ReadonlyMap<string, readonly string[]>;
	/**
	 * Branches whose last move would close a circle. Whoever re-hangs something writes down where
	 * they hang now, or they would jump as soon as nothing is in the way of that move any more.
	 */
	readonly refused: readonly string[];
}

/** Earlier parents that are kept of each branch. */
export const MOST_EARLIER = 6;

const byTime = (a: Hanging, b: Hanging): number =>
	a.moved - b.moved || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);

/** Parents that a branch may have, the one it wants most first. */
const wishesOf = ({ id, of, was = [] }: Hanging, holds: (parent: string, id: string) => boolean): string[] =>
	[of, ...was].filter((parent) => parent !== id && holds(parent, id));

/** Branches that lie on a circle, by what each says first. */
function onCircles(wished: ReadonlyMap<string, string>): Set<string> {
	const circles = new Set<string>();
	/** In which walk each was passed. */
	const passed = new Map<string, number>();
	let walk = 0;
	for (const start of wished.keys()) {
		walk++;
		let at: string | undefined = start;
		while (at !== undefined && !passed.has(at)) {
			passed.set(at, walk);
			at = wished.get(at);
		}
		if (at === undefined || passed.get(at) !== walk) continue;
		for (let each = at; !circles.has(each); each = wished.get(each)!) circles.add(each);
	}
	return circles;
}

/**
 * What hangs together, as sets that are joined (R. Tarjan, "Efficiency of a good but not linear set
 * union algorithm", 1975): long chains are no reason to wait.
 */
class Joined {
	private readonly above = new Map<string, string>();

	find(id: string): string {
		let top = id;
		for (let next = this.above.get(top); next !== undefined; next = this.above.get(top)) top = next;
		for (let at = id; at !== top;) {
			const next = this.above.get(at)!;
			this.above.set(at, top);
			at = next;
		}
		return top;
	}

	/** Joins a branch, which nothing holds yet, to its parent. Says whether that closes no circle. */
	join(id: string, parent: string): boolean {
		const top = this.find(parent);
		if (top === id) return false;
		this.above.set(id, top);
		return true;
	}
}

/**
 * Works out the forest.
 * @param hangings of each branch one
 * @param holds whether something is there that the branch `id` can hang on
 */
export function forestOf(
	hangings: readonly Hanging[],
	holds: (parent: string, id: string) => boolean,
): Forest {
	const parents = new Map<string, string>();
	const wishes = new Map<string, string[]>();
	for (const hanging of hangings) {
		const all = wishesOf(hanging, holds);
		wishes.set(hanging.id, all);
		if (all.length > 0) parents.set(hanging.id, all[0]!);
	}
	const circles = onCircles(parents);
	const refused: string[] = [];
	if (circles.size > 0) {
		for (const id of circles) parents.delete(id);
		const joined = new Joined();
		for (const [id, parent] of parents) joined.join(id, parent);
		for (const { id } of hangings.filter((each) => circles.has(each.id)).sort(byTime)) {
			const parent = wishes.get(id)!.find((wish) => joined.join(id, wish));
			if (parent !== undefined) parents.set(id, parent);
			if (parent !== wishes.get(id)![0]) refused.push(id);
		}
	}
	const branches = new Map<string, Hanging[]>();
	for (const hanging of hangings) {
		const parent = parents.get(hanging.id);
		if (parent === undefined) continue;
		const beside = branches.get(parent);
		if (beside) beside.push(hanging);
		else branches.set(parent, [hanging]);
	}
	const order = (a: Hanging, b: Hanging): number =>
		a.at < b.at ? -1 : a.at > b.at ? 1 : a.id < b.id ? -1 : 1;
	return {
		parents,
		branches: new Map(
			[...branches].map(([parent, beside]) => [parent, beside.sort(order).map(({ id }) => id)]),
		),
		refused,
	};
}

/** The earlier parents that a branch keeps when it is hung on another one. */
export const earlierOf = (
	parent: string | undefined,
	before: Pick<Hanging, 'of' | 'was'> | undefined,
): string[] =>
	[...new Set([parent, before?.of, ...(before?.was ?? [])].flatMap((each) => each ?? []))].slice(
		0,
		MOST_EARLIER,
	);
