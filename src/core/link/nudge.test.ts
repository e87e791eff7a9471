/** Keeping many lines apart: in pieces, again and again, and with nothing changed of what was given. */
import { describe, expect, it } from 'vitest';
import { nudge, Nudging } from './nudge';
import { isSimple, simplify, type Path } from './polyline';
import type { RoutedPath } from './segments';

const none = () => [];
const boxAt = (x: number, y: number) => ({ x: x - 20, y: y - 20, w: 40, h: 40 });

/** A path with two corners: level, upright at `at`, level. */
const bent = (id: string, from: [number, number], to: [number, number], at: number): RoutedPath => ({
	id,
	path: [
		{ x: from[0], y: from[1] },
		{ x: at, y: from[1] },
		{ x: at, y: to[1] },
		{ x: to[0], y: to[1] },
	],
	from: boxAt(...from),
	to: boxAt(...to),
});

/** Pairs of paths whose upright segments run on top of each other, each pair far from the next. */
const pairs = (count: number): RoutedPath[] =>
	Array.from({ length: count }, (_, i): RoutedPath[] => {
		const [x, y] = [(i % 40) * 1000, Math.floor(i / 40) * 1000];
		return [
			bent(`${i}a`, [x, y], [x + 400, y + 300], x + 200),
			bent(`${i}b`, [x, y + 60], [x + 400, y + 240], x + 200),
		];
	}).flat();

/** How far apart the upright segments of the two paths of each pair are. */
const gaps = (paths: Path[]): number[] =>
	paths.flatMap((path, i) => (i % 2 === 0 ? Math.abs(path[1]!.x - paths[i + 1]![1]!.x) : []));

describe('many lines', () => {
	it('are all kept apart, also where there are more than fit into the tables at first', () => {
		const routes = pairs(900);
		expect(new Set(gaps(routes.map(({ path }) => path)))).toEqual(new Set([0]));
		expect(new Set(gaps(nudge(routes, none)))).toEqual(new Set([12]));
	});

	it('come out the same in small pieces, and while others are being kept apart', () => {
		const routes = pairs(300);
		const slow = new Nudging(routes, none);
		let pieces = 1;
		while (!slow.run(() => true)) {
			pieces++;
			if (pieces % 50 === 0) nudge(pairs(20), none);
		}
		expect(pieces).toBeGreaterThan(300);
		expect(slow.paths).toEqual(nudge(routes, none));
	});

	it('leave what was given as it is, and give back what need not be moved', () => {
		const alone = bent('alone', [-900, -900], [-500, -700], -700);
		const routes = [...pairs(5), alone];
		const before = structuredClone(routes);
		const paths = nudge(routes, none);
		expect(routes).toEqual(before);
		expect(paths.at(-1)).toBe(alone.path);
		expect(paths[0]).not.toEqual(routes[0]!.path);
	});

	it('hold also on the far side of the origin', () => {
		const moved = pairs(20).map(({ path, from, to, ...rest }) => ({
			...rest,
			path: path.map(({ x, y }) => ({ x: x - 90_000, y: y - 90_000 })),
			from: { ...from!, x: from!.x - 90_000, y: from!.y - 90_000 },
			to: { ...to!, x: to!.x - 90_000, y: to!.y - 90_000 },
		}));
		expect(new Set(gaps(nudge(moved, none)))).toEqual(new Set([12]));
	});
});

describe('a path with nothing to be dropped', () => {
	const path = (...points: [number, number][]): Path => points.map(([x, y]) => ({ x, y }));
	it.each([
		[path([0, 0], [50, 0], [50, 80], [90, 80])],
		[path([0, 0], [50, 0], [50, 0], [50, 80])],
		[path([0, 0], [20, 0], [50, 0], [50, 80])],
		[path([0, 0], [0, 30], [0, 10], [40, 10])],
		[path([0, 0], [9, 0])],
		[path([0, 0], [0, 0])],
	])('is known without dropping anything: %j', (path) => {
		expect(isSimple(path)).toBe(simplify(path).length === path.length);
	});
});
