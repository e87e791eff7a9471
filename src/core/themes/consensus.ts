/**
 * How often two notes come to lie together when a set is cut in many ways: groups that every way of
 * cutting agrees on stand out, accidents of one way do not (evidence accumulation: A. Fred,
 * A. K. Jain, "Combining multiple clusterings using evidence accumulation", 2005). Each way is
 * k-means (seeded as by D. Arthur, S. Vassilvitskii, "k-means++", 2007) on as many principal
 * coordinates (J. Gower, 1966) as it looks for groups.
 */
import { randomFrom, type Random } from '../rehearsal/random';
import { Likeness } from './likeness';

/** Ways of cutting, of many notes fewer; starts of each, and rounds of a start at most. */
const WAYS = { few: 60, many: 24 };
const MANY = 400;
const STARTS = 2;
const ROUNDS = 20;
/** Groups that are looked for: the numbers that a team uses, about. */
const GROUPS = { least: 4, most: 10 };
/** Coordinates at most, and rounds until they are near enough. */
const MAX_COORDINATES = GROUPS.most + 1;
const ITERATIONS = 24;

/** Points as rows, one after the other. */
interface Points {
	count: number;
	size: number;
	values: Float64Array;
}

/**
 * Likeness of pairs by how often they lie together, 0 to 1. The same input gives the same result.
 */
export function consensusOf(likeness: Likeness): Likeness {
	const n = likeness.size;
	const coordinates = principalCoordinates(likeness, Math.min(MAX_COORDINATES, n - 1));
	const together = new Likeness(n);
	const ways = n > MANY ? WAYS.many : WAYS.few;
	for (let way = 0; way < ways; way++) {
		const groups = GROUPS.least + (way % (GROUPS.most - GROUPS.least + 1));
		const size = Math.min(coordinates.size, Math.max(2, groups - 1 + (way % 3)));
		const labels = kMeans(firstOf(coordinates, size), Math.min(groups, n), randomFrom(way * 77 + 1));
		countTogether(labels, together.values, 1 / ways);
	}
	for (let i = 0; i < n; i++) for (let j = 0; j < i; j++) together.set(i, j, together.get(i, j));
	return together;
}

/** Adds to each pair with the same label, below the diagonal and on it. */
function countTogether(labels: Int32Array, sums: Float64Array, share: number): void {
	const n = labels.length;
	for (let i = 0; i < n; i++) {
		const label = labels[i];
		const row = i * n;
		for (let j = 0; j <= i; j++) if (labels[j] === label) sums[row + j]! += share;
	}
}

/** The first coordinates of points. */
function firstOf({ count, size, values }: Points, wanted: number): Points {
	const first = new Float64Array(count * wanted);
	for (let i = 0; i < count; i++) first.set(values.subarray(i * size, i * size + wanted), i * wanted);
	return { count, size: wanted, values: first };
}

/**
 * Points whose distances show unlikeness as well as so many coordinates can: the largest
 * eigenvectors of the likeness with its means taken away, by orthogonal iteration.
 */
export function principalCoordinates(likeness: Likeness, size: number): Points {
	const n = likeness.size;
	const centred = withoutMeans(likeness);
	const random = randomFrom(1);
	let basis: Float64Array[] = Array.from({ length: size }, () =>
		Float64Array.from({ length: n }, () => random() - 0.5),
	);
	orthonormalise(basis);
	for (let round = 0; round < ITERATIONS; round++) {
		basis = basis.map((vector) => times(centred, vector));
		orthonormalise(basis);
	}
	const values = new Float64Array(n * size);
	basis.forEach((vector, k) => {
		const image = times(centred, vector);
		let value = 0;
		for (let i = 0; i < n; i++) value += image[i]! * vector[i]!;
		const scale = Math.sqrt(Math.max(0, value));
		for (let i = 0; i < n; i++) values[i * size + k] = vector[i]! * scale;
	});
	return { count: n, size, values };
}

/** The matrix of likenesses with the means of its rows and columns taken away. */
function withoutMeans({ size: n, values }: Likeness): Float64Array {
	const means = new Float64Array(n);
	let total = 0;
	for (let i = 0; i < n; i++) {
		for (let j = 0; j < n; j++) means[i]! += values[i * n + j]! / n;
		total += means[i]! / n;
	}
	const out = new Float64Array(n * n);
	for (let i = 0; i < n; i++)
		for (let j = 0; j < n; j++) out[i * n + j] = values[i * n + j]! - means[i]! - means[j]! + total;
	return out;
}

