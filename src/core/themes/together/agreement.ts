/**
 * How much people agree who put the same notes into themes: Krippendorff's alpha for names without
 * an order (K. Krippendorff, "Content Analysis", 4th ed., 2019, ch. 12).
 */

/**
 * @param units for each note what each person said about it
 * @returns 1 where all agree, 0 where they agree as by chance; undefined where nothing was said
 * twice, or always the same
 */
export function krippendorffAlpha(units: readonly (readonly string[])[]): number | undefined {
	const paired = units.filter((values) => values.length > 1);
	const totals = new Map<string, number>();
	let all = 0;
	let disagreement = 0;
	for (const values of paired) {
		const counts = new Map<string, number>();
		for (const value of values) {
			counts.set(value, (counts.get(value) ?? 0) + 1);
			totals.set(value, (totals.get(value) ?? 0) + 1);
		}
		all += values.length;
		let same = 0;
		for (const count of counts.values()) same += count * (count - 1);
		disagreement += (values.length * (values.length - 1) - same) / (values.length - 1);
	}
	if (all === 0 || totals.size < 2) return undefined;
	let same = 0;
	for (const count of totals.values()) same += count * (count - 1);
	const expected = (all * (all - 1) - same) / (all - 1);
	return 1 - disagreement / expected;
}
