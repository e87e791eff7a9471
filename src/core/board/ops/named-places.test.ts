import { describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { placesOf } from '../document';
import { readPlaces } from '../model/places';
import { addPlace, removePlace, renamePlace } from './named-places';
import { partner, testBoard } from '../testing';

const titles = ({ doc }: { doc: Y.Doc }): string[] => readPlaces(doc).map(({ title }) => title);

describe('named places', () => {
	it('are kept in the order in which they were made, renamed and removed, for everybody', () => {
		const board = testBoard();
		const other = partner(board);
		const at = { sheet: board.sheet, x: 10, y: 20, scale: 0.5 };
		const first = addPlace(board.editContext, { title: 'Front desk', ...at });
		addPlace(other.editContext, { title: 'Benches', ...at });
		expect(titles(other)).toEqual(['Front desk', 'Benches']);
		renamePlace(other.editContext, first, ' The door ');
		renamePlace(other.editContext, first, '  ');
		expect(titles(board)).toEqual(['The door', 'Benches']);
		expect(readPlaces(board.doc)[0]).toMatchObject(at);
		removePlace(board.editContext, first);
		expect(titles(other)).toEqual(['Benches']);
	});

	it('that cannot be read are left out', () => {
		const board = testBoard();
		addPlace(board.editContext, { title: 'Tea', sheet: board.sheet, x: 0, y: 0, scale: 1 });
		placesOf(board.doc).set('bad', new Y.Map<unknown>([['title', 7]]));
		expect(titles(board)).toEqual(['Tea']);
	});
});
