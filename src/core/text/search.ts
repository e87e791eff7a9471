/** Looking for words in texts, whatever their case, accents and endings. German and English. */

/** Small letters and digits without accents, single spaces between words: as texts are compared. */
export const plainForm = (text: string): string =>
	text
		.toLowerCase()
		.normalize('NFKD')
		.replace(/\p{Diacritic}/gu, '')
		.replaceAll('ß', 'ss')
		.replace(/[^\p{L}\p{N}]+/gu, ' ')
		.trim();

/** Words that are looked for at once, at most; those that come after are not looked at. */
const MOST_WORDS = 8;

/** The plain words of what somebody typed. */
export const wordsIn = (query: string): string[] => [
	...new Set(plainForm(query).split(' ').filter(Boolean).slice(0, MOST_WORDS)),
];

/** Endings that are taken off, the longest first, and how many letters of a word stay at least. */
const ENDINGS = /(?:ungen|ung|ingen|ing|ern|em|en|er|es|ed|e|s|n)$/;
const STAYS = 4;

/**
 * A word without its ending. Lighter than the stemmers of the database, after
 * J. Savoy, "Light stemming approaches for the French, Portuguese, German and Hungarian languages",
 * 2006: for marking what was found, and for searching what is in memory.
 */
export function stemOf(word: string): string {
	const stem = word.replace(ENDINGS, '');
	return stem.length >= STAYS ? stem : word;
}

/** Whether a text in plain form has all words in it, by their stems or inside other words. */
export const hasWords = (plain: string, words: readonly string[]): boolean =>
	words.every((word) => plain.includes(word) || ` ${plain}`.includes(` ${stemOf(word)}`));

/** A part of a text, and whether it is one of the words that were looked for. */
export interface ExcerptPart {
	text: string;
	isHit: boolean;
}

/** Letters kept before the first word that was found, where nothing else is said. */
const BEFORE = 40;

const isHit = (token: string, words: readonly string[]): boolean =>
	plainForm(token)
		.split(' ')
		.some((plain) => words.some((word) => plain.includes(word) || plain.startsWith(stemOf(word))));

/**
 * A text on one line, cut to what stands round the first word that was found, with such words
 * marked. An ellipsis stands where it was cut.
 * @param most letters of it at most
 * @param before letters kept before the first word that was found
 */
export function excerptOf(
	text: string,
	words: readonly string[],
	most: number,
	before = BEFORE,
): ExcerptPart[] {
	const line = text.replace(/\s+/g, ' ').trim();
	const tokens = [...line.matchAll(/[\p{L}\p{N}\p{M}]+/gu)];
	const hits = tokens.filter(([token]) => isHit(token, words));
	const first = hits[0]?.index ?? 0;
	// The beginning of a word, so that none is cut in two.
	const from =
		line.length <= most || first <= before
			? 0
			: (tokens.find(({ index }) => index >= first - before)?.index ?? first);
	const to = Math.min(line.length, from + most);
	const parts: ExcerptPart[] = [];
	const add = (part: string, hit: boolean): void => void (part && parts.push({ text: part, isHit: hit }));
	let at = from;
	if (from > 0) add('… ', false);
	for (const { 0: token, index } of hits) {
		if (index < at || index + token.length > to) continue;
		add(line.slice(at, index), false);
		add(token, true);
		at = index + token.length;
	}
	add(line.slice(at, to) + (to < line.length ? '…' : ''), false);
	return parts;
}
