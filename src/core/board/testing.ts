/** A board in memory for tests: a document, its model, and a hand to edit with. */
import { isList } from './kinds/guards';
import * as Y from 'yjs';
import { putIn } from './holders/cards';
import { addObject, type NewObject } from './ops/edits';
import type { EditContext } from './store';
import { formOfHolder, type HolderKind } from './holders/forms';
import { newParts, startSize } from './holders/make';
import { addSheet } from './ops/sheets';
import { BoardModel } from './model/model';
import { BoardUndoManager } from './undo-manager';

export interface TestBoard {
	doc: Y.Doc;
	model: BoardModel;
	editContext: EditContext;
	sheet: string;
	undo: Y.UndoManager;
}

export function testBoard(name = 'Ilka'): TestBoard {
	const doc = new Y.Doc();
	const model = new BoardModel(doc);
	let id = 0;
	let now = 1_000;
	const editContext: EditContext = {
		doc,
		person: { id: `p-${name}`, name },
		origin: { name },
		now: () => (now += 10),
		newId: () => `${name}${id++}`,
	};
	const sheet = addSheet(editContext, model, 'Gather');
	const undo = new BoardUndoManager(doc, new Set([editContext.origin]));
	return { doc, model, editContext, sheet, undo };
}

/** A second person's copy of the board, kept in step with the first until it is cut off. */
export function partner(board: TestBoard): TestBoard & { cut: () => void; join: () => void } {
	const other = testBoard('Tomasz');
	const to = (doc: Y.Doc) => (update: Uint8Array, origin: unknown) => {
		if (origin !== 'wire') Y.applyUpdate(doc, update, 'wire');
	};
	const [there, back] = [to(other.doc), to(board.doc)];
	const join = (): void => {
		Y.applyUpdate(other.doc, Y.encodeStateAsUpdate(board.doc), 'wire');
		Y.applyUpdate(board.doc, Y.encodeStateAsUpdate(other.doc), 'wire');
		board.doc.on('update', there);
		other.doc.on('update', back);
	};
	const cut = (): void => {
		board.doc.off('update', there);
		other.doc.off('update', back);
	};
	join();
	return { ...other, cut, join };
}

export const noteAt = (sheet: string, x: number, y: number, text = ''): NewObject => ({
	kind: 'note',
	sheet,
	box: [x, y, 160, 96, 0],
	style: { form: 'card', pigment: 'ochre' },
	text,
});

export const fieldAt = (sheet: string, x: number, y: number, w = 560, h = 400): NewObject => ({
	kind: 'field',
	sheet,
	box: [x, y, w, h, 0],
	style: { chalk: 'ochre' },
	text: 'Field',
});

export const shapeAt = (sheet: string, x: number, y: number, text = ''): NewObject => ({
	kind: 'shape',
	sheet,
	box: [x, y, 160, 80, 0],
	style: { shape: 'rectangle', fill: 'none', chalk: 'white' },
	text,
});

export const linkBetween = (sheet: string, from: string, to: string): NewObject => ({
	kind: 'connector',
	sheet,
	box: [0, 0, 0, 0, 0],
	style: { route: 'right-angled', start: 'none', end: 'arrow', chalk: 'white' },
	ends: [{ object: from }, { object: to }],
});

/** Columns with those headings, and a note that lies in one of them. */
export function columnsWithCard(
	board: TestBoard,
	headings: readonly string[],
	index: number,
	text: string,
): { columns: string; card: string } {
	const { editContext, model, sheet } = board;
	const columns = holderAt(board, 'columns', headings);
	const card = addObject(editContext, model, noteAt(sheet, 0, 0, text));
	const { rows, cols } = model.find(columns)!.laid!;
	putIn(editContext, model, [card], {
		holder: columns,
		row: rows[0]!.id,
		col: cols[index]!.id,
		index: 0,
	});
	return { columns, card };
}

/** A new holder with named columns. */
export function holderAt(
	board: Pick<TestBoard, 'editContext' | 'model' | 'sheet'>,
	kind: HolderKind,
	columns: readonly string[] = ['Open', 'Going', 'Done'],
	rows = 2,
): string {
	const parts = newParts(board.editContext, kind, rows, {
		columns: isList({ kind }) ? [] : columns,
		...(formOfHolder(kind).headCol ? { rows: ['Saturday', 'Sunday'].slice(0, rows) } : {}),
	});
	const { w, h } = startSize(kind, parts);
	return addObject(board.editContext, board.model, {
		kind,
		sheet: board.sheet,
		box: [0, 0, w, h, 0],
		style: { chalk: 'white' },
		text: 'Repairs',
		parts,
	});
}
