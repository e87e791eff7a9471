import { describe, expect, it } from 'vitest';
import { pick, randomFrom, type Random } from '../../rehearsal/random';
import type { RichText, Run } from '../../text/rich';
import type { Outline } from '../outline';
import { OUTLINE_FORMATS, outlineFormatOf } from '.';
import { readMarkdown, writeMarkdown } from './markdown';
import { readOpml, writeOpml } from './opml';

const WORDS = [
	'saw',
	'Hämmer & Zange',
	'3 < 4',
	'a*b_c',
	'- dash',
	'1. first',
	'tea [hot]',
	'back\\slash',
	'~tilde~',
	'"quoted"',
	'#tag',
	'🔧',
];

function randomText(random: Random): RichText {
	const run = (): Run => ({
		text: pick(random, WORDS),
		...(random() < 0.3 ? { bold: true } : {}),
		...(random() < 0.2 ? { italic: true } : {}),
		...(random() < 0.15 ? { underline: true } : {}),
		...(random() < 0.15 ? { strike: true } : {}),
		...(random() < 0.2 ? { link: 'https://example.org/?a=1&b=(2)' } : {}),
	});
	const runs: Run[] = [];
	const count = 1 + Math.floor(random() * 3);
	for (let i = 0; i < count; i++) {
		const next = run();
		const last = runs.at(-1);
		const key = ({ text: _, ...marks }: Run): string => JSON.stringify(Object.entries(marks).sort());
		// Two that are set alike would be one.
		if (last && key(last) === key(next)) last.text += next.text;
		else runs.push(next);
	}
	return random() < 0.15 ? [{ runs }, { runs: [{ text: 'second line' }] }] : [{ runs }];
}

function randomOutlines(random: Random, depth = 0): Outline[] {
	return Array.from({ length: 1 + Math.floor(random() * 3) }, () => {
		const branches = depth < 3 && random() < 0.6 ? randomOutlines(random, depth + 1) : [];
		return {
			text: randomText(random),
			branches,
			...(branches.length > 0 && random() < 0.3 ? { folded: true } : {}),
		};
	});
}

/** The same with the keys of runs in one order. */
const sorted = (outlines: readonly Outline[]): unknown =>
	outlines.map(({ text, folded, branches }) => ({
		text: text.map(({ runs }) => runs.map((run) => Object.fromEntries(Object.entries(run).sort()))),
		folded: folded ?? false,
		branches: sorted(branches),
	}));

describe('files of outlines', () => {
	it('OPML: what is written is read again, with formatting, links and folds', () => {
		for (let seed = 1; seed <= 150; seed++) {
			const outlines = randomOutlines(randomFrom(seed));
			expect(sorted(readOpml(writeOpml('Season', outlines))), `seed ${seed}`).toEqual(sorted(outlines));
		}
	});

	it('Markdown: the same', () => {
		for (let seed = 1; seed <= 150; seed++) {
			const outlines = randomOutlines(randomFrom(seed));
			expect(sorted(readMarkdown(writeMarkdown(outlines))), `seed ${seed}`).toEqual(sorted(outlines));
		}
	});

	it('text: lines that are set in, the words alone', async () => {
		const { read, write } = OUTLINE_FORMATS.text;
		const plain: Outline[] = [
			{
				text: [{ runs: [{ text: 'Tools' }] }],
				branches: [{ text: [{ runs: [{ text: 'Saw' }] }], branches: [] }],
			},
			{ text: [{ runs: [{ text: 'People' }] }], branches: [] },
		];
		expect(await read(await write('', plain))).toEqual(plain);
	});

	it('of others are read: headings, stars, numbers, feeds', () => {
		const [top] = readMarkdown(
			'# Season\n\n## Dates\n* First **Saturday**\n\t* at ten\n1. Second\n\n## Room\nSchool hall\n',
		);
		expect(top!.branches.map(({ branches }) => branches.length)).toEqual([2, 1]);
		expect(top!.branches[0]!.branches[0]!.text).toEqual([
			{ runs: [{ text: 'First ' }, { text: 'Saturday', bold: true }] },
		]);
		expect(top!.branches[0]!.branches[0]!.branches).toHaveLength(1);
		const opml = readOpml(
			'<opml version="1.0"><body><outline title="News" htmlUrl="https://example.org"><outline text="A &lt;b&gt;bold&lt;/b&gt; one"/></outline></body></opml>',
		);
		expect(opml[0]!.text).toEqual([{ runs: [{ text: 'News', link: 'https://example.org' }] }]);
		expect(opml[0]!.branches[0]!.text[0]!.runs[1]).toEqual({ text: 'bold', bold: true });
		expect(
			readOpml('<opml><body><outline text="x" url="javascript:alert(1)"/></body></opml>')[0]!.text,
		).toEqual([{ runs: [{ text: 'x' }] }]);
	});

	it('end with an outline or in plain words, whatever is read', async () => {
		const random = randomFrom(5);
		const outlines = randomOutlines(random);
		for (const { read, write } of Object.values(OUTLINE_FORMATS)) {
			const good = await write('Season', outlines);
			for (let i = 0; i < 150; i++) {
				const at = Math.floor(random() * good.length);
				const broken =
					good.slice(0, at) +
					['', '<', '"', '**', '[', '](', '&'][i % 7]! +
					good.slice(at + Math.floor(random() * 9));
				await read(broken).catch((error: Error) => expect(error.name).toBe('Fault'));
			}
			await expect(read('  \n ')).rejects.toThrow('no outline');
		}
		expect(outlineFormatOf('a.OPML')).toBe(OUTLINE_FORMATS.opml);
		expect(outlineFormatOf('a.png')).toBeUndefined();
	});
});
