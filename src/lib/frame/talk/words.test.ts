import { describe, expect, it } from 'vitest';
import { addObject, removeObjects } from '$core/board/ops/edits';
import { noteAt, shapeAt, testBoard } from '$core/board/testing';
import { spotOn } from '$core/talk/spots';
import { aboutWhat, pieces } from './words';

describe('what a thread is about', () => {
	it('is said in words, also when it is gone', () => {
		const board = testBoard();
		const [note, long, shape] = [
			addObject(board.editContext, board.model, noteAt(board.sheet, 0, 0, 'The key')),
			addObject(board.editContext, board.model, noteAt(board.sheet, 0, 200, 'word '.repeat(60))),
			addObject(board.editContext, board.model, shapeAt(board.sheet, 0, 400)),
		];
		const about = (id: string) => spotOn(board.model, board.model.find(id)!);
		const [ofNote, ofLong, ofShape] = [about(note), about(long), about(shape)];
		expect(aboutWhat(board.model, ofNote)).toBe('Note: The key');
		expect(aboutWhat(board.model, ofLong)).toMatch(/^Note: word .{70,80}…$/);
		expect(aboutWhat(board.model, ofShape)).toBe('Shape');
		removeObjects(board.editContext, board.model, [note, shape]);
		expect(aboutWhat(board.model, ofNote)).toBe('Deleted: The key');
		expect(aboutWhat(board.model, ofShape)).toBe('On something that is deleted');
		expect(aboutWhat(board.model, { sheet: board.sheet })).toBe('A place on Gather');
		expect(aboutWhat(board.model, { sheet: 'gone' })).toBe('A place on a sheet that is deleted');
	});
});

describe('the pieces of a text', () => {
	const PEOPLE = [{ name: 'Rosa' }, { name: 'Rosa Lind' }, { name: 'Dr. (No)' }];
	const told = (text: string): string[] => pieces(text, PEOPLE).map((piece) => `${piece.is}:${piece.text}`);

	it.each([
		['nothing special', ['text:nothing special']],
		['Ask @Rosa Lind, or @rosa', ['text:Ask ', 'name:@Rosa Lind', 'text:, or ', 'name:@rosa']],
		['@Dr. (No) knows', ['name:@Dr. (No)', 'text: knows']],
		['@Nobody knows', ['text:@Nobody knows']],
		[
			'See https://zweite-runde.example/plan?day=1, please',
			['text:See ', 'link:https://zweite-runde.example/plan?day=1', 'text:, please'],
		],
		['javascript:alert(1)', ['text:javascript:alert(1)']],
		['<https://a.example/x>', ['text:<', 'link:https://a.example/x', 'text:>']],
	])('%s', (text, wanted) => expect(told(text)).toEqual(wanted));

	it('need nobody to be there', () =>
		expect(pieces('Go to http://a.example now', []).map(({ is }) => is)).toEqual(['text', 'link', 'text']));
});
