/** Names of themes that are nearly the same, as when two people name one thing at once. */
import { distance } from 'fastest-levenshtein';

const bare = (name: string): string =>
	name
		.normalize('NFKD')
		.replace(/\p{M}/gu, '')
		.toLowerCase()
		.replace(/[^\p{L}\p{N}]+/gu, ' ')
		.trim();

/** Letters that may differ, of so many. */
const LETTERS_FOR_A_SLIP = 6;

/**
 * Whether two names mean the same theme, in all likelihood: the same words, or all but a letter or
 * two.
 */
export function isNearlySame(a: string, b: string): boolean {
	const [one, other] = [bare(a), bare(b)];
	if (one === '' || other === '') return false;
	if (one === other) return true;
	const words = (name: string): string => name.split(' ').sort().join(' ');
	if (words(one) === words(other)) return true;
	const shorter = Math.min(one.length, other.length);
	return distance(one, other) <= Math.min(2, Math.floor(shorter / LETTERS_FOR_A_SLIP));
}
