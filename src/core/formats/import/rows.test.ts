import { strToU8, zipSync } from 'fflate';
import writeXlsx from 'write-excel-file/node';
import { describe, expect, it } from 'vitest';
import { isFault } from '../../fault';
import { testBoard } from '../../board/testing';
import { addRowNotes } from '../../board/ops/add-rows';
import { csvOf } from '../csv';
import { IMPORT_FORMATS, importFormatOf } from '../imports';
import { targetsOf } from './targets';
import { plainText } from '../../text/rich';
import { guessColumns, noteColour, notesOfRows } from './row-columns';
import { readDelimited, readWorkbook, ROW_LIMITS } from './rows';

const problemOf = async (work: () => unknown): Promise<unknown> => {
	try {
		await work();
	} catch (error) {
		if (isFault(error, 'no rows')) return error.data.problem;
		throw error;
	}
	return undefined;
};
const csv = (text: string) => IMPORT_FORMATS.delimited.read(strToU8(text));

describe('tables as text', () => {
	it('are read whatever divides their cells', () => {
		for (const sign of [',', ';', '\t', '|'])
			expect(readDelimited(['Saw', 'blunt'].join(sign) + '\n' + ['Lamp', 'dark'].join(sign))).toEqual([
				['Saw', 'blunt'],
				['Lamp', 'dark'],
			]);
		expect(readDelimited('sep=;\na,b;c\nd;e\n')).toEqual([
			['a,b', 'c'],
			['d', 'e'],
		]);
	});

	it('keep line breaks and quotes of cells, and lose what is empty', () => {
		expect(readDelimited('\n"a ""b""\r\nc",,x\n,,\nd,,\n')).toEqual([
			['a "b"\nc', 'x'],
			['d', ''],
		]);
	});

	it('that are empty or too long are refused', async () => {
		expect(await problemOf(() => readDelimited(' \n,,\n'))).toBe('empty');
		expect(await problemOf(() => readDelimited('a,b\n'.repeat(ROW_LIMITS.rows + 2)))).toBe('size');
		expect(readDelimited('a,b\n'.repeat(ROW_LIMITS.rows + 1))).toHaveLength(ROW_LIMITS.rows + 1);
	});
});

describe('spreadsheets', () => {
	it('are read with all their sheets, numbers and dates', async () => {
		const day = { type: Date, value: new Date('2026-12-05T00:00:00Z'), format: 'dd.mm.yyyy' };
		const file = await writeXlsx(
			[
				{
					sheet: 'Shopping',
					data: [
						[{ value: 'Text' }, { value: 'Euro' }, { value: 'Day' }],
						[{ value: 'Solder' }, { value: 0.1 + 0.2 }, day],
					],
				},
				{ sheet: 'Nothing', data: [[null]] },
				{ sheet: 'Rest', data: [[{ value: 'alone' }]] },
			] as never,
			{},
		).toBuffer();
		expect(await readWorkbook(new Uint8Array(file))).toEqual([
			{
				name: 'Shopping',
				rows: [
					['Text', 'Euro', 'Day'],
					['Solder', '0.3', '2026-12-05'],
				],
			},
			{ name: 'Rest', rows: [['alone']] },
		]);
	});

	it('that are none, or would burst, are refused in a word', async () => {
		expect(await problemOf(() => readWorkbook(strToU8('no zip at all')))).toBe('format');
		expect(await problemOf(() => readWorkbook(zipSync({ 'a.txt': strToU8('x') })))).toBe('format');
		// Says of itself that it is larger than it may be.
		const bomb = zipSync({ 'xl/workbook.xml': strToU8('<workbook/>') });
		const directory = bomb.findIndex((_, i) => bomb[i] === 0x50 && bomb[i + 2] === 1 && bomb[i + 3] === 2);
		new DataView(bomb.buffer).setUint32(directory + 24, 300 * 1024 * 1024, true);
		expect(await problemOf(() => readWorkbook(bomb))).toBe('size');
	});
});

describe('columns', () => {
	it('are known by their headings, in English and German', () => {
		expect(
			guessColumns([
				['Nr', 'Notiz', 'Von', 'Farbe', 'Thema', 'Feld'],
				['1', 'a', 'b', 'c', 'd', 'e'],
			]),
		).toEqual({
			hasHeadings: true,
			roles: ['none', 'text', 'writer', 'colour', 'theme', 'field'],
		});
		expect(
			guessColumns([
				['Text', 'text'],
				['a', 'b'],
			]).roles,
		).toEqual(['text', 'none']);
	});

	it('without known headings: the one in which most is written is the text', () => {
		expect(
			guessColumns([
				['1', 'Bring a lamp'],
				['2', 'Ask the school for the hall'],
			]),
		).toEqual({
			hasHeadings: false,
			roles: ['none', 'text'],
		});
		expect(
			guessColumns([
				['Number', 'What to do'],
				['1', 'Bring a lamp'],
				['2', 'Ask for the hall'],
			]),
		).toEqual({
			hasHeadings: true,
			roles: ['none', 'text'],
		});
		expect(guessColumns([['one'], ['two']])).toEqual({ hasHeadings: false, roles: ['text'] });
	});

	it('of colours are read as words and values', () => {
		expect(['Grün', 'yellow', 'plum', '#a1b2c3', 'mauve', ''].map(noteColour)).toEqual([
			'moss',
			'ochre',
			'plum',
			'#A1B2C3',
			undefined,
			undefined,
		]);
	});

	it('become notes: several columns of text in one, rows without text in none', () => {
		const rows = [
			['what', 'why', 'who'],
			['Lamp', 'too dark', 'Maren'],
			['', '', 'Tomasz'],
		];
		expect(notesOfRows(rows, { hasHeadings: true, roles: ['text', 'text', 'writer'] })).toEqual([
			{ text: 'Lamp\ntoo dark', writer: 'Maren' },
		]);
	});
});

