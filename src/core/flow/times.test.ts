import { describe, expect, it } from 'vitest';
import type { Flow } from './flow';
import { randomFrom } from '../rehearsal/random';
import { samplerOf, simulate } from './simulate';
import { flowOf, randomFlow, withValues } from './testing';
import { meanOf, partsOf, timesOf } from './times';

const exactly = (minutes: number) => ({ minutes: { least: minutes, likely: minutes, most: minutes } });

/**
 * A repair is tried until it works: it does in 80 of 100 tries, and one in ten is not worth one.
 */
const REPAIR = withValues(
	flowOf(
		'(Guest) > [Look] > <Worth it?> yes> [Repair] > <Works?> yes> (Done)',
		'<Worth it?> no> (Home)',
		'<Works?> no> [Repair]',
	),
	{
		Look: { ...exactly(10), cost: 5, who: 'Front desk' },
		Repair: { minutes: { least: 20, likely: 30, most: 70 }, cost: 12, who: 'Workshop' },
		'Works?': exactly(5),
	},
	{ 'Worth it?>Repair': { share: 90 }, 'Works?>Done': { share: 80 }, 'Works?>Repair': { share: 20 } },
);

describe('times of a flow', () => {
	it('are those of a worked example', () => {
		const times = timesOf(REPAIR)!;
		const visits = new Map(times.steps.map((step) => [step.id, step.visits]));
		// 0.9 of all are tried, and each needs 1 / 0.8 tries.
		expect(visits.get('Repair')).toBeCloseTo(1.125, 10);
		expect(visits.get('Works?')).toBeCloseTo(1.125, 10);
		expect(visits.get('Home')).toBeCloseTo(0.1, 10);
		// 10 + 1.125 (35 + 5), where 35 = (20 + 4 * 30 + 70) / 6.
		expect(times.expected).toBeCloseTo(55, 10);
		expect(times.cost).toBeCloseTo(5 + 1.125 * 12, 10);
		expect(times.ending).toBeCloseTo(1, 10);
		expect(times.shortest).toBe(10);
		expect(times.longest).toBe(10 + 70 + 5);
		expect(times.steps[0]).toMatchObject({ id: 'Repair', savedByHalf: expect.closeTo(19.6875, 8) as number });
		expect(times.performers).toEqual([
			{
				who: 'Workshop',
				minutes: expect.closeTo(39.375, 8) as number,
				cost: expect.closeTo(13.5, 8) as number,
			},
			{ who: 'Front desk', minutes: 10, cost: 5 },
		]);
	});

	it('of a chain of choices that lead back are those of a geometric series', () => {
		// Each try takes 3 minutes and works in one of four.
		const flow = withValues(
			flowOf('(Start) > [Try] > <Good?> yes> (End)', '<Good?> no> [Try]'),
			{ Try: exactly(3) },
			{ 'Good?>End': { share: 25 } },
		);
		expect(timesOf(flow)!.expected).toBeCloseTo(12, 10);
	});

	it('change by what a step is said to take less', () => {
		for (let seed = 1; seed <= 40; seed++) {
			const flow = timed(seed);
			const times = timesOf(flow)!;
			const most = times.steps[0]!;
			const { least, likely, most: worst } = flow.steps.find(({ id }) => id === most.id)!.minutes!;
			const half = { least: least / 2, likely: likely / 2, most: worst / 2 };
			const after = timesOf(withValues(flow, { [most.id]: { minutes: half } }))!;
			expect(times.expected! - after.expected!).toBeCloseTo(most.savedByHalf, 8);
		}
	});

	it('have no average where some ways never end', () => {
		const flow = withValues(
			flowOf('(Start) > <Luck?> yes> (End)', '<Luck?> no> [Wait] > [Ask] > [Wait]'),
			{ Wait: exactly(1) },
			{ 'Luck?>End': { share: 30 } },
		);
		const times = timesOf(flow)!;
		expect(times.expected).toBeUndefined();
		expect(times.ending).toBeCloseTo(0.3, 10);
	});

	it('are none where nothing is said', () => {
		expect(timesOf(flowOf('(Start) > [A] > (End)'))).toBeUndefined();
		expect(timesOf({ steps: [], links: [] })).toBeUndefined();
	});

	it('take the rest of a hundred for exits without a share', () => {
		const exits = flowOf('(A) > [B]', '(A) > [C]', '(A) > [D]').links as never[];
		const parts = (...shares: (number | undefined)[]): number[] =>
			partsOf(exits.map((link: object, i) => ({ ...link, share: shares[i] })) as never).map(
				({ part }) => Math.round(part * 1e9) / 1e9,
			);
		expect(parts(undefined, undefined, undefined)).toEqual([0.333333333, 0.333333333, 0.333333333]);
		expect(parts(50, undefined, undefined)).toEqual([0.5, 0.25, 0.25]);
		expect(parts(50, 30, 20)).toEqual([0.5, 0.3, 0.2]);
		expect(parts(30, 30, 60)).toEqual([0.25, 0.25, 0.5]);
		expect(parts(0, 0, 0)).toEqual([0.333333333, 0.333333333, 0.333333333]);
	});
});

/** A right flow made by chance with minutes at its steps. */
function timed(seed: number): Flow {
	const random = randomFrom(seed);
	const flow = randomFlow(seed);
	return withValues(
		flow,
		Object.fromEntries(
			flow.steps.map(({ id }) => {
				const least = Math.round(random() * 10) + 1;
				return [id, { minutes: { least, likely: least + 2, most: least + 9 } }];
			}),
		),
	);
}

describe('simulated runs', () => {
	it('come near to the average that is worked out', () => {
		for (let seed = 1; seed <= 12; seed++) {
			const flow = timed(seed);
			const { expected } = timesOf(flow)!;
			const { mean, unfinished, percentiles } = simulate(flow, seed)!;
			expect(unfinished).toBe(0);
			// Ten thousand runs: four standard errors are well within this.
			expect(Math.abs(mean - expected!) / expected!, `seed ${seed}`).toBeLessThan(0.06);
			expect(percentiles[5]).toBeLessThanOrEqual(percentiles[50]);
			expect(percentiles[80]).toBeLessThanOrEqual(percentiles[95]);
		}
	});

	it('are the same for the same seed, and all are counted', () => {
		const [one, two, other] = [simulate(REPAIR, 4)!, simulate(REPAIR, 4)!, simulate(REPAIR, 5)!];
		expect(one).toEqual(two);
		expect(one.mean).not.toBe(other.mean);
		expect(one.bars.counts.reduce((a, b) => a + b)).toBe(10_000);
	});

	it('that never end are given up and told', () => {
		const runs = simulate(flowOf('(Start) > [A] > [B] > [A]'), 1)!;
		expect(runs.unfinished).toBe(runs.runs);
		expect(runs.mean).toBe(0);
	});

	it('draw minutes that lie within the estimate and have its mean', () => {
		for (const minutes of [
			{ least: 5, likely: 6, most: 20 },
			{ least: 0, likely: 10, most: 10 },
			{ least: 3, likely: 3, most: 4 },
		]) {
			const draw = samplerOf(minutes);
			const random = randomFrom(9);
			const all = Array.from({ length: 20_000 }, () => draw(random));
			const mean = all.reduce((a, b) => a + b) / all.length;
			expect(Math.min(...all)).toBeGreaterThanOrEqual(minutes.least);
			expect(Math.max(...all)).toBeLessThanOrEqual(minutes.most);
			expect(Math.abs(mean - meanOf(minutes))).toBeLessThan(0.05 * (minutes.most - minutes.least));
		}
	});
});
