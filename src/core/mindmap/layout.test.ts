import { describe, expect, it } from 'vitest';
import { randomFrom, type Random } from '../rehearsal/random';
import {
	layOutMap,
	LEVEL_GAP,
	MAP_LAYOUTS,
	SIBLING_GAP,
	type MapLayout,
	type MapNode,
	type MapPlace,
} from './layout';

interface Made extends MapNode {
	frameRoom?: number;
	branches: Made[];
}

let count = 0;
const node = (w: number, h: number, branches: Made[] = [], more: Partial<MapNode> = {}): Made => ({
	id: `n${count++}`,
	w,
	h,
	...more,
	branches,
});

/** A map of about that many branches of all sizes; some spread in ways of their own. */
function randomMap(random: Random, size: number, own: number): Made {
	const root = node(160, 80);
	const all = [root];
	while (all.length < size) {
		const parent = all[Math.floor(random() ** 2 * all.length)]!;
		const more: Partial<MapNode> = {
			side: random() < 0.5 ? 'left' : 'right',
			...(random() < own ? { layout: MAP_LAYOUTS[Math.floor(random() * MAP_LAYOUTS.length)] } : {}),
		};
		const branch = node(20 + random() * 300, 20 + random() * 160, [], more);
		parent.branches.push(branch);
		all.push(branch);
	}
	return root;
}

const inOrder = (root: Made): Made[] => [root, ...root.branches.flatMap(inOrder)];
const at = (places: Map<string, MapPlace>, { id }: MapNode): MapPlace => places.get(id)!;

/** Whether two boxes keep a distance, board units. */
function areApart(places: Map<string, MapPlace>, a: MapNode, b: MapNode, gap: number): boolean {
	const dx = Math.abs(at(places, a).x - at(places, b).x) - (a.w + b.w) / 2;
	const dy = Math.abs(at(places, a).y - at(places, b).y) - (a.h + b.h) / 2;
	return Math.max(dx, dy) >= gap - 1e-6;
}

