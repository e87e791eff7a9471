/**
 * Agreement of two groupings of the same things, corrected for chance: 1 is the same, 0 is chance
 * (adjusted Rand index: L. Hubert, P. Arabie, "Comparing partitions", 1985).
 * @param a the group of each thing, by any name
 */
export function adjustedRandIndex(a: readonly string[], b: readonly string[]): number {
	const pairs = (n: number): number => (n * (n - 1)) / 2;
	const pairsIn = (labels: readonly string[]): number => {
		const counts = new Map<string, number>();
		for (const label of labels) counts.set(label, (counts.get(label) ?? 0) + 1);
		return [...counts.values()].reduce((total, n) => total + pairs(n), 0);
	};
	const together = pairsIn(a.map((label, i) => JSON.stringify([label, b[i]])));
	const [inA, inB] = [pairsIn(a), pairsIn(b)];
	const expected = (inA * inB) / pairs(a.length);
	const most = (inA + inB) / 2;
	return most === expected ? 1 : (together - expected) / (most - expected);
}
