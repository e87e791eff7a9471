/**
 * Places in an order that many people change at once: fractional keys (E. Wallace, "Realtime
 * editing of ordered sequences", 2017; the package `fractional-indexing`). This is the only place
 * where they are made. Two people who put something into the same spot give it the same key, and
 * what others wrote need not be a key at all: nothing here throws for that, and no key is longer
 * than can be read.
 */
import { generateNKeysBetween } from 'fractional-indexing';

/** Longest key that can be read, characters. */
export const LONGEST_KEY = 256;
/** Longest that is made; longer ones are a reason to make all keys round it anew. */
const LONG = 200;

/** Keys for that many things in an order of their own. */
export const freshKeys = (count: number): string[] => generateNKeysBetween(null, null, count);

/**
 * Keys between two others, or undefined where there are none: they are equal, no keys of ours, or
 * too long.
 */
function between(low: string | null, high: string | null, count: number): string[] | undefined {
	if (low !== null && high !== null && low >= high) return undefined;
	try {
		const keys = generateNKeysBetween(low, high, count);
		return keys.every((key) => key.length <= LONG) ? keys : undefined;
	} catch {
		return undefined;
	}
}

/**
 * Keys above a foreign one by plain comparison; the key itself where there is nothing above it that
 * can be read.
 */
function above(low: string, count: number): string[] {
	if (low.length + 7 > LONGEST_KEY) return Array.from({ length: count }, () => low);
	return Array.from({ length: count }, (_, i) => `${low}V${String(i).padStart(6, '0')}`);
}

/** Keys above all others. */
export const keysAbove = (high: string | null, count: number): string[] =>
	between(high, null, count) ?? above(high!, count);

/** Keys below all others. */
export const keysBelow = (low: string | null, count: number): string[] =>
	between(null, low, count) ?? Array.from({ length: count }, () => low!);

/**
 * Keys for `count` things right after the one at `index`; past all that are equal to it.
 * @param keys of the order, ascending
 * @param index -1 for before all
 */
export function keysAfter(keys: readonly string[], index: number, count: number): string[] {
	const low = keys[index] ?? null;
	const high = low === null ? keys[0] : keys.slice(index + 1).find((key) => key > low);
	if (high === undefined) return keysAbove(low, count);
	return (
		between(low, high, count) ??
		(low === null ? keysBelow(high, count) : Array.from({ length: count }, () => low))
	);
}

/**
 * Keys for `count` things right before the one at `index`; before all that are equal to it.
 * @param keys of the order, ascending
 */
export function keysBefore(keys: readonly string[], index: number, count: number): string[] {
	const high = keys[index] ?? null;
	if (high === null) return keysAbove(keys.at(-1) ?? null, count);
	const low = keys
		.slice(0, index)
		.filter((key) => key < high)
		.at(-1);
	return low === undefined
		? keysBelow(high, count)
		: (between(low, high, count) ?? Array.from({ length: count }, () => high));
}

/** Something in an order. */
export interface Placed {
	id: string;
	z: string;
}

/** Order by key, ties by id: the same on every screen. */
export const byKey = (a: Placed, b: Placed): number =>
	a.z < b.z ? -1 : a.z > b.z ? 1 : a.id < b.id ? -1 : a.id > b.id ? 1 : 0;

/**
 * Puts things exactly where they are wanted, also between two with the same key: as many of those
 * round them as that takes get new keys.
 * @param order what is there, in its order, without what is put in
 * @param index before which of them; their number for the end
 * @returns the new keys by id: of what is put in, and of what had to give way
 */
export function insertAt(
	order: readonly Placed[],
	index: number,
	ids: readonly string[],
): Map<string, string> {
	for (let reach = 0; ; reach = reach * 2 + 1) {
		const from = Math.max(0, index - reach);
		const to = Math.min(order.length, index + reach);
		const low = order[from - 1]?.z ?? null;
		const high = order[to]?.z ?? null;
		const inside = [
			...order.slice(from, index).map(({ id }) => id),
			...ids,
			...order.slice(index, to).map(({ id }) => id),
		];
		const isAll = from === 0 && to === order.length;
		const keys = isAll && reach > 0 ? freshKeys(inside.length) : between(low, high, inside.length);
		if (keys) return new Map(inside.map((id, i) => [id, keys[i]!]));
	}
}
