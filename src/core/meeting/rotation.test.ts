import { describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { fieldFor, seatsIn, sheetFor, takeSeats } from './rotation';

describe('sheets that go round', () => {
	it('are with everybody once, and with one person at a time', () => {
		for (let n = 2; n <= 30; n++)
			for (let round = 0; round < n; round++) {
				const here = Array.from({ length: n }, (_, seat) => sheetFor(n, seat, round));
				expect(new Set(here).size).toBe(n);
			}
		for (let n = 2; n <= 30; n++)
			for (let seat = 0; seat < n; seat++) {
				const mine = Array.from({ length: n }, (_, round) => sheetFor(n, seat, round));
				expect(new Set(mine).size).toBe(n);
			}
	});

	it('come from another neighbour each time where their number is even', () => {
		for (let n = 4; n <= 24; n += 2)
			for (let seat = 0; seat < n; seat++) {
				const from = Array.from({ length: n - 1 }, (_, i) => {
					const sheet = sheetFor(n, seat, i + 1);
					return Array.from({ length: n }, (__, other) => other).find(
						(other) => sheetFor(n, other, i) === sheet,
					);
				});
				expect(new Set(from).size).toBe(n - 1);
			}
	});

	it('are shared when there are more people, and seats are kept', () => {
		const doc = new Y.Doc();
		takeSeats(doc, ['a', 'b', 'c']);
		takeSeats(doc, ['b', 'd']);
		expect(seatsIn(doc)).toEqual(['a', 'b', 'c', 'd']);
		const fields = ['f0', 'f1', 'f2'];
		expect(['a', 'b', 'c', 'd'].map((person) => fieldFor(fields, seatsIn(doc), person, 0))).toEqual([
			'f0',
			'f1',
			'f2',
			'f0',
		]);
		expect(fieldFor(fields, seatsIn(doc), 'late', 0)).toBe('f1');
		expect(fieldFor(fields, seatsIn(doc), 'a', 3)).toBe('f0');
	});
});
