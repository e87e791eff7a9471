import { describe, expect, it, vi } from 'vitest';
import { addObject } from '$core/board/ops/edits';
import { noteAt } from '$core/board/testing';
import { boardInHand } from '../testing';
import { COMMANDS } from '.';
import { findCommands } from './find';
import { SYNONYMS } from './synonyms';

vi.mock('../../ui/toaster', () => ({
	toaster: { info: vi.fn(), success: vi.fn(), error: vi.fn(), create: vi.fn(), dismiss: vi.fn() },
}));

const ids = (words: string, isSelected = false): string[] => {
	const hand = boardInHand();
	const { core, board } = hand;
	const note = addObject(core.editContext, core.model, noteAt(core.sheet, 0, 0, 'Kettle'));
	if (isSelected) board.select([note]);
	return findCommands(board, words, 12).map(({ id }) => id);
};

describe('commands are found', () => {
	it.each([
		['export', 'export'],
		['print', 'export'],
		['drucken', 'export'],
		['theme', 'themes'],
		['cluster', 'themes'],
		['timer', 'run sheet'],
		['uhr', 'run sheet'],
		['sheet', 'new sheet'],
		['write', 'new note'],
		['schreiben', 'new note'],
		['hilfe', 'keys'],
		['VERKLEINERN', 'zoom out'],
		['grosser', 'zoom in'],
	])('by %s', (words, id) => {
		expect(ids(words)).toContain(id);
	});

	it.each([
		['bold', 'bold'],
		['fett', 'bold'],
		['delete', 'remove'],
		['löschen', 'remove'],
	])('for what is selected by %s, first of all', (words, id) => {
		expect(ids(words, true)[0]).toBe(id);
		expect(ids(words)).not.toContain(id);
	});

	it('so that who wants to write gets a note to write in, with nothing selected', () => {
		for (const words of ['write', 'schreib']) expect(ids(words)[0]).toBe('new note');
	});

	it('for what is selected first, while nothing is typed', () => {
		const first = ids('', true).slice(0, 5);
		for (const id of first) expect(COMMANDS.find((each) => each.id === id)?.when, id).toBeDefined();
	});

	it('by no word that none of them has', () => {
		expect(ids('xylophone')).toEqual([]);
	});

	it('with synonyms for commands that there are', () => {
		const known = new Set(COMMANDS.flatMap(({ id }) => [id, id.split(' ')[0]!]));
		expect(Object.keys(SYNONYMS).filter((id) => !known.has(id))).toEqual([]);
	});
});
