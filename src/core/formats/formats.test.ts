import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { acceptThemes } from '../board/ops/accept-themes';
import { addObject, addObjects } from '../board/ops/edits';
import { plainGround } from '../board/ground';
import { pictureOf } from '../board/scene';
import { columnsWithCard, fieldAt, linkBetween, noteAt, shapeAt, testBoard } from '../board/testing';
import { roughMeasure } from '../text/fonts';
import { CSV_COLUMNS, csvOf } from './csv';
import { escapeXml, svgOf } from './svg';

const parse = (csv: string): Record<string, string>[] =>
	Papa.parse<Record<string, string>>(csv.replace('\uFEFF', ''), { header: true, skipEmptyLines: true }).data;

describe('tables', () => {
	it('says text, writer, kind, theme, field, place and times', () => {
		const { model, editContext, sheet } = testBoard();
		addObject(editContext, model, { ...fieldAt(sheet, 0, 0), text: 'What held us up?' });
		const note = addObject(editContext, model, noteAt(sheet, 30, 90, 'Rain, "again"\nover bench three'));
		const row = parse(csvOf(model, [model.find(note)!]))[0]!;
		expect(Object.keys(row)).toEqual([...CSV_COLUMNS]);
		expect(row).toMatchObject({
			text: 'Rain, "again"\nover bench three',
			author: 'Ilka',
			kind: 'note',
			field: 'What held us up?',
			theme: '',
			sheet: 'Gather',
			x: '30',
			y: '90',
			colour: 'ochre',
		});
		expect(new Date(row['made']!).getTime()).toBe(model.find(note)!.made);
		const [theme] = acceptThemes(editContext, model, [{ name: 'Weather', noteIds: [note] }]);
		expect(theme).toBeDefined();
		expect(parse(csvOf(model, [model.find(note)!]))[0]!['theme']).toBe('Weather');
	});

	it.each(['=1+1', '+1', '-1', '@SUM(A1)', '\t=1+1', '  =1+1', "'=1+1", '＝1+1', '=cmd|/c calc', '\r=1'])(
		'makes %j harmless in a spreadsheet',
		(text) => {
			const { model, editContext, sheet } = testBoard();
			const note = addObject(editContext, model, {
				...noteAt(sheet, 0, 0, text),
				by: ['x', '=HYPERLINK("http://x")'],
			});
			const row = parse(csvOf(model, [model.find(note)!]))[0]!;
			for (const cell of [row['text']!, row['author']!]) expect(cell).toMatch(/^'/);
		},
	);

	it('keeps numbers as numbers, also negative ones', () => {
		const { model, editContext, sheet } = testBoard();
		const note = addObject(editContext, model, noteAt(sheet, -120, -7));
		expect(parse(csvOf(model, [model.find(note)!]))[0]).toMatchObject({ x: '-120', y: '-7' });
	});

	it('sorts by sheet and reading order and starts with a byte order mark', () => {
		const { model, editContext, sheet } = testBoard();
		addObjects(editContext, model, [
			noteAt(sheet, 0, 200, 'c'),
			noteAt(sheet, 200, 0, 'b'),
			noteAt(sheet, 0, 0, 'a'),
		]);
		const csv = csvOf(model, [...model.objects.values()]);
		expect(csv.startsWith('\uFEFFtext,author')).toBe(true);
		expect(parse(csv).map((row) => row['text'])).toEqual(['a', 'b', 'c']);
	});
});

describe('drawings', () => {
	const picture = (text = 'Rain & <b>"snow"</b>') => {
		const { model, editContext, sheet } = testBoard();
		const [a, b] = addObjects(editContext, model, [
			noteAt(sheet, -50, -20, text),
			shapeAt(sheet, 400, 0, 'end'),
		]) as [string, string];
		addObject(editContext, model, linkBetween(sheet, a, b));
		return pictureOf(model, model.onSheet(sheet), plainGround('slate'), roughMeasure)!;
	};

	it('writes text as text, safely', () => {
		const { drawings, view, ground } = picture();
		const svg = svgOf(drawings, { view, ground, title: 'A & B' });
		expect(svg).toContain('<title>A &amp; B</title>');
		expect(svg).toContain('&lt;b&gt;');
		expect(svg).not.toContain('<b>');
		expect(svg).toContain(`viewBox="${view.x} ${view.y} ${view.w} ${view.h}"`);
		expect(svg.match(/<g/g)!.length).toBe(svg.match(/<\/g>/g)!.length);
	});

	it('writes outlines instead where the renderer has no fonts', () => {
		const { drawings, view } = picture();
		const svg = svgOf(drawings, { view, title: '', outline: () => [{ x: 0, d: 'M0 0L1 1' }], scale: 2 });
		expect(svg).not.toContain('<text');
		expect(svg).toContain('M0 0L1 1');
		expect(svg).toContain(`width="${view.w * 2}"`);
	});

	it('splits see-through colours for older renderers', () => {
		const { drawings, view } = picture();
		expect(svgOf(drawings, { view, title: '' })).toMatch(/fill="#000000" fill-opacity="0\.24"/);
	});

	it('drops characters that XML does not allow', () => {
		expect(escapeXml('a\u0000b\u0008c\nd')).toBe('abc\nd');
	});
});

describe('a table of the board', () => {
	it('says the column of a card, the ends of a connector, and the form of a shape', () => {
		const board = testBoard();
		const { model, editContext, sheet } = board;
		const { card } = columnsWithCard(board, ['Open', 'Done'], 1, 'Fix the sign');
		const shape = addObject(editContext, model, shapeAt(sheet, 900, 0, 'Door'));
		const line = addObject(editContext, model, linkBetween(sheet, card, shape));
		const rows = parse(
			csvOf(
				model,
				[card, shape, line].map((id) => model.find(id)!),
			),
		);
		const of = (kind: string) => rows.find((row) => row['kind'] === kind)!;
		expect(of('note')).toMatchObject({ holder: 'Repairs', column: 'Done' });
		expect(of('shape')).toMatchObject({ shape: 'rectangle', holder: '' });
		expect(of('connector')).toMatchObject({ from: 'Fix the sign', to: 'Door' });
	});
});
