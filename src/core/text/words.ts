/**
 * Cutting text into words, in any script: by the rules of Unicode (UAX #29), with dictionaries
 * where a script sets no spaces.
 */

const segmenter = new Intl.Segmenter(undefined, { granularity: 'word' });
const HYPHENS = new Set(['-', '‐', '‑']);

/**
 * The words of a text as they are written, numbers too; signs and spaces are left out. What a
 * hyphen joins is one word.
 */
export function cutWords(text: string): string[] {
	const words: string[] = [];
	const parts = [...segmenter.segment(text)];
	parts.forEach(({ segment, isWordLike }, i) => {
		if (!isWordLike) return;
		const hyphen = parts[i - 1]?.segment ?? '';
		if (HYPHENS.has(hyphen) && parts[i - 2]?.isWordLike) words[words.length - 1] += hyphen + segment;
		else words.push(segment);
	});
	return words;
}
