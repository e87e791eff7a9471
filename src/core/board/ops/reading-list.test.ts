import { describe, expect, it } from 'vitest';
import { plainText } from '../../text/rich';
import { fieldAt, noteAt, testBoard } from '../testing';
import { addObject } from './edits';
import { readingList, type ReadBy } from './reading-list';
import { addSheet } from './sheets';

function room() {
	const board = testBoard();
	const { editContext, model, sheet } = board;
	const write = (text: string, x: number, y: number, on = sheet, theme?: string): string =>
		addObject(editContext, model, { ...noteAt(on, x, y, text), ...(theme ? { theme } : {}) });
	const list = (by: ReadBy): [string, string[]][] =>
		readingList(model, by).map(({ title, objects }) => [title, objects.map(({ text }) => plainText(text))]);
	return { ...board, write, list };
}

describe('the list to read', () => {
	it('goes field by field and sheet by sheet, then through what lies beside', () => {
		const { editContext, model, sheet, write, list } = room();
		addObject(editContext, model, { ...fieldAt(sheet, 0, 0), text: 'What held us up?' });
		addObject(editContext, model, { ...fieldAt(sheet, 2000, 0), text: 'Empty' });
		write('Second', 60, 200);
		write('First', 60, 60);
		write('', 300, 60);
		write('Beside', 5000, 60);
		const later = addSheet(editContext, model, 'Plan');
		write('Later', 0, 0, later);
		expect(list('fields')).toEqual([
			['What held us up?', ['First', 'Second']],
			['Gather', ['Beside']],
			['Plan', ['Later']],
		]);
	});

	it('goes theme by theme, whatever fields the notes lie in', () => {
		const { editContext, model, sheet, write, list } = room();
		addObject(editContext, model, { ...fieldAt(sheet, 0, 0), text: 'Ideas' });
		const theme = addObject(editContext, model, {
			kind: 'theme',
			sheet,
			box: [40, 40, 400, 300, 0],
			style: { chalk: 'moss' },
			text: 'Waiting',
		});
		write('Queue at the door', 60, 60, sheet, theme);
		write('In no theme', 60, 200);
		expect(list('themes')).toEqual([
			['Waiting', ['Queue at the door']],
			['Gather', ['In no theme']],
		]);
	});

	it('has every note once, where fields overlap as well', () => {
		const { editContext, model, sheet, write, list } = room();
		addObject(editContext, model, { ...fieldAt(sheet, 0, 0), text: 'A' });
		addObject(editContext, model, { ...fieldAt(sheet, 100, 0), text: 'B' });
		for (let i = 0; i < 40; i++) write(`Note ${i}`, (i * 37) % 900, (i * 91) % 700);
		for (const by of ['fields', 'themes'] as const) {
			const texts = list(by).flatMap(([, notes]) => notes);
			expect(texts).toHaveLength(40);
			expect(new Set(texts).size).toBe(40);
		}
	});
});