describe('the layout of a map', () => {
	it.each(MAP_LAYOUTS.flatMap((layout) => [0, 0.15].map((own) => ({ layout, own }))))(
		'lets no boxes overlap: $layout, ways of their own $own',
		({ layout, own }) => {
			// In rings the gap lies between circles round the boxes.
			const gap = layout === 'radial' || own > 0 ? SIBLING_GAP / Math.SQRT2 : SIBLING_GAP;
			for (let seed = 0; seed < 25; seed++) {
				const root = randomMap(randomFrom(seed), 5 + seed * 5, own);
				const places = layOutMap(root, layout);
				const all = inOrder(root);
				expect(places.size).toBe(all.length);
				for (const [i, a] of all.entries())
					for (const b of all.slice(i + 1))
						expect(areApart(places, a, b, gap), `${seed} ${a.id} ${b.id}`).toBe(true);
			}
		},
	);

	it('keeps branches in their order, a level on, with their parent in the middle', () => {
		for (let seed = 0; seed < 25; seed++) {
			const root = randomMap(randomFrom(seed), 60, 0);
			for (const layout of ['right', 'left', 'down'] as const) {
				const places = layOutMap(root, layout);
				const isDown = layout === 'down';
				const sign = layout === 'left' ? -1 : 1;
				for (const parent of inOrder(root)) {
					const here = at(places, parent);
					const across = parent.branches.map((branch) => at(places, branch)[isDown ? 'x' : 'y']);
					expect(across).toEqual([...across].sort((a, b) => a - b));
					for (const branch of parent.branches) {
						expect(at(places, branch).direction).toBe(layout);
						const along = isDown
							? at(places, branch).y - branch.h / 2 - (here.y + parent.h / 2)
							: sign * (at(places, branch).x - here.x) - (branch.w + parent.w) / 2;
						expect(along).toBeCloseTo(LEVEL_GAP);
					}
					const size = ({ w, h }: MapNode): number => (isDown ? w : h);
					const [first, last] = [parent.branches[0], parent.branches.at(-1)];
					if (!first || !last) continue;
					const middle = (across[0]! - size(first) / 2 + across.at(-1)! + size(last) / 2) / 2;
					expect(isDown ? here.x : here.y).toBeCloseTo(middle);
				}
			}
		}
	});

	it('is as tight as contours let it: the worked example', () => {
		// A deep branch beside a wide shallow one: the second tucks in beside the first.
		const deep = node(40, 20, [node(40, 20, [node(40, 100)])]);
		const flat = node(40, 20);
		const places = layOutMap(node(40, 20, [deep, flat]), 'right');
		expect(at(places, flat).y - at(places, deep).y).toBeCloseTo(20 + SIBLING_GAP);
		expect(at(places, deep)).toMatchObject({ x: 40 + LEVEL_GAP, y: -(20 + SIBLING_GAP) / 2 });
	});

	it('puts main branches on the sides that they have', () => {
		const [a, b, c] = [node(40, 20), node(40, 20, [], { side: 'left' }), node(40, 20)];
		const places = layOutMap(node(100, 60, [a, b, c]));
		expect(at(places, b)).toEqual({ x: -(70 + LEVEL_GAP), y: 0, direction: 'left' });
		expect(at(places, a).y).toBeLessThan(at(places, c).y);
		expect(at(places, a).direction).toBe('right');
	});

	it('moves what it must: the other side stays, and what hangs together keeps its form', () => {
		for (let seed = 0; seed < 20; seed++) {
			const random = randomFrom(seed + 100);
			const root = randomMap(random, 60, 0);
			const before = layOutMap(root);
			const right = root.branches.filter(({ side }) => side !== 'left');
			const main = right[Math.floor(random() * right.length)];
			if (!main) continue;
			main.branches.push(node(90, 40));
			const after = layOutMap(root);
			for (const other of root.branches.filter((each) => each !== main)) {
				const by = {
					x: at(after, other).x - at(before, other).x,
					y: at(after, other).y - at(before, other).y,
				};
				if (other.side === 'left') expect(by).toEqual({ x: 0, y: 0 });
				for (const each of inOrder(other)) {
					expect(at(after, each).x - at(before, each).x).toBeCloseTo(by.x);
					expect(at(after, each).y - at(before, each).y).toBeCloseTo(by.y);
				}
			}
		}
	});

	it('leaves what was put by hand where it was put, with what hangs on it', () => {
		const leaf = node(50, 20);
		const free = node(80, 40, [leaf], { offset: [-300, 120] });
		const beside = node(60, 30);
		const places = layOutMap(node(100, 60, [free, beside]));
		expect(at(places, free)).toEqual({ x: -300, y: 120, direction: 'left' });
		expect(at(places, leaf)).toEqual({ x: -300 - 65 - LEVEL_GAP, y: 120, direction: 'left' });
		// It takes no room from the others.
		expect(at(places, beside).y).toBe(0);
	});

	it('keeps frames apart from whatever is not in them, and frames in frames', () => {
		for (const layout of MAP_LAYOUTS)
			for (let seed = 0; seed < 20; seed++) {
				const random = randomFrom(seed);
				const root = randomMap(random, 40, 0.1);
				const all = inOrder(root);
				const framed = all.filter((each) => each !== root && random() < 0.2);
				for (const each of framed) each.frameRoom = 8;
				const places = layOutMap(root, layout);
				type Edges = readonly [left: number, top: number, right: number, bottom: number];
				const frames = new Map<Made, Edges>();
				const edgesOf = (each: Made): Edges => {
					const { x, y } = at(places, each);
					const own: Edges = [x - each.w / 2, y - each.h / 2, x + each.w / 2, y + each.h / 2];
					const room = each.frameRoom ?? 0;
					const edges = each.branches
						.map(edgesOf)
						.reduce(
							(a, b) => [
								Math.min(a[0], b[0]),
								Math.min(a[1], b[1]),
								Math.max(a[2], b[2]),
								Math.max(a[3], b[3]),
							],
							own,
						);
					const out: Edges = [edges[0] - room, edges[1] - room, edges[2] + room, edges[3] + room];
					if (room > 0) frames.set(each, out);
					return out;
				};
				edgesOf(root);
				for (const [head, [left, top, right, bottom]] of frames) {
					const inside = new Set(inOrder(head));
					for (const other of all.filter((each) => !inside.has(each))) {
						const { x, y } = at(places, other);
						const [w, h] = [other.w / 2, other.h / 2];
						const isApart = x + w <= left || x - w >= right || y + h <= top || y - h >= bottom;
						expect(isApart, `${layout} ${seed} ${head.id} ${other.id}`).toBe(true);
					}
				}
			}
	});

	it('is done for a chain of any depth and for one wide level', () => {
		let chain = node(40, 20);
		for (let i = 0; i < 20_000; i++) chain = node(40, 20, [chain]);
		expect(layOutMap(chain, 'right').size).toBe(20_001);
		const alternating: MapLayout[] = ['down', 'right'];
		let nested = node(40, 20);
		for (let i = 0; i < 5000; i++) nested = node(40, 20, [nested], { layout: alternating[i % 2]! });
		expect(layOutMap(nested).size).toBe(5001);
		const wide = node(
			40,
			20,
			Array.from({ length: 20_000 }, () => node(40, 20)),
		);
		for (const layout of MAP_LAYOUTS) expect(layOutMap(wide, layout).size).toBe(20_001);
	});
});
