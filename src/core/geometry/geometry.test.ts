import { describe, expect, it } from 'vitest';
import { boundsOf, distanceToSegment, overlaps, unionOf, type Box } from './box';
import { freePlace } from './free-place';
import { carry, handlePoint, resize } from './resize';
import { fitBox, pan, reveal, seen, shrinkBox, toBoard, toScreen, zoomAt } from './view';

describe('boxes', () => {
	it('bounds a box that is turned by a right angle', () => {
		const bounds = boundsOf({ x: 0, y: 0, w: 100, h: 40, angle: 90 });
		expect(bounds.x).toBeCloseTo(30);
		expect(bounds.y).toBeCloseTo(-30);
		expect(bounds.w).toBeCloseTo(40);
		expect(bounds.h).toBeCloseTo(100);
	});

	it('does not count touching edges as overlap', () => {
		expect(overlaps({ x: 0, y: 0, w: 10, h: 10 }, { x: 10, y: 0, w: 10, h: 10 })).toBe(false);
		expect(overlaps({ x: 0, y: 0, w: 10, h: 10 }, { x: 9, y: 9, w: 10, h: 10 })).toBe(true);
	});

	it('has no union for nothing', () => {
		expect(unionOf([])).toBeUndefined();
	});

	it('measures the distance to the ends of a segment beyond them', () => {
		expect(distanceToSegment({ x: -3, y: 4 }, { x: 0, y: 0 }, { x: 10, y: 0 })).toBe(5);
		expect(distanceToSegment({ x: 5, y: 4 }, { x: 0, y: 0 }, { x: 10, y: 0 })).toBe(4);
	});
});

describe('free places', () => {
	const room: Box = { x: 100, y: 50, w: 520, h: 330 };
	const size = { w: 160, h: 96 };
	const gap = 14;

	it('fills an empty room in reading order without any overlap, then goes below it', () => {
		const taken: Box[] = [];
		const places = Array.from({ length: 14 }, () => {
			const place = freePlace({ room, size, taken, gap });
			taken.push({ ...place, ...size });
			return place;
		});
		for (const [i, a] of taken.entries()) {
			for (const b of taken.slice(i + 1)) {
				expect(
					overlaps({ x: a.x - gap / 2, y: a.y - gap / 2, w: a.w + gap - 0.01, h: a.h + gap - 0.01 }, b),
				).toBe(false);
			}
		}
		const order = places.map(({ x, y }) => y * 10_000 + x);
		expect(order).toEqual([...order].sort((a, b) => a - b));
		expect(places.filter((place) => place.inside)).toHaveLength(9);
		expect(places.every((place) => place.x >= room.x && place.x + size.w <= room.x + room.w)).toBe(true);
	});

	it('takes a gap that is left between others before it goes on', () => {
		const taken = [0, 2].map((column) => ({ x: 100 + column * 174, y: 50, ...size }));
		expect(freePlace({ room, size, taken, gap })).toEqual({ x: 274, y: 50, inside: true });
	});

	it('finds room beside notes that stand off the grid', () => {
		const taken = [{ x: 130, y: 60, w: 200, h: 290 }];
		const place = freePlace({ room: { ...room, w: 420 }, size, taken, gap });
		expect(place.inside).toBe(true);
		expect(overlaps({ ...place, ...size }, taken[0]!)).toBe(false);
	});

	it('gives a place even when the note is wider than the room', () => {
		const place = freePlace({ room: { x: 0, y: 0, w: 50, h: 50 }, size, taken: [], gap });
		expect(place).toEqual({ x: 0, y: 0, inside: false });
	});
});

describe('views', () => {
	const size = { w: 1000, h: 600 };
	const view = { x: 40, y: -20, scale: 0.5 };

	it('keeps the point under the pointer when zooming', () => {
		const at = { x: 300, y: 200 };
		const before = toBoard(view, at);
		const after = toBoard(zoomAt(view, at, 3), at);
		expect(after.x).toBeCloseTo(before.x);
		expect(after.y).toBeCloseTo(before.y);
	});

	it('goes back and forth between screen and board', () => {
		const p = toScreen(view, toBoard(view, { x: 123, y: 45 }));
		expect(p.x).toBeCloseTo(123);
		expect(p.y).toBeCloseTo(45);
	});

	it('pans by pixels whatever the zoom', () => {
		expect(pan(view, 10, 0).x).toBe(20);
	});

	it('fits a box whole and centred', () => {
		const fitted = fitBox({ x: 0, y: 0, w: 4000, h: 1000 }, size);
		const part = seen(fitted, size);
		expect(part.x).toBeLessThan(0);
		expect(part.x + part.w).toBeGreaterThan(4000);
		expect(part.x + part.w / 2).toBeCloseTo(2000);
	});

	it('shrinks a box into a small picture, however large it is, where a person could not zoom out as far', () => {
		const box = { x: -2000, y: 500, w: 400_000, h: 90_000 };
		const small = { w: 192, h: 118 };
		const part = seen(shrinkBox(box, small, 8), small);
		expect(part.x).toBeLessThan(box.x);
		expect(part.x + part.w).toBeGreaterThan(box.x + box.w);
		expect(shrinkBox(box, small).scale * box.w).toBeCloseTo(small.w);
		expect(shrinkBox({ x: 0, y: 0, w: 10, h: 10 }, small, 8).scale).toBe(1);
		expect(fitBox(box, small).scale).toBe(0.02);
	});

	it('moves no further than needed to show a box, and not at all when it is seen', () => {
		expect(reveal(view, { x: 500, y: 300, w: 100, h: 50 }, size)).toBe(view);
		const moved = reveal(view, { x: 3000, y: 300, w: 100, h: 50 }, size);
		expect(seen(moved, size).x + seen(moved, size).w).toBeCloseTo(3100 + 80);
		expect(moved.y).toBe(view.y);
	});
});

describe('resizing', () => {
	const box = { x: 10, y: 10, w: 100, h: 50 };

	it('keeps the opposite side where it is', () => {
		expect(resize(box, 'w', -30, 0, { w: 10, h: 10 })).toEqual({ x: -20, y: 10, w: 130, h: 50 });
		expect(resize(box, 'n', 0, 500, { w: 10, h: 10 })).toEqual({ x: 10, y: 50, w: 100, h: 10 });
	});

	it('keeps proportions at a corner when asked', () => {
		const bigger = resize(box, 'se', 100, 0, { w: 10, h: 10 }, true);
		expect(bigger.w / bigger.h).toBeCloseTo(2);
	});

	it('carries what lies in a box along with it', () => {
		expect(carry({ x: 60, y: 10, w: 50, h: 50 }, box, { x: 10, y: 10, w: 200, h: 100 })).toEqual({
			x: 110,
			y: 10,
			w: 100,
			h: 100,
		});
	});

	it('turns handles with their box', () => {
		const p = handlePoint({ x: 0, y: 0, w: 100, h: 100, angle: 90 }, 'n');
		expect(p.x).toBeCloseTo(100);
		expect(p.y).toBeCloseTo(50);
	});
});
