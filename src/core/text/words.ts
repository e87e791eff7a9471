/**
 * Cutting text into words, in any script: by the rules of Unicode (UAX #29), with dictionaries
 * where a script sets no spaces.
 */

const segmenter = new Intl.Segmenter(undefined, { granularity: 'word' });
const HYPHENS = new Set(['-', '‐', '‑']);

/**
 * Letters that are cut at one go. Each part that the segmenter finds carries a copy of the whole
 * that it was given, so a long text would take memory by the square of its length.
 */
const AT_ONCE = 400;

/**
 * The words of a text as they are written, numbers too; signs and spaces are left out. What a
 * hyphen joins is one word.
 */
export function cutWords(text: string): string[] {
	return inPieces(text).flatMap(wordsOfPiece);
}

/** A text in pieces that end where a space does; where there is none for long, anywhere. */
function inPieces(text: string): string[] {
	const pieces: string[] = [];
	for (let at = 0; at < text.length;) {
		let end = Math.min(text.length, at + AT_ONCE);
		if (end < text.length) {
			const space = text.slice(at, end).search(/\s\S*$/u);
			if (space > 0) end = at + space;
			// A letter of two units stays whole.
			else if (/[\uDC00-\uDFFF]/.test(text.charAt(end))) end--;
		}
		pieces.push(text.slice(at, end));
		at = end;
	}
	return pieces;
}

function wordsOfPiece(piece: string): string[] {
	const words: string[] = [];
	const parts = [...segmenter.segment(piece)];
	parts.forEach(({ segment, isWordLike }, i) => {
		if (!isWordLike) return;
		const hyphen = parts[i - 1]?.segment ?? '';
		if (HYPHENS.has(hyphen) && parts[i - 2]?.isWordLike) words[words.length - 1] += hyphen + segment;
		else words.push(segment);
	});
	return words;
}
