import { describe, expect, it } from 'vitest';
import { edgeTowards, inOutline } from '../board/kinds/outline';
import { holdsPoint, inflate, overlaps, unionOf, type Box, type Point } from '../geometry/box';
import { nudge } from './nudge';
import { routeAround } from './around';
import { curveBetween, curveThrough, flatten } from './curved';
import { formsBetween, plainestForm } from './forms';
import {
	besidePath,
	crosses,
	crossesAny,
	distanceToPath,
	isRightAngled,
	middleOf,
	simplify,
	type Path,
} from './polyline';
import { dragSegment, rightAngled, throughBends } from './right-angled';
import type { Anchor } from './sides';

/** A small generator with a seed, so that every run tries the same places. */
function seeded(seed: number): () => number {
	return () => {
		seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0;
		return seed / 2 ** 32;
	};
}
const DIAMOND = [
	[0.5, 0],
	[1, 0.5],
	[0.5, 1],
	[0, 0.5],
] as const;
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

	it('are found by looking at a few pairs of sides as by looking at all', () => {
		const random = seeded(11);
		const somewhere = (): Anchor => {
			const isPoint = random() < 0.15;
			// On a coarse grid, so that sides often stand level with each other.
			const at = (): number => Math.round(random() * 30 - 15) * 20;
			const size = (): number => (isPoint ? 0 : 40 + Math.round(random() * 5) * 40);
			return { box: { x: at(), y: at(), w: size(), h: size() } };
		};
		for (let i = 0; i < 1500; i++) {
			const [from, to] = [somewhere(), somewhere()];
			const first = formsBetween(from, to)[0];
			const found = plainestForm(from, to);
			expect(found?.path).toEqual(first?.path);
			expect(found?.cost).toBe(first?.cost);
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

	it('measures the distance to the nearest segment', () => {
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
		expect(edgeTowards(DIAMOND, turned, diagonal).x).toBeLessThan(edgeTowards('box', turned, diagonal).x);
	});

	it('leaves the corners of round and pointed outlines out', () => {
		const corner = { x: 4, y: 4 };
		expect(inOutline('box', turned, corner, 0)).toBe(true);
		expect(inOutline('ellipse', turned, corner, 0)).toBe(false);
		expect(inOutline(DIAMOND, turned, corner, 0)).toBe(false);
	});

	it('turns with the object', () => {
		expect(inOutline('box', { ...turned, angle: 90 }, { x: 50, y: -15 }, 0)).toBe(true);
		expect(inOutline('box', { ...turned, angle: 90 }, { x: 5, y: 30 }, 0)).toBe(false);
	});
});

/** Obstacles that neither overlap each other nor the ends. */
function scatter(random: () => number, count: number, ends: readonly Box[]): Box[] {
	const boxes: Box[] = [];
	for (let tries = 0; boxes.length < count && tries < count * 20; tries++) {
		const one = box(
			Math.round(random() * 1000),
			Math.round(random() * 800),
			Math.round(30 + random() * 160),
			Math.round(30 + random() * 120),
		);
		if ([...boxes, ...ends].every((each) => !overlaps(inflate(each, 1), one))) boxes.push(one);
	}
	return boxes;
}

/** Whether there is any right-angled way at all, by flooding a fine grid: slow, and independent of the router. */
function hasWay(from: Box, to: Box, obstacles: readonly Box[]): boolean {
	const step = 5;
	const all = unionOf([from, to, ...obstacles])!;
	const area = inflate(all, 3 * step);
	const [columns, rows] = [Math.ceil(area.w / step), Math.ceil(area.h / step)];
	const shut = [...obstacles, from, to];
	const isFree = (cx: number, cy: number): boolean => {
		const p = { x: area.x + cx * step, y: area.y + cy * step };
		return !shut.some((b) => p.x > b.x && p.x < b.x + b.w && p.y > b.y && p.y < b.y + b.h);
	};
	const cells = (b: Box): [number, number][] =>
		[
			{ x: b.x + b.w + 2, y: b.y + b.h / 2 },
			{ x: b.x - 2, y: b.y + b.h / 2 },
			{ x: b.x + b.w / 2, y: b.y + b.h + 2 },
			{ x: b.x + b.w / 2, y: b.y - 2 },
		]
			.filter((p) => !obstacles.some((o) => p.x >= o.x && p.x <= o.x + o.w && p.y >= o.y && p.y <= o.y + o.h))
			.map((p) => [Math.round((p.x - area.x) / step), Math.round((p.y - area.y) / step)]);
	const goals = new Set(cells(to).map(([x, y]) => y * columns + x));
	const seen = new Set<number>();
	const queue = cells(from).filter(([x, y]) => isFree(x, y));
	for (let at = queue.pop(); at; at = queue.pop()) {
		const [x, y] = at;
		const key = y * columns + x;
		if (seen.has(key)) continue;
		seen.add(key);
		if (goals.has(key)) return true;
		for (const [nx, ny] of [
			[x + 1, y],
			[x - 1, y],
			[x, y + 1],
			[x, y - 1],
		] as const) {
			if (nx >= 0 && ny >= 0 && nx < columns && ny < rows && isFree(nx, ny)) queue.push([nx, ny]);
		}
	}
	return false;
}

describe('paths round obstacles', () => {
	it('never run through one when there is a free way', () => {
		const random = seeded(11);
		let around = 0;
		for (let i = 0; i < 250; i++) {
			const from = box(Math.round(random() * 900), Math.round(random() * 700), 120, 70);
			const to = box(Math.round(random() * 900), Math.round(random() * 700), 140, 60);
			if (overlaps(inflate(from, 4), to)) continue;
			const obstacles = scatter(random, 4 + Math.floor(random() * 30), [from, to]);
			const path = rightAngled({ box: from }, { box: to }, obstacles);
			expect(isRightAngled(path)).toBe(true);
			if (crossesAny(path, obstacles)) expect(hasWay(from, to, obstacles), `case ${i}`).toBe(false);
			else {
				around++;
				expect(crossesAny(path, [from, to]), `its own ends, case ${i}`).toBe(false);
			}
		}
		expect(around).toBeGreaterThan(150);
	});

	it('leave a trap by its only opening', () => {
		const from = box(0, 0, 40, 40);
		const walls = [box(-60, -60, 160, 20), box(-60, 80, 160, 20), box(80, -60, 20, 160)];
		const to = box(300, 0, 40, 40);
		const path = routeAround({ box: from }, { box: to }, () => walls)!;
		expect(crossesAny(path, walls)).toBe(false);
		expect(path[0]).toEqual({ x: 0, y: 20 });
		expect(routeAround({ box: from }, { box: to }, () => [...walls, box(-80, -60, 40, 160)])).toBeUndefined();
	});

	it('look beyond the window when the way in it is shut', () => {
		const wall = box(200, -3000, 20, 6000);
		const path = rightAngled({ box: box(0, 0, 40, 40) }, { box: box(400, 0, 40, 40) }, [wall]);
		expect(crossesAny(path, [wall])).toBe(false);
	});

	it('keep off what they pass, where there is room', () => {
		const wall = box(250, -100, 60, 300);
		const path = rightAngled({ box: box(0, 0) }, { box: box(500, 0) }, [wall]);
		expect(crossesAny(path, [inflate(wall, 15)])).toBe(false);
	});
});

describe('bends set by hand', () => {
	const from = { box: box(0, 0) };
	const to = { box: box(600, 300) };

	it('stay where they are when an end moves', () => {
		const bends = [
			{ x: 350, y: 40 },
			{ x: 350, y: 340 },
		];
		const path = throughBends(from, to, bends);
		expect(path.slice(1, -1)).toEqual(bends);
		const moved = throughBends({ box: box(0, -100) }, to, bends);
		expect(isRightAngled(moved)).toBe(true);
		for (const bend of bends) expect(distanceToPath(bend, moved)).toBeLessThan(0.01);
	});

	it('come from dragging a segment, at the ends as well', () => {
		const path = rightAngled(from, to);
		path.slice(1).forEach((_, i) => {
			const dragged = dragSegment(path, i, { x: 420, y: 120 });
			const through = throughBends(from, to, dragged);
			expect(isRightAngled(through)).toBe(true);
			expect(through[0]).toEqual(path[0]);
			expect(through.at(-1)).toEqual(path.at(-1));
		});
	});
});

describe('paths side by side', () => {
	const none = (): Box[] => [];
	const segments = (paths: readonly Path[]): { a: Point; b: Point; of: number }[] =>
		paths.flatMap((path, of) => path.slice(1).map((b, i) => ({ a: path[i]!, b, of })));
	/** Length that two segments of different paths share on one line. */
	const sharedLength = (paths: readonly Path[]): number => {
		let total = 0;
		const all = segments(paths);
		for (const p of all)
			for (const q of all) {
				if (p.of >= q.of) continue;
				for (const [axis, along] of [
					['x', 'y'],
					['y', 'x'],
				] as const) {
					const level = [p.a, p.b, q.a, q.b].map((point) => point[axis]);
					if (Math.max(...level) - Math.min(...level) > 2) continue;
					const lo = Math.max(Math.min(p.a[along], p.b[along]), Math.min(q.a[along], q.b[along]));
					const hi = Math.min(Math.max(p.a[along], p.b[along]), Math.max(q.a[along], q.b[along]));
					total += Math.max(0, hi - lo);
				}
			}
		return total;
	};

	it('do not run on top of each other', () => {
		const hub = box(0, 300);
		const ends = [box(500, 0), box(500, 200), box(500, 400), box(500, 600)];
		const routes = ends.map((to, i) => ({
			id: `${i}`,
			path: rightAngled({ box: hub }, { box: to }),
			from: hub,
			to,
		}));
		expect(sharedLength(routes.map((route) => route.path))).toBeGreaterThan(100);
		const apart = nudge(routes, none);
		expect(sharedLength(apart)).toBe(0);
		for (const path of apart) expect(isRightAngled(path)).toBe(true);
	});

	it('stay right-angled, tied, and clear of obstacles, and do not depend on the order', () => {
		const random = seeded(23);
		for (let i = 0; i < 40; i++) {
			const objects = scatter(random, 14, []);
			const routes = Array.from({ length: 16 }, (_, k) => {
				const [a, b] = [Math.floor(random() * objects.length), Math.floor(random() * objects.length)];
				const [from, to] = [objects[a]!, objects[b === a ? (a + 1) % objects.length : b]!];
				const others = objects.filter((each) => each !== from && each !== to);
				return { id: `r${k}`, from, to, others, path: rightAngled({ box: from }, { box: to }, others) };
			});
			const near = (area: Box): Box[] => objects.filter((each) => overlaps(each, area));
			const apart = nudge(routes, near);
			const before = sharedLength(routes.map((route) => route.path));
			expect(sharedLength(apart)).toBeLessThanOrEqual(before + 1);
			apart.forEach((path, k) => {
				const { from, to, others, path: plain } = routes[k]!;
				expect(isRightAngled(path)).toBe(true);
				if (!crossesAny(plain, others)) expect(crossesAny(path, others), `round ${i}, path ${k}`).toBe(false);
				expect(holdsPoint(inflate(from, 0.1), path[0]!)).toBe(true);
				expect(holdsPoint(inflate(to, 0.1), path.at(-1)!)).toBe(true);
			});
			const turned = nudge([...routes].reverse(), near).reverse();
			expect(turned).toEqual(apart);
		}
	});
});

describe('curves', () => {
	it('leave and enter at right angles to the sides', () => {
		const curve = curveBetween({ box: box(0, 0) }, { box: box(500, 300) });
		expect(curve).toHaveLength(4);
		const [a, c1] = curve as [Point, Point];
		expect(a.y === c1.y || a.x === c1.x).toBe(true);
	});

	it('run through all their points', () => {
		const points = [
			{ x: 0, y: 0 },
			{ x: 100, y: 60 },
			{ x: 200, y: -40 },
		];
		const path = flatten(curveThrough(points));
		for (const p of points) expect(distanceToPath(p, path)).toBeLessThan(0.01);
	});
});

describe('labels', () => {
	it('stand beside the line, never on it', () => {
		const size = { w: 40, h: 18 };
		for (const to of [box(500, 0), box(0, 400), box(500, 400), box(-400, 250)]) {
			const path = rightAngled({ box: box(0, 0) }, { box: to });
			const at = besidePath(path, size);
			expect(crossesAny(path, [{ ...at, ...size }])).toBe(false);
		}
	});
});
