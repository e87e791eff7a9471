/** Cutting a set in many ways, and what all of them agree on. */
import { describe, expect, it } from 'vitest';
import { randomFrom } from '../rehearsal/random';
import { consensusOf, kMeans, principalCoordinates } from './consensus';
import { Likeness } from './likeness';

/** Groups of points on a plane with some noise, and how alike they are. */
function groups(count: number, each: number, seed: number, noise = 0.2) {
	const random = randomFrom(seed);
	const points = Array.from({ length: count * each }, (_, i) => {
		const angle = ((i % count) / count) * 2 * Math.PI;
		return [Math.cos(angle) + noise * (random() - 0.5), Math.sin(angle) + noise * (random() - 0.5)] as const;
	});
	const likeness = new Likeness(points.length);
	points.forEach(([x, y], i) => points.forEach(([u, v], j) => likeness.set(i, j, x * u + y * v)));
	return { points, likeness };
}

const mean = (values: readonly number[]): number =>
	values.reduce((sum, value) => sum + value, 0) / values.length;

describe('principal coordinates', () => {
	it('keep the distances of points on a plane', () => {
		const { points, likeness } = groups(5, 6, 3, 1);
		const { size, values } = principalCoordinates(likeness, 2);
		const far = (i: number, j: number): number =>
			Math.hypot(values[i * size]! - values[j * size]!, values[i * size + 1]! - values[j * size + 1]!);
		for (let i = 0; i < points.length; i++)
			for (let j = 0; j < i; j++)
				expect(far(i, j)).toBeCloseTo(
					Math.hypot(points[i]![0] - points[j]![0], points[i]![1] - points[j]![1]),
					2,
				);
	});
});

describe('k-means', () => {
	it('finds groups that lie apart', () => {
		const { likeness } = groups(4, 8, 1);
		const labels = kMeans(principalCoordinates(likeness, 2), 4, randomFrom(5));
		for (let i = 0; i < labels.length; i++)
			for (let j = 0; j < i; j++) expect(labels[i] === labels[j]).toBe(i % 4 === j % 4);
	});
});

describe('consensus', () => {
	it('is high within groups and low between, the same each time, and whole', () => {
		const { likeness } = groups(6, 7, 2);
		const together = consensusOf(likeness);
		for (let i = 0; i < together.size; i++) {
			expect(together.get(i, i)).toBeCloseTo(1);
			const within: number[] = [];
			const between: number[] = [];
			for (let j = 0; j < together.size; j++) {
				expect(together.get(i, j)).toBe(together.get(j, i));
				if (j !== i) (i % 6 === j % 6 ? within : between).push(together.get(i, j));
			}
			expect(mean(within)).toBeGreaterThan(2 * mean(between));
		}
		expect(consensusOf(likeness).values).toEqual(together.values);
	});

	it('takes notes that are all alike, and two notes', () => {
		const alike = new Likeness(20);
		alike.values.fill(1);
		expect(consensusOf(alike).get(3, 9)).toBeCloseTo(1);
		const two = new Likeness(2);
		two.set(0, 0, 1);
		two.set(1, 1, 1);
		expect(consensusOf(two).get(0, 0)).toBeCloseTo(1);
	});
});
