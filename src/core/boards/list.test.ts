import { describe, expect, it } from 'vitest';
import { BIN_DAYS, daysLeft, pickBoards, listSettingsSchema, type ListedBoard } from './list';

const board = (id: string, more: Partial<ListedBoard> = {}): ListedBoard => ({
	id,
	title: id,
	role: 'owner',
	owner: 'Ilka',
	changedAt: 0,
	openedAt: undefined,
	starred: false,
	projectId: undefined,
	deletedAt: undefined,
	open: true,
	...more,
});

const BOARDS = [
	board('Season 10', { changedAt: 3, openedAt: 1, starred: true }),
	board('season 9', { changedAt: 2, openedAt: 5 }),
	board('Leaflet', { changedAt: 9, role: 'editor', owner: 'Rosa' }),
	board('Gone', { changedAt: 8, deletedAt: 100 }),
	board('Gone later', { deletedAt: 200, starred: true }),
];
const pick = (settings: Partial<Parameters<typeof pickBoards>[1]>): string[] =>
	pickBoards(BOARDS, { part: 'all', words: '', order: 'changed', ...settings }).map(({ id }) => id);

describe('the list of boards', () => {
	it.each([
		['all', ['Leaflet', 'Season 10', 'season 9']],
		['mine', ['Season 10', 'season 9']],
		['shared', ['Leaflet']],
		['starred', ['Season 10']],
		['bin', ['Gone later', 'Gone']],
	] as const)('has a part: %s', (part, wanted) => expect(pick({ part })).toEqual(wanted));

	it('is ordered by change, by opening, and by title as people count', () => {
		expect(pick({ order: 'opened' })).toEqual(['season 9', 'Season 10', 'Leaflet']);
		expect(pick({ order: 'title' })).toEqual(['Leaflet', 'season 9', 'Season 10']);
	});

	it('is searched by all words, in titles and owners’ names', () => {
		expect(pick({ words: '  SEASON 1 ' })).toEqual(['Season 10']);
		expect(pick({ words: 'rosa leaf' })).toEqual(['Leaflet']);
		expect(pick({ words: 'gone' })).toEqual([]);
	});

	it('takes what was wished before, and what it usually is where that cannot be read', () => {
		expect(listSettingsSchema.parse({ order: 'title', as: 'list' })).toEqual({ order: 'title', as: 'list' });
		expect(listSettingsSchema.parse({ order: 'colour' })).toEqual({ order: 'changed', as: 'pictures' });
	});
});

describe('days left in the bin', () => {
	const DAY = 86_400_000;
	it.each([
		[0, BIN_DAYS],
		[DAY / 2, BIN_DAYS],
		[DAY * 29.5, 1],
		[DAY * 31, 0],
	])('%d ms after the deletion: %d', (after, wanted) => expect(daysLeft(1000, 1000 + after)).toBe(wanted));
});
