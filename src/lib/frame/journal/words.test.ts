import { describe, expect, it } from 'vitest';
import { THINGS, VERBS } from '$core/journal/happenings';
import type { Line } from '$core/journal/lines';
import { countWords, lineWords, thingName } from './words';

const line = (more: Partial<Line>): Line => ({
	person: 'p',
	verb: 'added',
	thing: 'note',
	sheet: 's',
	at: 0,
	until: 0,
	count: 1,
	ids: [],
	words: [],
	...more,
});

describe('the journal in words', () => {
	it('says one thing and many things, with the first words on them', () => {
		expect(lineWords(line({ words: ['Spare parts'] }))).toBe('added one note: “Spare parts”');
		expect(lineWords(line({ count: 3, words: ['Spare parts', 'Queue'] }))).toBe(
			'added 3 notes: “Spare parts”, “Queue”',
		);
		expect(lineWords(line({ verb: 'moved', thing: 'connector', count: 12 }))).toBe('moved 12 connectors');
		expect(lineWords(line({ verb: 'renamed sheet', thing: 'sheet', words: ['Season'] }))).toBe(
			'renamed a sheet to “Season”',
		);
		expect(lineWords(line({ verb: 'ended session', thing: 'step' }))).toBe('ended the session');
	});

	it('has a sentence for every verb and a name for every thing, and leaves nothing open', () => {
		for (const verb of VERBS)
			for (const thing of THINGS)
				for (const count of [1, 5]) {
					const said = lineWords(line({ verb, thing, count }));
					expect(said).toMatch(/^[a-z]/);
					expect(said).not.toMatch(/[{}]|undefined|[:\s]$/);
				}
		expect(new Set(THINGS.map(thingName)).size).toBe(THINGS.length);
	});

	it('counts what was done for the news, the most first, three at most', () => {
		expect(
			countWords([
				['added', 4],
				['moved', 2],
				['wrote', 1],
				['styled', 1],
			]),
		).toBe('added 4 things, moved 2 things, wrote in 1 thing');
	});
});
