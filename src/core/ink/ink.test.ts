import { describe, expect, it } from 'vitest';
import { distance, distanceToSegment } from '../geometry/box';
import { randomFrom } from '../board/generate';
import { erase } from './erase';
import { alongEdge, onEdge, settleAngle, sideNear } from './straight-edge';
import { NIBS, outlineOfStroke, thinOut, type InkPoint } from './stroke';

const ink = (...points: [number, number][]): InkPoint[] => points.map(([x, y]) => ({ x, y, p: 0.5 }));
const wander = (random: () => number, count: number): InkPoint[] => {
	let [x, y] = [0, 0];
	return Array.from({ length: count }, () => ({
		x: (x += random() * 24 - 10),
		y: (y += random() * 24 - 12),
		p: random(),
	}));
};
const lengthOf = (points: readonly InkPoint[]): number =>
	points.reduce((sum, p, i) => sum + (i === 0 ? 0 : distance(points[i - 1]!, p)), 0);

describe('thinning out', () => {
	it('keeps the ends, and leaves no point farther off than the tolerance', () => {
		const random = randomFrom(3);
		for (let round = 0; round < 30; round++) {
			const points = wander(random, 120);
			const thin = thinOut(points, 2);
			expect(thin[0]).toEqual(points[0]);
			expect(thin.at(-1)).toEqual(points.at(-1));
			for (const p of points) {
				const off = Math.min(...thin.slice(1).map((b, i) => distanceToSegment(p, thin[i]!, b)));
				expect(off).toBeLessThanOrEqual(2 + 1e-9);
			}
		}
		expect(thinOut(ink([0, 0], [50, 0], [100, 0]), 0.5)).toHaveLength(2);
	});
});

describe('the outline of a stroke', () => {
	it('surrounds its points with every nib, and a tap leaves a dot', () => {
		for (const nib of NIBS) {
			const outline = outlineOfStroke(ink([0, 0], [60, 10], [120, 0]), nib, 8);
			const xs = outline.map(([x]) => x);
			expect(Math.min(...xs)).toBeLessThan(8);
			expect(Math.max(...xs)).toBeGreaterThan(100);
			expect(outlineOfStroke(ink([5, 5]), nib, 8).length).toBeGreaterThan(3);
		}
	});
});

describe('erasing', () => {
	it('splits a stroke in two where it is crossed', () => {
		const pieces = erase(ink([0, 0], [100, 0]), { x: 50, y: -20 }, { x: 50, y: 20 }, 5);
		expect(pieces).toHaveLength(2);
		expect(pieces[0]!.at(-1)!.x).toBeCloseTo(45, 3);
		expect(pieces[1]![0]!.x).toBeCloseTo(55, 3);
	});

	it('takes an end, or all, or nothing', () => {
		const line = ink([0, 0], [100, 0]);
		expect(erase(line, { x: 0, y: 0 }, { x: 0, y: 0 }, 10)).toHaveLength(1);
		expect(erase(line, { x: 0, y: 0 }, { x: 100, y: 0 }, 10)).toEqual([]);
		expect(erase(line, { x: 0, y: 40 }, { x: 100, y: 40 }, 10)).toEqual([line]);
		expect(erase(ink([3, 3]), { x: 0, y: 0 }, { x: 0, y: 0 }, 5)).toEqual([]);
	});

	it('leaves nothing under the eraser and everything else', () => {
		const random = randomFrom(8);
		for (let round = 0; round < 60; round++) {
			const points = wander(random, 60);
			const middle = points[20 + Math.floor(random() * 20)]!;
			const [from, to] = [
				{ x: middle.x - 30 * random(), y: middle.y - 30 * random() },
				{ x: middle.x + 30 * random(), y: middle.y + 30 * random() },
			];
			const radius = 6 + random() * 14;
			const pieces = erase(points, from, to, radius);
			let left = 0;
			for (const piece of pieces) {
				left += lengthOf(piece);
				for (const p of piece) expect(distanceToSegment(p, from, to)).toBeGreaterThanOrEqual(radius - 1e-3);
			}
			// What was outside before is still there: compared by sampling the whole stroke finely.
			let outside = 0;
			for (let i = 1; i < points.length; i++) {
				const [a, b] = [points[i - 1]!, points[i]!];
				const steps = 200;
				for (let s = 0; s < steps; s++) {
					const t = (s + 0.5) / steps;
					const p = { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t };
					if (distanceToSegment(p, from, to) > radius) outside += distance(a, b) / steps;
				}
			}
			expect(Math.abs(left - outside)).toBeLessThan(1.5 + outside * 0.01);
		}
	});
});

describe('the straight-edge', () => {
	const edge = { x: 100, y: 100, angle: 30, length: 400, breadth: 60 };

	it('holds a pen exactly on its side, whatever the angle', () => {
		for (const angle of [0, 30, 90, 217]) {
			const turned = { ...edge, angle };
			for (const p of [
				{ x: 50, y: 300 },
				{ x: 400, y: -20 },
			]) {
				const on = alongEdge(turned, 1, p, 2);
				expect(onEdge(turned, on).y).toBeCloseTo(32, 6);
				expect(Math.abs(onEdge(turned, on).x)).toBeLessThanOrEqual(200 + 1e-6);
			}
		}
	});

	it('takes hold only near a side', () => {
		const level = { ...edge, angle: 0 };
		expect(sideNear(level, { x: 120, y: 135 }, 20)).toBe(1);
		expect(sideNear(level, { x: 120, y: 62 }, 20)).toBe(-1);
		expect(sideNear(level, { x: 120, y: 300 }, 20)).toBeUndefined();
		expect(sideNear(level, { x: 900, y: 130 }, 20)).toBeUndefined();
	});

	it('settles on round angles nearby', () => {
		expect(settleAngle(44)).toBe(45);
		expect(settleAngle(50.4)).toBe(50);
		expect(settleAngle(-1)).toBe(0);
	});
});
