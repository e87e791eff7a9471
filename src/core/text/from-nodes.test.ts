import { describe, expect, it } from 'vitest';
import { richFromNodes, type EditorNode } from './from-nodes';

const text = (words: string, ...marks: { type: string; attrs?: Record<string, unknown> }[]): EditorNode => ({
	type: 'text',
	text: words,
	marks,
});
const paragraph = (...content: EditorNode[]): EditorNode => ({ type: 'paragraph', content });
const doc = (...content: EditorNode[]): EditorNode => ({ type: 'doc', content });

describe('rich text from an editor’s nodes', () => {
	it('keeps marks, joins what is set alike, and breaks lines', () => {
		const rich = richFromNodes(
			doc(
				paragraph(
					text('one '),
					text('two', { type: 'bold' }),
					text(' three', { type: 'bold' }),
					{ type: 'hardBreak' },
					text('four', { type: 'textStyle' }),
				),
			),
		);
		expect(rich).toEqual([
			{ runs: [{ text: 'one ' }, { text: 'two three', bold: true }] },
			{ runs: [{ text: 'four' }] },
		]);
	});

	it('keeps lists with their depth and ticks', () => {
		const item = (checked: boolean | undefined, ...content: EditorNode[]): EditorNode => ({
			type: 'listItem',
			...(checked === undefined ? {} : { attrs: { checked } }),
			content,
		});
		const rich = richFromNodes(
			doc(
				{
					type: 'bulletList',
					content: [
						item(undefined, paragraph(text('a')), {
							type: 'orderedList',
							content: [item(undefined, paragraph(text('b')))],
						}),
					],
				},
				{ type: 'taskList', content: [item(true, paragraph(text('c'))), item(false, paragraph(text('d')))] },
			),
		);
		expect(rich.map(({ list, level, checked }) => [list, level, checked])).toEqual([
			['bullet', 0, undefined],
			['number', 1, undefined],
			['check', 0, true],
			['check', 0, undefined],
		]);
	});

	it('leaves out links that are none, and empty ends', () => {
		const link = (href: string): EditorNode => text('x', { type: 'link', attrs: { href } });
		const rich = richFromNodes(
			doc(
				paragraph(),
				paragraph(link('https://cafe.example/')),
				paragraph(link('javascript:alert(1)')),
				paragraph(text(' ')),
			),
		);
		expect(rich).toEqual([
			{ runs: [{ text: 'x', link: 'https://cafe.example/' }] },
			{ runs: [{ text: 'x' }] },
		]);
	});
});
