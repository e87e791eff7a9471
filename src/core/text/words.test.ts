import { describe, expect, it } from 'vitest';
import { cutWords } from './words';

describe('cutting text into words', () => {
	it.each([
		['The queue, at half past four!', ['The', 'queue', 'at', 'half', 'past', 'four']],
		['Don’t lose it', ['Don’t', 'lose', 'it']],
		['follow-up for the lamp-shade', ['follow-up', 'for', 'the', 'lamp-shade']],
		['odd - even, end-', ['odd', 'even', 'end']],
		['a--b', ['a', 'b']],
		['3 fuses', ['3', 'fuses']],
		['', []],
		['– … !', []],
	])('%s', (text, words) => {
		expect(cutWords(text)).toEqual(words);
	});

	it('finds words where no spaces are set', () => {
		const words = cutWords('修理カフェで時計を直す');
		expect(words.length).toBeGreaterThan(3);
		expect(words.join('')).toBe('修理カフェで時計を直す');
	});

	it('keeps every letter, once and in order', () => {
		const text = 'Schöne Grüße an die Werkzeug-Gruppe; čaj, кофе and café.';
		const letters = (words: string): string => (words.match(/\p{L}/gu) ?? []).join('');
		expect(letters(cutWords(text).join(' '))).toBe(letters(text));
	});
});
