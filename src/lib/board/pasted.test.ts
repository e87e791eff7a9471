/** What comes from and goes to other programs. */
import { describe, expect, it } from 'vitest';
import { plainText, richFrom } from '$core/text/rich';
import { asHtml, asTable, asTabs, cellsIn } from './pasted';

const plain = (text: string): string[][] | undefined =>
	cellsIn('', text)?.map((row) => row.map((cell) => plainText(cell)));

describe('cells', () => {
	it('are read as spreadsheets copy them, with quotes and line breaks', () => {
		expect(plain('a\tb\nc\td\n')).toEqual([
			['a', 'b'],
			['c', 'd'],
		]);
		expect(plain('"one\ntwo"\t"say ""hi"""\r\n3\t\r\n')).toEqual([
			['one\ntwo', 'say "hi"'],
			['3', ''],
		]);
	});

	it('are none where there is but a text, or nothing at all', () => {
		expect(plain('a text, with commas\nand lines')).toBeUndefined();
		expect(plain('\t\t')).toBeUndefined();
		expect(plain('')).toBeUndefined();
	});

	it('go out as tabs and as a table, and come back as they were', () => {
		const rows = [
			['Lamps', '61'],
			['two\nlines', 'a\ttab & <sign>'],
		];
		expect(plain(asTabs(rows))).toEqual(rows);
		expect(asTable(rows)).toBe(
			'<table><tr><td>Lamps</td><td>61</td></tr><tr><td>two<br>lines</td><td>a\ttab &amp; &lt;sign&gt;</td></tr></table>',
		);
	});
});

describe('formatted text', () => {
	it('goes out with its marks, links and lists, and nothing that could be taken for a tag', () => {
		expect(asHtml(richFrom('a < b'))).toBe('<p>a &lt; b</p>');
		expect(
			asHtml([
				{
					runs: [
						{ text: 'bold', bold: true, italic: true },
						{ text: ' and ' },
						{ text: 'link', link: 'https://cafe.example/?a=1&b="2"' },
					],
				},
				{ list: 'bullet', runs: [{ text: 'one' }] },
				{ list: 'bullet', runs: [{ text: 'two' }] },
				{ list: 'check', checked: true, runs: [{ text: 'done' }] },
			]),
		).toBe(
			'<p><i><b>bold</b></i> and <a href="https://cafe.example/?a=1&amp;b=&quot;2&quot;">link</a></p>' +
				'<ul><li>one</li><li>two</li><li>☑ done</li></ul>',
		);
	});
});

describe('a list with tabs', () => {
	it('stays a list: what is only set in is no cell', () => {
		expect(plain('Queue\n\tat the door\n\tat the till')).toBeUndefined();
		expect(plain('\tone\n\ttwo')).toBeUndefined();
		expect(cellsIn('<ul><li>a</li><li>b</li></ul>', '•\ta\n•\tb')).toBeUndefined();
		expect(plain('a\tb\n\tc')).toEqual([
			['a', 'b'],
			['', 'c'],
		]);
	});
});
