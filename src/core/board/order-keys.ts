/**
 * Places in an order that many people change at once: fractional keys. Two people who put something into the same spot give
 * it the same key; between two equal keys there is nothing, so what comes next goes past all that are equal.
 */
import { generateNKeysBetween } from 'fractional-indexing';

/**
 * Keys for `count` things right after the one at `index`.
 * @param keys of the order, ascending
 * @param index -1 for before all
 */
export function keysAfter(keys: readonly string[], index: number, count: number): string[] {
	const low = keys[index] ?? null;
	const high = low === null ? keys[0] : keys.slice(index + 1).find((key) => key > low);
	return generateNKeysBetween(low, high ?? null, count);
}

/**
 * Keys for `count` things right before the one at `index`.
 * @param keys of the order, ascending
 */
export function keysBefore(keys: readonly string[], index: number, count: number): string[] {
	const high = keys[index] ?? null;
	const low =
		high === null
			? keys.at(-1)
			: keys
					.slice(0, index)
					.filter((key) => key < high)
					.at(-1);
	return generateNKeysBetween(low ?? null, high, count);
}
