/** Finding pictograms by what they are called and by words that go with them. */

export interface Pictogram {
	/** Name that it is known by, unique. */
	name: string;
	/** The name in words. */
	label: string;
	/** Words that go with it, in small letters. */
	words: readonly string[];
}

/** How well a pictogram goes with one word: 0 not at all, higher is better. */
function likeness({ label, words }: Pictogram, word: string): number {
	if (label === word) return 8;
	const parts = label.split(' ');
	if (parts[0] === word) return 6;
	if (parts.includes(word)) return 5;
	if (words.includes(word)) return 4;
	if (label.startsWith(word)) return 3;
	if (parts.some((part) => part.startsWith(word))) return 2;
	return words.some((each) => each.startsWith(word)) ? 1 : 0;
}

/**
 * Pictograms that go with all the words, the best first; of equal ones those with the shorter name. Without
 * words, the whole set in its own order.
 */
export function findPictograms<P extends Pictogram>(all: readonly P[], words: string, most: number): P[] {
	const wanted = words.toLocaleLowerCase().split(/\s+/).filter(Boolean);
	if (wanted.length === 0) return all.slice(0, most);
	const found: { pictogram: P; rank: number }[] = [];
	for (const pictogram of all) {
		const ranks = wanted.map((word) => likeness(pictogram, word));
		if (ranks.includes(0)) continue;
		found.push({ pictogram, rank: ranks.reduce((sum, rank) => sum + rank, 0) });
	}
	return found
		.sort((a, b) => b.rank - a.rank || a.pictogram.label.length - b.pictogram.label.length)
		.slice(0, most)
		.map(({ pictogram }) => pictogram);
}
