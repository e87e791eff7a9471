import { describe, expect, it } from 'vitest';
import { cachedMeasure, type Measure } from './fonts';
import { fit, heightAt, layout, type LayoutOptions } from './layout';
import { plainText, richFrom } from './rich';

/** Every character is half an em wide: lines can be counted by hand. */
const half: Measure = (text) => text.length * 0.5;
const options = (w: number, h = 1000, more: Partial<LayoutOptions> = {}): LayoutOptions => ({
	room: { w, h },
	family: 'sans',
	align: 'left',
	stand: 'top',
	measure: half,
	...more,
});
const linesOf = (text: string, w: number): string[] =>
	layout(richFrom(text), 10, options(w)).lines.map((line) => line.runs.map((run) => run.text).join(''));

describe('line breaking', () => {
	it('breaks between words and drops the space at the end of a line', () => {
		expect(linesOf('one two three', 35)).toEqual(['one two', 'three']);
	});

	it('lets a line be exactly as wide as its room', () => {
		expect(linesOf('one two three', 65)).toEqual(['one two three']);
		expect(linesOf('one two three', 64.9)).toEqual(['one two', 'three']);
	});

	it('breaks a word that is too wide inside, without losing a letter', () => {
		const lines = linesOf('Donaudampfschifffahrt ahoi', 40);
		expect(lines.join('').replace(' ', '')).toBe('Donaudampfschifffahrtahoi');
		expect(Math.max(...lines.map((line) => line.length))).toBeLessThanOrEqual(8);
	});

	it('keeps empty lines and breaks after hyphens', () => {
		expect(linesOf('a\n\nb', 100)).toEqual(['a', '', 'b']);
		expect(linesOf('well-kept', 30)).toEqual(['well-', 'kept']);
	});

	it('does not break before closing punctuation or at a no-break space', () => {
		expect(linesOf('who (me)?', 30)).toEqual(['who', '(me)?']);
		expect(linesOf('ab 10\u00A0km', 30)).toEqual(['ab', '10\u00A0km']);
	});

	it('sets runs of different faces on one line, each where the last one ends', () => {
		const laid = layout(
			[{ runs: [{ text: 'so ' }, { text: 'bold', bold: true }, { text: ' it is' }] }],
			10,
			options(200),
		);
		expect(laid.lines).toHaveLength(1);
		expect(laid.lines[0]!.runs.map((run) => [run.text, run.x, run.face.bold])).toEqual([
			['so ', 0, false],
			['bold', 15, true],
			[' it is', 35, false],
		]);
	});

	it('measures words across a change of face as one word', () => {
		const laid = layout([{ runs: [{ text: 'a mix' }, { text: 'ture', bold: true }] }], 10, options(30));
		expect(laid.lines.map((line) => line.runs.map((run) => run.text).join(''))).toEqual(['a', 'mixtur', 'e']);
	});

	it('centres lines and stands them in the middle', () => {
		const laid = layout(richFrom('ab'), 10, options(100, 100, { align: 'centre', stand: 'middle' }));
		expect(laid.lines[0]!.runs[0]!.x).toBe(45);
		expect(laid.lines[0]!.baseline).toBeGreaterThan(45);
		expect(laid.lines[0]!.baseline).toBeLessThan(60);
	});
});

describe('fitting', () => {
	const long = 'People leave before their number comes up, and nobody tells them how long it takes';

	it('takes the largest size when there is room', () => {
		expect(fit(richFrom('Tea'), 10, 17, options(140, 64)).size).toBe(17);
	});

	it('shrinks until everything fits, in half units', () => {
		const laid = fit(richFrom(long), 6, 17, options(140, 64));
		expect(laid.fits).toBe(true);
		expect(laid.size).toBeLessThan(17);
		expect(layout(richFrom(long), laid.size + 0.5, options(140, 64)).fits).toBe(false);
	});

	it('rather shrinks than breaks a word inside', () => {
		const laid = fit(richFrom('Neighbourhood'), 8, 17, options(80, 64));
		expect(laid.lines).toHaveLength(1);
		expect(laid.size * 0.5 * 13).toBeLessThanOrEqual(80.1);
	});

	it('stops at the least size and says that it does not fit', () => {
		const laid = fit(richFrom(long.repeat(4)), 10, 17, options(140, 64));
		expect(laid).toMatchObject({ size: 10, fits: false });
		expect(heightAt(richFrom(long.repeat(4)), 10, options(140, 64))).toBeGreaterThan(64);
	});
});

describe('text', () => {
	it('reads plain text with any line ending', () => {
		expect(plainText(richFrom('a\r\nb\rc'))).toBe('a\nb\nc');
	});

	it('breaks a very long word as letter by letter would, measuring little of it', () => {
		const measured: number[] = [];
		const word = 'abcdefghij'.repeat(1000);
		const lines = layout(richFrom(word), 10, {
			...options(55),
			measure: (text) => {
				measured.push(text.length);
				return text.length * 0.5;
			},
		}).lines.map((line) => line.runs.map((run) => run.text).join(''));
		expect(lines.join('')).toBe(word);
		expect(new Set(lines.slice(0, -1).map((line) => line.length))).toEqual(new Set([11]));
		expect(measured.filter((length) => length < 100).length).toBeLessThan(12 * lines.length);
	});

	it('takes one letter where not even one fits', () => {
		expect(linesOf('abc', 3)).toEqual(['a', 'b', 'c']);
	});

	it('forgets widths when it would keep too many letters', () => {
		let calls = 0;
		const face = { family: 'sans', bold: false, italic: false } as const;
		const measure = cachedMeasure((text) => {
			calls++;
			return text.length;
		}, 400);
		for (const text of ['tea', 'x'.repeat(300), 'y'.repeat(300), 'tea']) measure(text, face);
		expect(calls).toBe(4);
	});

	it('measures each word once', () => {
		let calls = 0;
		const measure = cachedMeasure((text) => {
			calls++;
			return text.length;
		});
		const face = { family: 'sans', bold: false, italic: false } as const;
		expect(measure('tea', face) + measure('tea', face)).toBe(6);
		expect(measure('tea', { ...face, bold: true })).toBe(3);
		expect(calls).toBe(2);
	});
});
