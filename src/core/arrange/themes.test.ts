import { describe, expect, it } from 'vitest';
import { holdsBox, overlaps } from '../geometry/box';
import { placeThemes, type ThemeToPlace } from './themes';

const theme = (name: string, sizes: [number, number][]): ThemeToPlace => ({
	name,
	notes: sizes.map(([w, h], i) => ({ id: `${name}${i}`, w, h })),
});

describe('laying out themes', () => {
	const themes = [
		theme(
			'a',
			Array.from({ length: 9 }, (): [number, number] => [160, 96]),
		),
		theme('b', [
			[300, 200],
			[80, 60],
			[160, 96],
		]),
		theme('c', [[160, 96]]),
		theme(
			'd',
			Array.from({ length: 5 }, (_, i): [number, number] => [100 + i * 30, 90 + i * 20]),
		),
	];

	it('overlaps neither notes nor blocks, whatever their sizes', () => {
		const placed = placeThemes(themes, { x: 50, y: 80, width: 900 }, []);
		const sizes = new Map(themes.flatMap((each) => each.notes.map((note) => [note.id, note] as const)));
		const notes = placed.flatMap((each) =>
			each.notes.map(({ id, x, y }) => ({
				block: each.box,
				box: { x, y, w: sizes.get(id)!.w, h: sizes.get(id)!.h },
			})),
		);
		expect(notes).toHaveLength(18);
		for (const [i, a] of notes.entries()) {
			expect(holdsBox(a.block, a.box)).toBe(true);
			for (const b of notes.slice(i + 1)) expect(overlaps(a.box, b.box)).toBe(false);
		}
		for (const [i, a] of placed.entries())
			for (const b of placed.slice(i + 1)) expect(overlaps(a.box, b.box)).toBe(false);
	});

	it('goes below what is there already', () => {
		const taken = [
			{ x: 0, y: 0, w: 400, h: 500 },
			{ x: 600, y: 700, w: 300, h: 300 },
		];
		const placed = placeThemes(themes, { x: 50, y: 80, width: 900 }, taken);
		for (const { box } of placed) for (const other of taken) expect(overlaps(box, other)).toBe(false);
	});

	it('does nothing with nothing', () => {
		expect(placeThemes([], { x: 0, y: 0, width: 100 }, [{ x: 0, y: 0, w: 5, h: 5 }])).toEqual([]);
	});
});
