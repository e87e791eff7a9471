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

/**
 * Agreement of two groupings by what one says about the other: the harmonic mean of homogeneity
 * and completeness, 0 to 1 (V-measure: A. Rosenberg, J. Hirschberg, 2007).
 * @param a the group of each thing, by any name
 */
export function vMeasure(a: readonly string[], b: readonly string[]): number {
	const entropy = (labels: readonly string[]): number => {
		const counts = new Map<string, number>();
		for (const label of labels) counts.set(label, (counts.get(label) ?? 0) + 1);
		return -[...counts.values()].reduce(
			(sum, n) => sum + (n / labels.length) * Math.log(n / labels.length),
			0,
		);
	};
	const [inA, inB] = [entropy(a), entropy(b)];
	const shared = inA + inB - entropy(a.map((label, i) => JSON.stringify([label, b[i]])));
	const homogeneity = inA === 0 ? 1 : shared / inA;
	const completeness = inB === 0 ? 1 : shared / inB;
	const sum = homogeneity + completeness;
	return sum === 0 ? 0 : (2 * homogeneity * completeness) / sum;
}
