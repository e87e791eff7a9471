import { describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { layout } from '../text/layout';
import { roughMeasure } from '../text/fonts';
import { isSafeLink, type RichText } from '../text/rich';
import { readText, writeText } from './rich-document';

const roundTrip = (rich: RichText): RichText => {
	const doc = new Y.Doc();
	doc.getMap('m').set('text', writeText(rich));
	return readText(doc.getMap('m').get('text'));
};

describe('rich text in the live document', () => {
	it('comes back as it was written: marks, links, colours, lists in lists', () => {
		const rich: RichText = [
			{
				runs: [
					{ text: 'Bring ' },
					{ text: 'fuses', bold: true, underline: true },
					{ text: ' and glue', strike: true },
				],
			},
			{ runs: [] },
			{ runs: [{ text: 'first' }], list: 'bullet' },
			{ runs: [{ text: 'inner', italic: true }], list: 'number', level: 1 },
			{ runs: [{ text: 'inner two' }], list: 'number', level: 1 },
			{ runs: [{ text: 'second' }], list: 'bullet' },
			{ runs: [{ text: 'done' }], list: 'check', checked: true },
			{ runs: [{ text: 'open' }], list: 'check' },
			{
				runs: [
					{ text: 'the form', link: 'https://zweite-runde.example/form' },
					{ text: ' in red', chalk: 'brick' },
				],
			},
		];
		expect(roundTrip(rich)).toEqual(rich);
	});

	it('takes no link that could run something', () => {
		expect(roundTrip([{ runs: [{ text: 'x', link: 'javascript:alert(1)' }] }])).toEqual([
			{ runs: [{ text: 'x' }] },
		]);
		expect(isSafeLink('mailto:ilka@zweite-runde.example')).toBe(true);
		expect(isSafeLink(' JavaScript:void 0')).toBe(false);
	});
});

describe('lists in the layout', () => {
	const lay = (rich: RichText) =>
		layout(rich, 10, {
			room: { w: 200, h: 400 },
			family: 'sans',
			align: 'centre',
			stand: 'top',
			measure: roughMeasure,
		});

	it('number their items, start anew after other text, and stand at the left', () => {
		const item = (text: string, level = 0) => ({
			runs: [{ text }],
			list: 'number' as const,
			...(level ? { level } : {}),
		});
		const { lines } = lay([
			item('a'),
			item('deeper', 1),
			item('b'),
			{ runs: [{ text: 'between' }] },
			item('c'),
		]);
		expect(lines.map((line) => line.marker?.text)).toEqual(['1.', '1.', '2.', undefined, '1.']);
		expect(lines[0]!.runs[0]!.x).toBeLessThan(20);
		expect(lines[1]!.runs[0]!.x).toBeGreaterThan(lines[0]!.runs[0]!.x);
		expect(lines[3]!.runs[0]!.x).toBeGreaterThan(50);
	});

	it('break in the room that the marker leaves', () => {
		const words = 'word '.repeat(40).trim();
		const plain = lay([{ runs: [{ text: words }] }]).lines.length;
		expect(lay([{ runs: [{ text: words }], list: 'bullet', level: 3 }]).lines.length).toBeGreaterThan(plain);
	});
});
