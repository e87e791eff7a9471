import { describe, expect, it } from 'vitest';
import { overlaps } from '../../geometry/box';
import { randomFrom } from '../../rehearsal/random';
import { flowOf, randomFlow } from '../testing';
import type { Flow } from '../flow';
import type { FlowDirection, LayoutLink, LayoutStep } from './input';
import { layOutFlow, type FlowLayout } from './layout';

const SIZES = {
	process: [160, 80],
	decision: [170, 110],
	terminator: [150, 60],
	data: [160, 80],
	jump: [60, 60],
} as const;

/** Steps of a flow, strewn about by chance. */
function strewn(flow: Flow, seed = 1): { steps: LayoutStep[]; links: LayoutLink[] } {
	const random = randomFrom(seed);
	const steps = flow.steps.map(({ id, type }): LayoutStep => {
		const [w, h] = SIZES[type];
		return { id, type, w, h, x: Math.round(random() * 2000), y: Math.round(random() * 1200) };
	});
	const links = flow.links.flatMap(({ id, from, to, name, share }): LayoutLink[] =>
		from !== undefined && to !== undefined
			? [{ id, from, to, share, ...(name ? { label: { w: 8 * name.length, h: 18 } } : {}) }]
			: [],
	);
	return { steps, links };
}

const boxes = (steps: readonly LayoutStep[], { middles }: FlowLayout) =>
	steps.map(({ id, w, h }) => {
		const { x, y } = middles.get(id)!;
		return { id, x: x - w / 2, y: y - h / 2, w, h };
	});

function overlapping(steps: readonly LayoutStep[], layout: FlowLayout): string[] {
	const all = boxes(steps, layout);
	return all.flatMap((a, i) => all.slice(i + 1).flatMap((b) => (overlaps(a, b) ? `${a.id} ${b.id}` : [])));
}

const placed = (steps: readonly LayoutStep[], { middles }: FlowLayout): LayoutStep[] =>
	steps.map((step) => ({ ...step, ...middles.get(step.id)! }));

const REPAIR = flowOf(
	'(Guest) > [Look] > <Worth it?> yes> [Repair] > <Works?> yes> (Done)',
	'<Worth it?> no> (Home)',
	'<Works?> no> [Repair]',
);

