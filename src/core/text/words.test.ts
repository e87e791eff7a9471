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

	it('cuts a long text as it would cut its lines, and one without a space without losing a letter', () => {
		const line = 'The follow-up of 3 fuses, at half past four;\n';
		const lines = Array<string>(4000).fill(line);
		expect(cutWords(lines.join(''))).toEqual(lines.flatMap(cutWords));
		const unbroken = 'ä😀'.repeat(2000);
		expect(cutWords(unbroken).join('').replace(/[^ä]/gu, '')).toHaveLength(2000);
	});

	it('keeps every letter, once and in order', () => {
		const text = 'Schöne Grüße an die Werkzeug-Gruppe; čaj, кофе and café.';
		const letters = (words: string): string => (words.match(/\p{L}/gu) ?? []).join('');
		expect(letters(cutWords(text).join(' '))).toBe(letters(text));
	});
});
