/** What became of an object by one change, in one word: for whoever listens instead of looking. */
import type { BoardObject } from '../objects';

export const DIFFERENCES = [
	'made',
	'deleted',
	'to sheet',
	'moved',
	'resized',
	'written',
	'nodded',
	'locked',
	'changed',
] as const;
export type Difference = (typeof DIFFERENCES)[number];

const isSame = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** The most telling thing that is different; undefined where nothing is that one would notice. */
export function differenceOf(
	before: BoardObject | undefined,
	after: BoardObject | undefined,
): Difference | undefined {
	if (!before || !after) return after ? 'made' : before && 'deleted';
	if (before === after) return undefined;
	if (before.sheet !== after.sheet) return 'to sheet';
	const [bx, by, bw, bh, ...bTurn] = before.box;
	const [ax, ay, aw, ah, ...aTurn] = after.box;
	if (!isSame([bw, bh, bTurn], [aw, ah, aTurn])) return 'resized';
	if (bx !== ax || by !== ay || !isSame(before.held, after.held)) return 'moved';
	if (!isSame(before.text, after.text) || !isSame(before.parts, after.parts)) return 'written';
	if (!isSame(before.nods, after.nods)) return 'nodded';
	if (before.lock !== after.lock) return 'locked';
	const own = (object: BoardObject): object => ({
		...object,
		changed: 0,
		branchLine: undefined,
		foldedCount: undefined,
	});
	return isSame(own(before), own(after)) ? undefined : 'changed';
}

/**
 * What one change did to all that it touched: the most telling difference, and the objects of which
 * it is true. Connectors that follow what they are tied to say nothing.
 */
export function summaryOf(
	differences: readonly { difference: Difference; object: BoardObject }[],
): { difference: Difference; objects: BoardObject[] } | undefined {
	for (const difference of DIFFERENCES) {
		const objects = differences.filter((each) => each.difference === difference).map(({ object }) => object);
		if (objects.length > 0) return { difference, objects };
	}
	return undefined;
}
