import { describe, expect, it } from 'vitest';
import { overlaps, type Box } from '../../geometry/box';
import { randomFrom } from '../generate';
import { SpatialIndex } from './spatial';

interface Thing {
	id: string;
	sheet: string;
	box: Box;
}

function things(count: number, seed = 7): Thing[] {
	const random = randomFrom(seed);
	return Array.from({ length: count }, (_, i) => ({
		id: `t${i}`,
		sheet: random() < 0.7 ? 'a' : 'b',
		box: { x: random() * 9000, y: random() * 9000, w: 20 + random() * 300, h: 20 + random() * 300 },
	}));
}

describe('the index of where things are', () => {
	it('finds what a box touches, put in one by one, many at a time, and moved', () => {
		const all = things(800);
		const index = new SpatialIndex();
		index.placeMany(all.slice(0, 500));
		for (const { id, sheet, box } of all.slice(500)) index.place(id, sheet, box);
		const moved = things(300, 8).map((thing) => ({ ...thing, sheet: 'a' }));
		index.placeMany(moved);
		const now = new Map([...all, ...moved].map((thing) => [thing.id, thing]));
		for (const box of things(20, 9).map((thing) => thing.box)) {
			const expected = [...now.values()]
				.filter((t) => t.sheet === 'a' && overlaps(t.box, box))
				.map(({ id }) => id);
			expect(index.touching('a', box).sort()).toEqual(expected.sort());
			expect(index.touchesMoreThan('a', box, expected.length)).toBe(false);
			if (expected.length > 0) expect(index.touchesMoreThan('a', box, expected.length - 1)).toBe(true);
		}
	});

	it('gives what is on a sheet from the top down, as far as it is taken', () => {
		const all = things(500);
		const index = new SpatialIndex();
		index.rebuild(all);
		const expected = all
			.filter(({ sheet }) => sheet === 'b')
			.sort((p, q) => p.box.y - q.box.y || p.box.x - q.box.x)
			.map(({ id }) => id);
		expect([...index.inOrder('b')]).toEqual(expected);
		const first: string[] = [];
		for (const id of index.inOrder('b')) if (first.push(id) >= 5) break;
		expect(first).toEqual(expected.slice(0, 5));
		expect([...index.inOrder('nowhere')]).toEqual([]);
	});

	it('forgets what is removed, and has no extent when nothing is left', () => {
		const index = new SpatialIndex();
		const [one, two] = things(2).map((thing) => ({ ...thing, sheet: 'a' })) as [Thing, Thing];
		index.rebuild([one, two]);
		index.remove(one.id);
		expect(index.extent('a')!.x).toBeCloseTo(two.box.x);
		expect(index.sheetOf(one.id)).toBeUndefined();
		index.remove(two.id);
		expect(index.extent('a')).toBeUndefined();
		expect([...index.inOrder('a')]).toEqual([]);
	});
});
