/** A board in memory with one sheet, for measuring the computation without a server. */
import * as Y from 'yjs';
import { BoardModel } from '$core/board/model/model';
import { addSheet } from '$core/board/ops/sheets';
import type { EditContext } from '$core/board/store';

export function memoryBoard(title: string): { model: BoardModel; editContext: EditContext; sheet: string } {
	const doc = new Y.Doc();
	const model = new BoardModel(doc, 0);
	let count = 0;
	const editContext: EditContext = {
		doc,
		person: { id: 'bench', name: 'Bench' },
		origin: 'bench',
		now: () => 1,
		newId: () => `new${count++}`,
	};
	return { model, editContext, sheet: addSheet(editContext, model, title) };
}