describe('the layout of a flow', () => {
	it('puts the main path in one line, the other exit beside it, and the loop outside', () => {
		const { steps, links } = strewn(REPAIR);
		const { middles, sides, corners } = layOutFlow(steps, links, 'right');
		const main = ['Guest', 'Look', 'Worth it?', 'Repair', 'Works?', 'Done'].map((id) => middles.get(id)!);
		expect(new Set(main.map(({ y }) => y)).size).toBe(1);
		for (let i = 1; i < main.length; i++) expect(main[i]!.x).toBeGreaterThan(main[i - 1]!.x);
		expect(sides.get('Worth it?>Repair')).toEqual(['right', 'left']);
		const home = middles.get('Home')!;
		expect(sides.get('Worth it?>Home')![0]).toBe(home.y > main[0]!.y ? 'bottom' : 'top');
		const [from, to] = sides.get('Works?>Repair')!;
		expect(from).toBe(to);
		expect(['top', 'bottom']).toContain(from);
		const [first, second] = corners.get('Works?>Repair')!;
		expect(first!.x).toBe(middles.get('Works?')!.x);
		expect(second!.x).toBe(middles.get('Repair')!.x);
		expect(Math.abs(first!.y - main[0]!.y)).toBeGreaterThan(60);
	});

	it('runs down as well', () => {
		const { steps, links } = strewn(REPAIR);
		const { middles, sides } = layOutFlow(steps, links, 'down');
		const main = ['Guest', 'Look', 'Worth it?', 'Repair', 'Works?', 'Done'].map((id) => middles.get(id)!);
		expect(new Set(main.map(({ x }) => x)).size).toBe(1);
		for (let i = 1; i < main.length; i++) expect(main[i]!.y).toBeGreaterThan(main[i - 1]!.y);
		expect(sides.get('Worth it?>Repair')).toEqual(['bottom', 'top']);
	});

	it('lets nothing overlap, leads every link on that leads to no step before it, and stays as it is', () => {
		for (let seed = 1; seed <= 120; seed++) {
			const { steps, links } = strewn(randomFlow(seed, 6 + (seed % 20)), seed);
			for (const direction of ['right', 'down'] as FlowDirection[]) {
				const layout = layOutFlow(steps, links, direction);
				expect(overlapping(steps, layout), `seed ${seed}`).toEqual([]);
				const axis = direction === 'right' ? 'x' : 'y';
				const forward = links.filter(
					({ id }) => layout.sides.get(id)?.[1] === (direction === 'right' ? 'left' : 'top'),
				);
				expect(forward.length).toBeGreaterThan(links.length / 3);
				for (const { from, to } of forward)
					expect(layout.middles.get(from)![axis]).toBeLessThan(layout.middles.get(to)![axis]);
				const again = layOutFlow(placed(steps, layout), links, direction);
				expect([...again.middles], `seed ${seed}`).toEqual([...layout.middles]);
			}
		}
	});

	it('keeps branches in the order in which they are drawn', () => {
		const flow = flowOf(
			'(Start) > [A] > [A2]',
			'(Start) > [B] > [B2]',
			'(Start) > [C] > [C2]',
			'(Start) > [D]',
		);
		for (const order of [
			['A', 'B', 'C', 'D'],
			['C', 'A', 'D', 'B'],
			['D', 'C', 'B', 'A'],
		]) {
			const { steps, links } = strewn(flow);
			const drawn = steps.map((step) => ({ ...step, y: 100 * (1 + order.indexOf(step.id[0]!)) }));
			const { middles } = layOutFlow(drawn, links, 'right');
			expect([...order].sort((a, b) => middles.get(a)!.y - middles.get(b)!.y)).toEqual(order);
		}
	});

	it('finds an order without crossings where there is one', () => {
		const flow = flowOf('(S) > [A] > [C] > (E)', '(S) > [B] > [D] > (E)');
		const { steps, links } = strewn(flow);
		const at: Record<string, number> = { A: 0, B: 200, C: 200, D: 0 };
		const { middles } = layOutFlow(
			steps.map((step) => ({ ...step, y: at[step.id] ?? 100 })),
			links,
			'right',
		);
		const above = (a: string, b: string): boolean => middles.get(a)!.y < middles.get(b)!.y;
		expect(above('A', 'B')).toBe(above('C', 'D'));
	});

	it('keeps the upper left corner, and what is locked where it is', () => {
		for (let seed = 1; seed <= 60; seed++) {
			const { steps, links } = strewn(randomFlow(seed), seed);
			const corner = (all: readonly { x: number; y: number; w: number; h: number }[]): number[] => [
				Math.min(...all.map(({ x }) => x)),
				Math.min(...all.map(({ y }) => y)),
			];
			const free = layOutFlow(steps, links, 'right');
			const before = steps.map(({ x, y, w, h }) => ({ x: x - w / 2, y: y - h / 2, w, h }));
			const [ax, ay] = corner(boxes(steps, free));
			const [bx, by] = corner(before);
			expect(Math.abs(ax! - bx!) + Math.abs(ay! - by!)).toBeLessThan(2);
			const locked = steps.map((step, i) => ({ ...step, isLocked: i % 5 === 0 }));
			// Locked steps that lie on each other stay like that.
			const apart = locked.filter(
				(step, i) =>
					!locked
						.slice(0, i)
						.some(
							(other) =>
								step.isLocked &&
								other.isLocked &&
								Math.abs(step.x - other.x) < 200 &&
								Math.abs(step.y - other.y) < 140,
						),
			);
			const ids = new Set(apart.map(({ id }) => id));
			const layout = layOutFlow(
				apart,
				links.filter(({ from, to }) => ids.has(from) && ids.has(to)),
				'right',
			);
			for (const { id, x, y, isLocked } of apart)
				if (isLocked) expect(layout.middles.get(id)).toEqual({ x, y });
			expect(overlapping(apart, layout), `seed ${seed}`).toEqual([]);
		}
	});

	it('keeps steps in their lanes, which grow for them', () => {
		for (let seed = 1; seed <= 60; seed++) {
			const { steps, links } = strewn(randomFlow(seed, 16), seed);
			const random = randomFrom(seed);
			const inLanes = steps.map((step) => ({ ...step, lane: Math.floor(random() * 3) }));
			for (const direction of ['right', 'down'] as FlowDirection[]) {
				const layout = layOutFlow(inLanes, links, direction, {
					at: { x: 500, y: 300 },
					sizes: [120, 150, 180],
				});
				expect(overlapping(inLanes, layout), `seed ${seed}`).toEqual([]);
				const spans = layout.laneSizes.map((size, i) => ({
					start:
						(direction === 'right' ? 300 : 500) + layout.laneSizes.slice(0, i).reduce((a, b) => a + b, 0),
					size,
				}));
				layout.laneSizes.forEach((size, i) => expect(size).toBeGreaterThanOrEqual([120, 150, 180][i]!));
				for (const { id, lane, w, h } of inLanes) {
					const { x, y } = layout.middles.get(id)!;
					const [at, half] = direction === 'right' ? [y, h / 2] : [x, w / 2];
					expect(at - half, `seed ${seed} ${id}`).toBeGreaterThanOrEqual(spans[lane]!.start);
					expect(at + half).toBeLessThanOrEqual(spans[lane]!.start + spans[lane]!.size + 1);
				}
			}
		}
	});

	it('puts parts that do not hang together beside each other', () => {
		const { steps, links } = strewn(flowOf('[A] > [B] > [C]', '[D] > [E]', '[F]'));
		const layout = layOutFlow(steps, links, 'right');
		expect(overlapping(steps, layout)).toEqual([]);
		expect(layout.middles.get('A')!.y).not.toBe(layout.middles.get('D')!.y);
		expect(layOutFlow([], [], 'right').middles.size).toBe(0);
	});
});
