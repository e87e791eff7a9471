import { describe, expect, it } from 'vitest';
import { findPictograms, type Pictogram } from './search';

const pictogram = (label: string, ...words: string[]): Pictogram => ({
	name: label.replaceAll(' ', '-'),
	label,
	words,
});
const ALL = [
	pictogram('alarm clock', 'time', 'morning'),
	pictogram('clock', 'time', 'watch'),
	pictogram('clock arrow up'),
	pictogram('wrench', 'tool', 'repair'),
	pictogram('hammer', 'tool', 'time off'),
];
const labels = (words: string, most = 10): string[] =>
	findPictograms(ALL, words, most).map(({ label }) => label);

describe('finding pictograms', () => {
	it('has the very word first, then those that begin with it, then those that have it', () => {
		expect(labels('clock')).toEqual(['clock', 'clock arrow up', 'alarm clock']);
	});
	it('finds by words that go with them, and by their beginnings', () => {
		expect(labels('repair')).toEqual(['wrench']);
		expect(labels('REP')).toEqual(['wrench']);
		expect(labels('wren')).toEqual(['wrench']);
	});
	it('wants all words', () => {
		expect(labels('clock time')).toEqual(['clock', 'alarm clock']);
		expect(labels('clock hammer')).toEqual([]);
	});
	it('gives the whole set without words, and no more than asked for', () => {
		expect(labels(' ')).toHaveLength(5);
		expect(labels('', 2)).toEqual(['alarm clock', 'clock']);
	});
});