function times(matrix: Float64Array, vector: Float64Array): Float64Array {
	const n = vector.length;
	const out = new Float64Array(n);
	for (let i = 0; i < n; i++) {
		let sum = 0;
		for (let j = 0, at = i * n; j < n; j++) sum += matrix[at + j]! * vector[j]!;
		out[i] = sum;
	}
	return out;
}

/** Makes vectors of length 1 at right angles to each other (Gram and Schmidt, modified). */
function orthonormalise(basis: readonly Float64Array[]): void {
	basis.forEach((vector, k) => {
		for (const other of basis.slice(0, k)) {
			let along = 0;
			for (let i = 0; i < vector.length; i++) along += vector[i]! * other[i]!;
			for (let i = 0; i < vector.length; i++) vector[i]! -= along * other[i]!;
		}
		let length2 = 0;
		for (const value of vector) length2 += value * value;
		const length = Math.sqrt(length2) || 1;
		for (let i = 0; i < vector.length; i++) vector[i]! /= length;
	});
}

/** The better of a few starts: the group of each point. */
export function kMeans(points: Points, groups: number, random: Random, starts = STARTS): Int32Array {
	let best: Int32Array = new Int32Array(points.count);
	let bestCost = Infinity;
	for (let start = 0; start < starts; start++) {
		const { labels, cost } = lloyd(points, seeds(points, groups, random));
		if (cost < bestCost) [best, bestCost] = [labels, cost];
	}
	return best;
}

/** Square of the distance of a point from a centre: `at` and `to` are where they begin. */
function distance2(
	values: Float64Array,
	at: number,
	centres: Float64Array,
	to: number,
	size: number,
): number {
	let sum = 0;
	for (let k = 0; k < size; k++) {
		const d = values[at + k]! - centres[to + k]!;
		sum += d * d;
	}
	return sum;
}

/** Centres to begin with: far from each other rather than not, by chance. */
function seeds(points: Points, groups: number, random: Random): Float64Array {
	const { count, size, values } = points;
	const centres = new Float64Array(groups * size);
	const nearest = new Float64Array(count).fill(Infinity);
	let next = Math.floor(random() * count);
	for (let c = 0; c < groups; c++) {
		centres.set(values.subarray(next * size, (next + 1) * size), c * size);
		let total = 0;
		for (let i = 0; i < count; i++) {
			nearest[i] = Math.min(nearest[i]!, distance2(values, i * size, centres, c * size, size));
			total += nearest[i]!;
		}
		let left = random() * total;
		next = 0;
		while (next < count - 1 && (left -= nearest[next]!) > 0) next++;
	}
	return centres;
}

/**
 * Moves centres to the middle of what is nearest to them until nothing changes (S. Lloyd, 1982).
 */
function lloyd(points: Points, centres: Float64Array): { labels: Int32Array; cost: number } {
	const { count, size, values } = points;
	const groups = centres.length / size;
	const labels = new Int32Array(count).fill(-1);
	let cost = 0;
	for (let round = 0; round < ROUNDS; round++) {
		let isSame = true;
		cost = 0;
		for (let i = 0; i < count; i++) {
			let best = 0;
			let near = Infinity;
			for (let c = 0; c < groups; c++) {
				const far = distance2(values, i * size, centres, c * size, size);
				if (far >= near) continue;
				best = c;
				near = far;
			}
			if (labels[i] !== best) isSame = false;
			labels[i] = best;
			cost += near;
		}
		if (isSame) break;
		const sums = new Float64Array(centres.length);
		const counts = new Int32Array(groups);
		for (let i = 0; i < count; i++) {
			const c = labels[i]!;
			counts[c]!++;
			for (let k = 0; k < size; k++) sums[c * size + k]! += values[i * size + k]!;
		}
		for (let c = 0; c < groups; c++)
			if (counts[c]! > 0)
				for (let k = 0; k < size; k++) centres[c * size + k] = sums[c * size + k]! / counts[c]!;
	}
	return { labels, cost };
}
