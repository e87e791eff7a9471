/** The sheet on which the season is planned: columns, action items, a list with nods, a grid, a table, marks. */
import { addObject, addObjects, type NewObject } from '$core/board/ops/edits';
import type { EditContext } from '$core/board/store';
import { putIn } from '$core/board/holders/cards';
import { fitRows, nodAtRow, setFact, signOff, writeBlock } from '$core/board/holders/edits';
import type { HolderKind } from '$core/board/holders/forms';
import { newParts, startSize, type HolderWords } from '$core/board/holders/make';
import { partOf } from '$core/board/holders/parts';
import { stickAt } from '$core/board/ops/marks';
import type { BoardModel } from '$core/board/model/model';
import { sceneContext } from '$core/board/scene';
import { serverMeasure } from '$lib/server/export/fonts';
import { drawn, pictograms } from '$lib/server/marks/catalog';
import type { DemoIds } from './build';

interface Making {
	editContext: EditContext;
	model: BoardModel;
	sheet: string;
}

function holder(
	{ editContext, model, sheet }: Making,
	kind: HolderKind,
	title: string,
	at: [number, number],
	rows: number,
	words: HolderWords,
	chalk: 'ochre' | 'lake' | 'moss' | 'plum' | 'clay',
): string {
	const parts = newParts(editContext, kind, rows, words);
	const { w, h } = startSize(kind, parts);
	return addObject(editContext, model, {
		kind,
		sheet,
		box: [...at, w, h, 0],
		style: { chalk },
		text: title,
		parts,
	});
}

const TASKS: [string, string, 'ochre' | 'lake' | 'moss' | 'plum' | 'clay' | 'brick'][][] = [
	[
		['Sunniva', 'Sign at the door: how it works, in four pictures', 'lake'],
		['Joao', 'Second queue for lamps', 'clay'],
		['Bilal', 'Find a sewing machine to lend', 'moss'],
	],
	[
		['Tomasz', 'Train two more safety testers', 'brick'],
		['Femke', 'Parts list with prices', 'plum'],
	],
	[['Ilka', 'Hall booked until June', 'ochre']],
];

function columns(making: Making, ids: DemoIds): void {
	const { editContext, model, sheet } = making;
	const words = { columns: ['Open', 'Under way', 'Done'] };
	const id = holder(making, 'columns', 'Before the season', [0, 0], 0, words, 'ochre');
	const cols = model.find(id)!.parts!.cols;
	TASKS.forEach((tasks, i) => {
		const notes = addObjects(
			editContext,
			model,
			tasks.map(([name, text, pigment]): NewObject => ({
				kind: 'note',
				sheet,
				box: [0, 0, 176, 92, 0],
				style: { form: 'card', pigment },
				text,
				by: [ids.person(name), name],
			})),
		);
		notes.forEach((note, index) =>
			putIn(editContext, model, [note], { holder: id, row: 'all', col: cols[i]!.id, index }),
		);
		if (i === 0) mark(making, notes[1]!, 'emoji-light_bulb', 'lake');
		if (i === 1) mark(making, notes[0]!, 'triangle-alert', 'chalk');
	});
}

/** Puts a mark on the upper right corner of an object. */
function mark({ editContext, model, sheet }: Making, host: string, name: string, fill: string): void {
	const [x, y, w] = model.find(host)!.box;
	const found = drawn(pictograms().find((each) => each.name === name)!)!;
	const at = { x: x + w - 12, y: y + 6 };
	addObject(editContext, model, {
		kind: 'mark',
		sheet,
		box: [at.x - 17, at.y - 17, 34, 34, 0],
		style: { name, d: found.d, ...(found.solid ? { solid: true } : {}), fill, chalk: 'white' },
		on: stickAt(model, sheet, at, new Set())!,
	});
}

