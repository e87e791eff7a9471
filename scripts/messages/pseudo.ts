/**
 * A made-up language for tests: English with accents on its vowels, longer by two fifths and in
 * brackets. What stands on a page without them is a word in the code; what does not fit in it will
 * not fit in a language with long words either.
 */
import { parse, type Token } from '@messageformat/parser';
import type { Catalog } from './compile';

/** Its tag: English as "XA" writes it, which CLDR keeps for this. */
export const PSEUDO = 'en-XA';

const ACCENTED: Readonly<Record<string, string>> = {
	...{ a: 'á', e: 'é', i: 'í', o: 'ó', u: 'ú', y: 'ý' },
	...{ A: 'Á', E: 'É', I: 'Í', O: 'Ó', U: 'Ú', Y: 'Ý' },
};

/** A text with its vowels accented, and every other one of them twice. */
function accented(text: string): string {
	let count = 0;
	return text.replace(/[aeiouy]/gi, (vowel) => {
		const other = ACCENTED[vowel]!;
		return count++ % 2 === 0 ? other + other.toLowerCase() : other;
	});
}

function written(tokens: readonly Token[]): string {
	return tokens
		.map((token) => {
			switch (token.type) {
				case 'content':
					return accented(token.value).replace(/[{}]/g, "'$&'");
				case 'octothorpe':
					return '#';
				case 'argument':
					return `{${token.arg}}`;
				case 'function':
					throw new Error(`{${token.arg}, ${token.key}} is not known here`);
				default: {
					const cases = token.cases.map(({ key, tokens: inner }) => `${key} {${written(inner)}}`);
					return `{${token.arg}, ${token.type}, ${cases.join(' ')}}`;
				}
			}
		})
		.join('');
}

/** The messages of the made-up language, from those of another. */
export const pseudoOf = (catalog: Catalog): Catalog =>
	Object.fromEntries(Object.entries(catalog).map(([key, message]) => [key, `⟦${written(parse(message))}⟧`]));
