import { describe, expect, it } from 'vitest';
import { randomFrom } from '../rehearsal/random';
import { richFrom, type RichText } from '../text/rich';
import { indented, readOutline, type Outline } from './outline';

const read = (text: string): string => indented(readOutline(richFrom(text)));

describe('an outline', () => {
	it('is read from lines that are set in, by tabs or spaces, with bullets or without', () => {
		const wanted = 'Tools\n\tDrill\n\t\tBits\n\tSaw\nPeople';
		expect(read(wanted)).toBe(wanted);
		expect(read('Tools\n  Drill\n      Bits\n  Saw\nPeople')).toBe(wanted);
		expect(read('- Tools\n  * Drill\n    1. Bits\n  • Saw\n\n- People  ')).toBe(wanted);
		expect(read('\tTools\n\t\tDrill\n\t\t\tBits\n\t\tSaw\n\tPeople')).toBe(wanted);
	});

	it('takes less clear lines as well as it can', () => {
		// Back to a depth that was none: under the last line that is set in less.
		expect(read('a\n    b\n  c\n      d')).toBe('a\n\tb\n\tc\n\t\td');
		expect(read('   a\n b')).toBe('a\nb');
		expect(read('\n \n\t\n')).toBe('');
		// Numbers that begin a text are no list.
		expect(read('2026 was good\n3.5 tons')).toBe('2026 was good\n3.5 tons');
	});

	it('is read from lists in lists, under the paragraph before them', () => {
		const item = (text: string, level: number) => ({ list: 'bullet' as const, level, runs: [{ text }] });
		const rich: RichText = [
			{ runs: [{ text: 'Tools' }] },
			item('Drill', 0),
			item('Bits', 1),
			item('Saw', 0),
			{ runs: [{ text: 'People' }] },
		];
		expect(indented(readOutline(rich))).toBe('Tools\n\tDrill\n\t\tBits\n\tSaw\nPeople');
		expect(indented(readOutline(rich.slice(1, 4)))).toBe('Drill\n\tBits\nSaw');
	});

	it('keeps how words are set', () => {
		const [top] = readOutline([
			{
				runs: [
					{ text: '\t- ' },
					{ text: 'bold', bold: true },
					{ text: ' and ' },
					{ text: 'x ', italic: true },
				],
			},
		]);
		expect(top!.text).toEqual([
			{ runs: [{ text: 'bold', bold: true }, { text: ' and ' }, { text: 'x', italic: true }] },
		]);
	});

	it('comes back as it was written', () => {
		const random = randomFrom(5);
		for (let i = 0; i < 60; i++) {
			const tops: Outline[] = [];
			const all: Outline[] = [];
			for (let count = 1 + Math.floor(random() * 30); count > 0; count--) {
				const outline: Outline = { text: richFrom(`line ${count}`), branches: [] };
				const parent = random() < 0.3 ? undefined : all[Math.floor(random() * all.length)];
				(parent?.branches ?? tops).push(outline);
				all.push(outline);
			}
			expect(readOutline(richFrom(indented(tops)))).toEqual(tops);
		}
	});

	it('may be as deep as it likes', () => {
		let deep: Outline = { text: richFrom('end'), branches: [] };
		for (let i = 0; i < 3000; i++) deep = { text: richFrom('on'), branches: [deep] };
		expect(indented([deep]).split('\n')).toHaveLength(3001);
	});
});
