import { describe, expect, it } from 'vitest';
import { edgeTowards, inOutline } from '../board/kinds/outline';
import type { Box } from '../geometry/box';
import { crosses, distanceToPath, middleOf, rightAngled, simplify } from './route';

/** A small generator with a seed, so that every run tries the same places. */
function seeded(seed: number): () => number {
	return () => {
		seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0;
		return seed / 2 ** 32;
	};
}
const box = (x: number, y: number, w = 160, h = 80): Box => ({ x, y, w, h });

describe('right-angled paths', () => {
	it('goes straight across when objects stand level', () => {
		expect(rightAngled({ box: box(0, 0) }, { box: box(400, 0) })).toEqual([
			{ x: 160, y: 40 },
			{ x: 400, y: 40 },
		]);
	});

	it('takes a single bend round a corner', () => {
		const path = rightAngled({ box: box(0, 0) }, { box: box(500, 400) });
		expect(path).toHaveLength(3);
	});

	it('never runs through what it ties, wherever that stands', () => {
		const random = seeded(7);
		for (let i = 0; i < 400; i++) {
			const from = box(0, 0, 60 + random() * 200, 40 + random() * 160);
			const to = box(random() * 1200 - 600, random() * 1200 - 600, 60 + random() * 200, 40 + random() * 160);
			const apart = to.x > from.w + 60 || to.x + to.w < -60 || to.y > from.h + 60 || to.y + to.h < -60;
			if (!apart) continue;
			const path = rightAngled({ box: from }, { box: to });
			for (let k = 1; k < path.length; k++) {
				const [a, b] = [path[k - 1]!, path[k]!];
				expect(a.x === b.x || a.y === b.y || Math.abs(a.x - b.x) < 0.01 || Math.abs(a.y - b.y) < 0.01).toBe(
					true,
				);
				expect(crosses(a, b, from) || crosses(a, b, to)).toBe(false);
			}
		}
	});

	it('ties a loose end to its very point', () => {
		const path = rightAngled({ box: { x: 300, y: 300, w: 0, h: 0 } }, { box: box(0, 0) });
		expect(path[0]).toEqual({ x: 300, y: 300 });
	});
});

describe('paths', () => {
	const bent = [
		{ x: 0, y: 0 },
		{ x: 100, y: 0 },
		{ x: 100, y: 50 },
	];

	it('drops points in the middle of a straight run', () => {
		expect(simplify([{ x: 0, y: 0 }, { x: 50, y: 0 }, ...bent.slice(1)])).toEqual(bent);
	});

	it('finds the middle by length', () => {
		expect(middleOf(bent)).toEqual({ at: { x: 75, y: 0 }, level: true });
	});

	it('measures the distance to the nearest stretch', () => {
		expect(distanceToPath({ x: 90, y: 30 }, bent)).toBe(10);
	});
});

describe('outlines', () => {
	const turned = { x: 0, y: 0, w: 100, h: 60, angle: 0 };

	it('ends straight lines at the edge of each outline', () => {
		const to = { x: 500, y: 30 };
		expect(edgeTowards('box', turned, to)).toEqual({ x: 100, y: 30 });
		expect(edgeTowards('ellipse', turned, to).x).toBeCloseTo(100);
		const diagonal = { x: 150, y: 130 };
		expect(edgeTowards('diamond', turned, diagonal).x).toBeLessThan(edgeTowards('box', turned, diagonal).x);
	});

	it('leaves the corners of round and pointed outlines out', () => {
		const corner = { x: 4, y: 4 };
		expect(inOutline('box', turned, corner, 0)).toBe(true);
		expect(inOutline('ellipse', turned, corner, 0)).toBe(false);
		expect(inOutline('diamond', turned, corner, 0)).toBe(false);
	});

	it('turns with the object', () => {
		expect(inOutline('box', { ...turned, angle: 90 }, { x: 50, y: -15 }, 0)).toBe(true);
		expect(inOutline('box', { ...turned, angle: 90 }, { x: 5, y: 30 }, 0)).toBe(false);
	});
});
