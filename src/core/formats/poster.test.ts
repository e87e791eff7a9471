import { describe, expect, it } from 'vitest';
import { isFault } from '../fault';
import type { Box } from '../geometry/box';
import { millimetres } from './paper';
import {
	MAX_SHEETS,
	planPoster,
	POSTER_MARGIN,
	rowName,
	type PosterExtent,
	type PosterOptions,
	type Span,
} from './poster';

/** Random numbers from 0 to 1 that are the same each time (mulberry32). */
function random(seed: number): () => number {
	let state = seed;
	return () => {
		state = (state + 0x6d2b79f5) | 0;
		let t = Math.imul(state ^ (state >>> 15), 1 | state);
		t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
		return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
	};
}

const options = (more: Partial<PosterOptions> = {}): PosterOptions => ({
	paper: 'a4',
	extent: { sheets: 6 },
	overlapMm: 10,
	...more,
});
const lies = (inner: Span, outer: Span): boolean =>
	inner.from >= outer.from - 1e-6 && inner.to <= outer.to + 1e-6;

describe('a poster', () => {
	it('shows everything, on sheets that are no larger than the paper and share what they overlap', () => {
		for (let seed = 1; seed <= 60; seed++) {
			const next = random(seed);
			const view: Box = {
				x: next() * 1000 - 500,
				y: next() * 1000 - 500,
				w: 200 + next() * 6000,
				h: 200 + next() * 4000,
			};
			const texts = Array.from({ length: 80 }, () => ({
				x: view.x + next() * view.w * 0.9,
				y: view.y + next() * view.h * 0.9,
				w: 10 + next() * 120,
				h: 10 + next() * 80,
			}));
			const extent: PosterExtent =
				seed % 2 ? { sheets: 1 + Math.floor(next() * 24) } : { heightMm: 200 + next() * 900 };
			const plan = planPoster(view, texts, options({ extent, paper: 'a3' }));
			for (const [axis, spans, cuts, room] of [
				['x', plan.columns, plan.cutsX, plan.page.w],
				['y', plan.rows, plan.cutsY, plan.page.h],
			] as const) {
				const length = axis === 'x' ? view.w : view.h;
				expect(spans[0]!.from).toBeCloseTo(view[axis]);
				expect(spans.at(-1)!.to).toBeCloseTo(view[axis] + length);
				expect(spans).toHaveLength(cuts.length + 1);
				for (const { from, to } of spans)
					expect((to - from) * plan.scale).toBeLessThanOrEqual(room - 2 * POSTER_MARGIN + 0.01);
				cuts.forEach((cut, i) => {
					expect((spans[i]!.to - spans[i + 1]!.from) * plan.scale).toBeCloseTo(millimetres(10), 4);
					expect(lies({ from: cut, to: cut }, spans[i]!) && lies({ from: cut, to: cut }, spans[i + 1]!)).toBe(
						true,
					);
				});
			}
			if ('heightMm' in extent) expect(view.h * plan.scale).toBeCloseTo(millimetres(extent.heightMm));
			else expect(plan.columns.length * plan.rows.length).toBeLessThanOrEqual(extent.sheets);
			const cut = texts.filter(
				(text) =>
					plan.cutsX.some((at) => at > text.x && at < text.x + text.w) ||
					plan.cutsY.some((at) => at > text.y && at < text.y + text.h),
			);
			expect(plan.cutTexts).toBeGreaterThanOrEqual(cut.length);
			expect(plan.cutTexts === 0).toBe(cut.length === 0);
		}
	});

	it('is cut between texts where there is room between them', () => {
		// Two rows of notes, with a gap of 40 off the middle.
		const view = { x: 0, y: 0, w: 2000, h: 1000 };
		const texts = Array.from({ length: 12 }, (_, i) => ({ x: i < 6 ? 300 : 1080, y: i * 70, w: 710, h: 50 }));
		const plan = planPoster(view, texts, options({ extent: { sheets: 2 } }));
		expect(plan.columns).toHaveLength(2);
		expect(plan.cutTexts).toBe(0);
		expect(plan.cutsX[0]).toBeGreaterThanOrEqual(1010);
		expect(plan.cutsX[0]).toBeLessThanOrEqual(1080);
	});

	it('is not made smaller than it could be where nothing is cut anyway', () => {
		const view = { x: 0, y: 0, w: 1000, h: 1000 };
		const bare = planPoster(view, [], options({ extent: { sheets: 1 } }));
		expect(bare.scale * 1000).toBeCloseTo(millimetres(190));
	});

	it('turns the paper as it takes fewer sheets', () => {
		const wide = planPoster({ x: 0, y: 0, w: 2600, h: 900 }, [], options({ extent: { heightMm: 185 } }));
		expect(wide.isLandscape).toBe(true);
		expect(wide.columns.length * wide.rows.length).toBe(2);
	});

	it('is refused where it takes too many sheets', () => {
		const asked = () =>
			planPoster({ x: 0, y: 0, w: 5000, h: 500 }, [], options({ extent: { heightMm: 3000 } }));
		expect(asked).toThrow(expect.objectContaining({ data: { max: MAX_SHEETS } }));
		try {
			asked();
		} catch (error) {
			expect(isFault(error, 'poster too large')).toBe(true);
		}
	});

	it('names its rows with letters', () => {
		expect([0, 1, 25, 26, 27].map(rowName)).toEqual(['A', 'B', 'Z', 'AA', 'AB']);
	});
});
