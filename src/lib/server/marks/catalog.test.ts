import { describe, expect, it } from 'vitest';
import { MAX_PATH_DATA, PATH_DATA } from '$core/board/kinds/mark';
import { drawn, findDrawn, pictograms } from './catalog';

describe('the set of pictograms', () => {
	it('has line drawings and emoji, each once, nearly all with path data that a mark takes', () => {
		const all = pictograms();
		expect(all.filter(({ solid }) => !solid).length).toBeGreaterThan(1500);
		expect(new Set(all.map(({ name }) => name)).size).toBe(all.length);
		const ready = all.flatMap((each) => drawn(each) ?? []);
		expect(ready.length).toBeGreaterThan(all.length * 0.9);
		expect(ready.filter(({ solid }) => solid).length).toBeGreaterThan(900);
		for (const { name, d, solid } of ready) {
			expect(d, name).toMatch(PATH_DATA);
			expect(d.length, name).toBeLessThanOrEqual(MAX_PATH_DATA);
			if (!solid) continue;
			// Emoji are scaled from the font: control points may lie a little outside the square.
			const numbers = d.match(/-?\d+(\.\d+)?/g)!.map(Number);
			expect(Math.min(...numbers), name).toBeGreaterThanOrEqual(-3);
			expect(Math.max(...numbers), name).toBeLessThanOrEqual(27);
		}
	});

	it('has what a workshop looks for', () => {
		for (const word of ['repair', 'money', 'time', 'idea', 'bicycle', 'heart', 'question']) {
			expect(findDrawn(word, 5).length, word).toBeGreaterThan(0);
		}
		expect(findDrawn('party', 40).some(({ solid }) => solid)).toBe(true);
		expect(findDrawn('', 84)).toHaveLength(84);
	});
});
