import { describe, expect, it } from 'vitest';
import { linksIn, withLinks } from './links';

describe('addresses in a text', () => {
	it.each([
		['See https://zweite-runde.example/plan.', 'https://zweite-runde.example/plan'],
		['(https://a.example/b_(c))', 'https://a.example/b_(c)'],
		['www.repair.example, today', 'https://www.repair.example'],
		['ask ilka@zweite-runde.example!', 'mailto:ilka@zweite-runde.example'],
		['HTTP://A.example', 'HTTP://A.example'],
	])('of %s are found', (text, href) => {
		expect(linksIn(text).map((each) => each.href)).toEqual([href]);
	});

	it('are none where nothing can be opened', () => {
		for (const text of ['javascript:alert(1)', 'a.b', 'www.', '@', 'mailto:', 'x@y'])
			expect(linksIn(text), text).toEqual([]);
	});

	it('become links, and marks and links that are there stay', () => {
		const bold = { text: 'go to https://a.example now', bold: true };
		const there = { text: 'https://b.example', link: 'https://c.example' };
		expect(withLinks([{ runs: [bold, there], list: 'bullet' }])).toEqual([
			{
				list: 'bullet',
				runs: [
					{ text: 'go to ', bold: true },
					{ text: 'https://a.example', bold: true, link: 'https://a.example' },
					{ text: ' now', bold: true },
					there,
				],
			},
		]);
	});
});