describe('rows on the board', () => {
	const place = {
		sheet: '',
		at: { x: 0, y: 0 },
		form: 'card',
		pigment: 'ochre',
		heightOf: () => 96,
	} as const;

	it('lie in their fields and themes, and go out as they came in', async () => {
		const { editContext, model, sheet, undo } = testBoard();
		const rows = [
			{ text: 'Lamp', field: 'Room', theme: 'Light', writer: 'Maren', pigment: 'lake' },
			{ text: 'Cable', field: 'Room', theme: 'Light' },
			{ text: 'Heating', field: 'Room' },
			{ text: 'Tea', theme: 'Kitchen' },
			{ text: 'Chairs' },
		];
		addRowNotes(editContext, model, rows, { ...place, sheet });
		const content = await csv(
			csvOf(
				model,
				[...model.objects.values()].filter(({ kind }) => kind === 'note'),
			),
		);
		if (content.is !== 'rows') throw new Error(content.is);
		const [table] = content.sheets;
		const columns = guessColumns(table!.rows);
		const back = notesOfRows(table!.rows, columns);
		const usual = { pigment: 'ochre', writer: 'Ilka' };
		expect(new Set(back.map((row) => JSON.stringify(Object.entries(row).sort())))).toEqual(
			new Set(rows.map((row) => JSON.stringify(Object.entries({ ...usual, ...row }).sort()))),
		);
		undo.undo();
		expect(model.onSheet(sheet)).toEqual([]);
	});

	it('reach the server in messages that it takes, however much is written in them', () => {
		const { doc, editContext, model, sheet } = testBoard();
		const rows = Array.from({ length: 9_000 }, () => ({ text: 'ä'.repeat(600) }));
		const sizes: number[] = [];
		doc.on('update', (update: Uint8Array) => sizes.push(update.length));
		expect(addRowNotes(editContext, model, rows, { ...place, sheet })).toHaveLength(9_000);
		expect(Math.max(...sizes)).toBeLessThan(8 * 1024 * 1024);
		expect(addRowNotes(editContext, model, [], { ...place, sheet })).toEqual([]);
	});

	it('cover nothing: neither each other nor what was there', () => {
		const { editContext, model, sheet } = testBoard();
		const rows = Array.from({ length: 60 }, (_, i) => ({
			text: `note ${i}`,
			...(i % 3 === 0 ? {} : { field: `field ${i % 4}` }),
			...(i % 2 === 0 ? {} : { theme: `theme ${i % 5}` }),
		}));
		const heightOf = ({ text }: { text?: unknown }): number => 60 + String(text).length * 11;
		for (let time = 0; time < 2; time++) addRowNotes(editContext, model, rows, { ...place, sheet, heightOf });
		const notes = model.onSheet(sheet).filter(({ kind }) => kind === 'note');
		expect(notes).toHaveLength(120);
		for (const [
			i,
			{
				box: [x, y, w, h],
			},
		] of notes.entries())
			for (const {
				box: [x2, y2, w2, h2],
			} of notes.slice(i + 1))
				expect(x < x2 + w2 && x2 < x + w && y < y2 + h2 && y2 < y + h).toBe(false);
		const fields = model.onSheet(sheet).filter(({ kind }) => kind === 'field');
		expect(fields).toHaveLength(8);
		for (const note of notes) {
			const { field } = rows[Number(plainText(note.text).split(' ')[1])] as { field?: string };
			expect(plainText(model.fieldOf(note)?.text ?? [])).toBe(field ?? '');
		}
	});
});

describe('formats', () => {
	it('are known by the ending of a name, and say what can become of them', async () => {
		expect(['A.CSV', 'b.xlsx', 'c.md', 'd.gv', 'e.exe', 'noending'].map(importFormatOf)).toEqual([
			'delimited',
			'workbook',
			'markdown',
			'dot',
			undefined,
			undefined,
		]);
		expect(targetsOf(await csv('a,b\n1,2'))).toEqual(['notes', 'table']);
		const steps = await csv('step,next\nAsk,2\nMend,');
		expect(targetsOf(steps)).toEqual(['flow', 'notes', 'table']);
		// Of another sheet that holds none it is not offered.
		if (steps.is !== 'rows') throw new Error(steps.is);
		steps.sheets.push({ name: 'Rest', rows: [['a', 'b']] });
		expect(targetsOf(steps, 1)).toEqual(['notes', 'table']);
		expect(targetsOf(await IMPORT_FORMATS.text.read(strToU8('one\ntwo')))).toEqual(['map', 'list', 'notes']);
		expect(targetsOf(await IMPORT_FORMATS.text.read(strToU8('one\n\ttwo\n\t\tthree')))).toEqual([
			'map',
			'list',
			'columns',
			'notes',
		]);
		expect(targetsOf(await IMPORT_FORMATS.text.read(strToU8('one')))).toEqual(['notes']);
	});
});
