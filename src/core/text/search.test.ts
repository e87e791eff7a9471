import { describe, expect, it } from 'vitest';
import { excerptOf, hasWords, plainForm, stemOf, wordsIn } from './search';

const marked = (text: string, query: string, most = 80): string =>
	excerptOf(text, wordsIn(query), most)
		.map((part) => (part.isHit ? `[${part.text}]` : part.text))
		.join('');

describe('words that are looked for', () => {
	it('are compared without case, accents and signs', () => {
		expect(plainForm('  Café – Größe: 3½ ')).toBe('cafe grosse 31 2');
		expect(wordsIn('Möbel, möbel; STÜHLE!')).toEqual(['mobel', 'stuhle']);
		expect(wordsIn(' ,;. ')).toEqual([]);
		expect(wordsIn('a b c d e f g h i j')).toHaveLength(8);
	});

	it.each([
		['repairs', 'repair'],
		['repairing', 'repair'],
		['reparaturen', 'reparatur'],
		['werkzeuges', 'werkzeug'],
		['ideas', 'idea'],
		['bus', 'bus'],
	])('lose their endings: %s', (word, stem) => expect(stemOf(word)).toBe(stem));

	it.each([
		['Fahrradreparatur am Samstag', 'reparatur samstag', true],
		['The toaster was repaired', 'repairing toasters', true],
		['Zu wenig Werkzeuge', 'werkzeug', true],
		['Zu wenig Werkzeug', 'werkzeuge wenig', true],
		['Café', 'CAFE', true],
		['The toaster', 'toaster kettle', false],
		['A kettle', 'ttl', true],
		['Boats', 'oar', false],
	])('are found: %s, %s', (text, query, found) =>
		expect(hasWords(plainForm(text), wordsIn(query))).toBe(found),
	);
});

describe('the words around', () => {
	it('mark what was found, as it was written', () => {
		expect(marked('Zu wenig Werkzeuge für Möbel', 'mobel werkzeug')).toBe('Zu wenig [Werkzeuge] für [Möbel]');
		expect(marked('Two\nlines  of text', 'line')).toBe('Two [lines] of text');
	});

	it('are cut on both sides of a long text, never inside the word that was found', () => {
		const long = `${'before '.repeat(40)}needle ${'after '.repeat(40)}`;
		const cut = marked(long, 'needle', 60);
		expect(cut).toMatch(/^… before .*\[needle\] after .*…$/);
		expect(cut.length).toBeLessThan(70);
		expect(marked(long, 'nothing', 20)).toBe(`${long.slice(0, 20)}…`);
	});

	it('hold together what was cut: the parts are the text', () => {
		for (const query of ['', 'e', 'toaster', 'the broken']) {
			const text = 'The broken toaster, the kettle and the lamp';
			expect(
				excerptOf(text, wordsIn(query), 200)
					.map((part) => part.text)
					.join(''),
			).toBe(text);
		}
	});
});