function actions(making: Making): void {
	const { editContext, model } = making;
	const words = { columns: ['', 'What', 'Who', 'Until', 'Signed off by'] };
	const id = holder(making, 'actions', 'What we agreed', [700, 0], 4, words, 'lake');
	const rows = model.find(id)!.parts!.rows;
	writeBlock(editContext, model, id, partOf(rows[0]!.id, 'text'), [
		['Ask the library about the second room'],
		['Print forty numbers and two spare sets'],
		['Write to the three people who wanted to learn soldering'],
		['Pay the insurance'],
	]);
	const facts: [string, string, boolean][] = [
		['Maren', '2026-12-05', false],
		['Rashid', '2026-12-12', true],
		['Femke', '2027-01-09', false],
		['Ilka', '2026-11-28', true],
	];
	facts.forEach(([name, due, done], i) => {
		const row = rows[i]!.id;
		setFact(editContext, id, row, 'person', { name });
		setFact(editContext, id, row, 'due', due);
		if (done) setFact(editContext, id, row, 'done', true);
	});
	signOff(editContext, model, id, rows[3]!.id);
}

function list(making: Making, ids: DemoIds): void {
	const { editContext, model } = making;
	const id = holder(making, 'list', 'Try first?', [700, 300], 4, { columns: [] }, 'moss');
	const rows = model.find(id)!.parts!.rows;
	const lines: [string, string[]][] = [
		['A quick bench by the door', ['Ilka', 'Maren', 'Rashid', 'Joao']],
		['Phone two days before', ['Femke', 'Bilal']],
		['Tea corner with a helper', ['Sunniva', 'Tomasz', 'Maren']],
		['Stories on the wall', []],
	];
	writeBlock(
		editContext,
		model,
		id,
		partOf(rows[0]!.id, 'text'),
		lines.map(([text]) => [text]),
	);
	lines.forEach(([, names], i) => {
		for (const name of names)
			nodAtRow({ ...editContext, person: { id: ids.person(name), name } }, id, rows[i]!.id);
	});
}

function table(making: Making): void {
	const words = { columns: ['Brought', 'Last season', 'Mended'] };
	const id = holder(making, 'table', 'What came in', [1110, 300], 5, words, 'plum');
	const { parts } = making.model.find(id)!;
	writeBlock(making.editContext, making.model, id, partOf(parts!.rows[1]!.id, parts!.cols[0]!.id), [
		['Lamps', '61', '48'],
		['Toasters and kettles', '44', '31'],
		['Clothes', '38', '37'],
		['Bicycles', '12', '10'],
	]);
}

function grid(making: Making, ids: DemoIds): void {
	const { editContext, model, sheet } = making;
	const words = { columns: ['Front desk', 'Benches', 'Tea'], rows: ['January', 'February'] };
	const id = holder(making, 'grid', 'Who is where', [0, 470], 2, words, 'clay');
	const { parts } = model.find(id)!;
	const names = [
		['Sunniva', 'Tomasz', 'Maren'],
		['Bilal', 'Rashid', 'Joao'],
	];
	names.forEach((row, i) =>
		row.forEach((name, j) => {
			const note = addObject(editContext, model, {
				kind: 'note',
				sheet,
				box: [0, 0, 120, 70, 0],
				style: { form: 'oval', pigment: i === 0 ? 'lake' : 'ochre', bare: true },
				text: name,
				by: [ids.person(name), name],
			});
			putIn(editContext, model, [note], {
				holder: id,
				row: parts!.rows[i]!.id,
				col: parts!.cols[j]!.id,
				index: 0,
			});
		}),
	);
}

export function buildPlan(editContext: EditContext, model: BoardModel, ids: DemoIds, sheet: string): void {
	const making = { editContext, model, sheet };
	columns(making, ids);
	actions(making);
	list(making, ids);
	table(making);
	grid(making, ids);
	const context = sceneContext(model, 'slate', serverMeasure);
	for (const object of model.onSheet(sheet))
		if (object.parts) fitRows(editContext, model, object.id, context);
}
