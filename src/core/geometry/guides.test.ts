import { describe, expect, it } from 'vitest';
import { align, distribute, EDGES, readingRows, tidyRows } from '../arrange/align';
import { randomFrom } from '../board/generate';
import { overlaps, unionOf, type Box } from './box';
import { snapMove, snapSize } from './guides';
import { holdsPolygonPoint } from './polygon';

const box = (x: number, y: number, w = 100, h = 60): Box => ({ x, y, w, h });

describe('guides', () => {
	it('bring edges and centres into line, and say where', () => {
		const snap = snapMove(box(203, 300), [box(200, 0)], 6);
		expect(snap).toMatchObject({ dx: -3, dy: 0 });
		expect(snap.guides.filter(({ axis }) => axis === 'x').map(({ at }) => at)).toEqual([200, 250, 300]);
		expect(snapMove(box(240, 300, 20), [box(200, 0)], 6).dx).toBe(0);
		expect(snapMove(box(210, 300), [box(200, 0)], 6).guides).toEqual([]);
	});

	it('make gaps equal between two, and go on in even steps', () => {
		const middle = snapMove(box(203, 7), [box(0, 0), box(400, 0)], 8);
		expect(middle.dx).toBe(-3);
		expect(middle.guides.some(({ is }) => is === 'gap')).toBe(true);
		// 40 between the first two: the third one comes to stand 40 further on.
		expect(snapMove(box(284, 9), [box(0, 0), box(140, 0)], 6).dx).toBe(-4);
	});

	it('never move farther than they reach', () => {
		const random = randomFrom(5);
		for (let i = 0; i < 300; i++) {
			const others = Array.from({ length: 8 }, () =>
				box(random() * 800, random() * 600, 20 + random() * 200, 20 + random() * 100),
			);
			const { dx, dy } = snapMove(box(random() * 800, random() * 600), others, 7);
			expect(Math.max(Math.abs(dx), Math.abs(dy))).toBeLessThanOrEqual(7);
		}
	});

	it('take over sizes of others', () => {
		expect(snapSize({ w: 97, h: 300 }, [box(0, 0), box(0, 0, 200, 10)], 5)).toMatchObject({ w: 100, h: 300 });
	});
});

describe('lining up', () => {
	const items = [
		{ id: 'a', box: box(0, 0) },
		{ id: 'b', box: box(130, 50, 60, 20) },
		{ id: 'c', box: box(420, 10, 40, 40) },
	];

	it('shares an edge or a middle', () => {
		for (const edge of EDGES) {
			const moves = align(items, edge);
			const values = items.map(({ id, box: b }) => {
				const { x, y } = moves.get(id)!;
				return { left: x, centre: x + b.w / 2, right: x + b.w, top: y, middle: y + b.h / 2, bottom: y + b.h }[
					edge
				];
			});
			expect(new Set(values).size, edge).toBe(1);
		}
	});

	it('makes gaps even and leaves the outer ones', () => {
		const moves = distribute(items, 'x');
		expect(moves.get('a')!.x).toBe(0);
		expect(moves.get('c')!.x).toBe(420);
		expect(moves.get('b')!.x - 100).toBe(420 - (moves.get('b')!.x + 60));
		expect(distribute(items.slice(0, 2), 'x').size).toBe(0);
	});

	it('tidies a heap into rows without overlap, in reading order', () => {
		const random = randomFrom(12);
		for (let round = 0; round < 40; round++) {
			const heap = Array.from({ length: 3 + Math.floor(random() * 20) }, (_, i) => ({
				id: `n${i}`,
				box: box(random() * 300, random() * 300, 60 + random() * 120, 40 + random() * 80),
			}));
			const moves = tidyRows(heap);
			const placed = heap.map(({ id, box: b }) => ({ id, box: { ...b, ...moves.get(id)! } }));
			for (const [i, a] of placed.entries())
				for (const b of placed.slice(i + 1)) expect(overlaps(a.box, b.box)).toBe(false);
			const round_ = unionOf(heap.map((item) => item.box))!;
			expect(unionOf(placed.map((item) => item.box))).toMatchObject({ x: round_.x, y: round_.y });
			// Tidying again changes nothing.
			const again = tidyRows(placed);
			for (const item of placed) expect(again.get(item.id)).toEqual({ x: item.box.x, y: item.box.y });
		}
	});

	it('reads rows from the left', () => {
		const rows = readingRows([
			{ id: 'second', box: box(200, 5) },
			{ id: 'below', box: box(0, 200) },
			{ id: 'first', box: box(0, 0) },
		]);
		expect(rows.map((row) => row.map(({ id }) => id))).toEqual([['first', 'second'], ['below']]);
	});
});

describe('a lasso', () => {
	it('holds what lies inside its bend only', () => {
		const bend = [
			{ x: 0, y: 0 },
			{ x: 100, y: 0 },
			{ x: 100, y: 100 },
			{ x: 60, y: 100 },
			{ x: 60, y: 30 },
			{ x: 0, y: 30 },
		];
		expect(holdsPolygonPoint(bend, { x: 80, y: 80 })).toBe(true);
		expect(holdsPolygonPoint(bend, { x: 30, y: 80 })).toBe(false);
	});
});
