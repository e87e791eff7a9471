import { describe, expect, it } from 'vitest';
import { pick, randomFrom } from '../rehearsal/random';
import { checkFlow, type FindingType } from './check';
import type { Flow } from './flow';
import { flowOf, randomFlow, withValues } from './testing';

const types = (flow: Flow): string[] => checkFlow(flow).map(({ type }) => type);
const found = (flow: Flow): string[] => checkFlow(flow).map(({ type, ids }) => `${type}: ${ids.join(', ')}`);

const REPAIR = flowOf(
	'(Guest comes) > [Look at it] > <Worth it?> yes> [Repair] > <Works?> yes> (Done)',
	'<Worth it?> no> (Sent home)',
	'<Works?> no> [Repair]',
);

describe('the check of a flow', () => {
	it('finds nothing on a flow that is right', () => {
		expect(found(REPAIR)).toEqual([]);
		for (let seed = 1; seed <= 300; seed++) expect(found(randomFlow(seed)), `seed ${seed}`).toEqual([]);
	});

	it('finds nothing where nobody said more than some steps', () => {
		expect(found(flowOf('[One] > [Two] > [Three]'))).toEqual(['dead-end: Three']);
		expect(found({ steps: [], links: [] })).toEqual([]);
		expect(found(flowOf('[One]', '[Two]', '[Three]'))).toEqual([]);
	});

	it('tells steps that cannot be reached, and dead ends', () => {
		const flow = flowOf('(Start) > [One] > (End)', '[Lost] > [One]', '[One] > [Nowhere]');
		expect(found(flow)).toEqual(['unreachable: Lost', 'dead-end: Nowhere']);
	});

	it('takes a loop that nothing leads to for what cannot be reached', () => {
		expect(found(flowOf('(Start) > [One] > (End)', '[A] > [B] > [A]', '[B] > [One]'))).toEqual([
			'unreachable: A',
			'unreachable: B',
		]);
		expect(types(flowOf('[A] > [B] > [A]', '[B] > (End)'))).toEqual(['no-start']);
	});

	it('tells decisions with one exit, exits without a name, and exits with the same', () => {
		const flow = flowOf(
			'(Start) > <One?> yes> <Two?> yes> [A] > (End)',
			'<Two?> > [B] > (End)',
			'[A] > <Three?> yes> (End)',
			'<Three?> Yes> [B]',
		);
		expect(found(flow)).toEqual([
			'one-exit: One?, One?>Two?',
			'unnamed-exit: Two?>B, Two?',
			'exits-alike: Three?, Three?>End, Three?>B',
		]);
	});

	it('tells shares that do not add up', () => {
		const shares = (yes: number | undefined, no: number | undefined): string[] =>
			found(
				withValues(REPAIR, {}, { 'Worth it?>Repair': { share: yes }, 'Worth it?>Sent home': { share: no } }),
			);
		expect(shares(80, 20)).toEqual([]);
		expect(shares(80, undefined)).toEqual([]);
		expect(shares(80, 30)).toHaveLength(1);
		expect(shares(80, 10)).toHaveLength(1);
		expect(shares(100, undefined)).toHaveLength(1);
		const [finding] = checkFlow(
			withValues(REPAIR, {}, { 'Worth it?>Repair': { share: 80 }, 'Worth it?>Sent home': { share: 30 } }),
		);
		expect(finding!.sum).toBe(110);
	});

	it('tells loops without a way out, several starts, and ends that go on', () => {
		expect(found(flowOf('(Start) > [A] > [B] > [A]'))).toEqual(['endless-loop: A, B']);
		expect(found(flowOf('(Start) > [A] > [A]'))).toEqual(['endless-loop: A']);
		expect(found(flowOf('(One) > [A] > (End)', '(Two) > [A]'))).toEqual(['several-starts: One, Two']);
		expect(found(flowOf('(Start) > [A] > (Pause) > [B] > (End)'))).toEqual(['end-goes-on: Pause']);
	});

	it('tells steps that nobody does only where it is said of others', () => {
		const some = withValues(REPAIR, { 'Look at it': { who: 'Nele' } });
		expect(found(some)).toEqual(['nobody: Repair']);
		expect(found(withValues(some, { Repair: { lane: 'Workshop' } }))).toEqual([]);
	});

	it('tells lines that end in nothing', () => {
		const loose: Flow = {
			...REPAIR,
			links: [...REPAIR.links, { id: 'loose', from: 'Repair', to: undefined, name: '' }],
		};
		expect(found(loose)).toEqual(['loose-line: loose, Repair']);
	});

	it('tells two names for one step', () => {
		const named = (a: string, b: string): string[] =>
			types(withValues(REPAIR, { 'Look at it': { name: a }, Repair: { name: b } }));
		expect(named('Write the label', 'Label, write')).toEqual(['names-alike']);
		expect(named('Prüfung der Kabel', 'Kabel-Prüfungen')).toEqual(['names-alike']);
		expect(named('Order spare parts', 'Order spare prats')).toEqual(['names-alike']);
		expect(named('Check again', 'check  again!')).toEqual(['names-alike']);
		expect(named('Safety check 1', 'Safety check 2')).toEqual([]);
		expect(named('Open the case', 'Close the case')).toEqual([]);
		expect(named('', '')).toEqual([]);
	});

	it('lets data be read and left without being a step', () => {
		const flow = flowOf('(Start) > [A] > (End)', '/List/ > [A]', '[A] > /Receipt/');
		expect(found(flow)).toEqual([]);
		expect(found(withValues(flow, { A: { who: 'Nele' } }))).toEqual([]);
	});

	it('follows a line that goes on at another symbol of the same name', () => {
		const flow = withValues(flowOf('(Start) > [A] > [out]', '[in] > [B] > (End)'), {
			out: { name: '1', type: 'jump' },
			in: { name: '1', type: 'jump' },
		});
		expect(found(flow)).toEqual([]);
		expect(types(withValues(flow, { in: { name: '2' } }))).toEqual([
			'unreachable',
			'unreachable',
			'unreachable',
			'dead-end',
		]);
	});
});

describe('faults that are planted in right flows', () => {
	/** Makes a right flow wrong; undefined where there is nothing to make wrong. */
	type Planting = (flow: Flow, random: () => number) => { flow: Flow; at: string } | undefined;
	const without = (flow: Flow, id: string): Flow => ({
		...flow,
		links: flow.links.filter((link) => link.id !== id),
	});
	const onto = (flow: Flow, id: string, values: object): Flow => withValues(flow, {}, { [id]: values });
	const decisions = (flow: Flow) => flow.steps.filter(({ type }) => type === 'decision');
	const exits = (flow: Flow, id: string) => flow.links.filter(({ from }) => from === id);
	const tasks = (flow: Flow) => flow.steps.filter(({ type }) => type === 'process');

	const PLANTINGS: Record<Exclude<FindingType, 'no-start' | 'exits-alike'>, Planting> = {
		'several-starts': (flow, random) => {
			const to = pick(random, tasks(flow)).id;
			return {
				flow: {
					steps: [...flow.steps, { id: 'new', name: 'Other start', type: 'terminator' }],
					links: [...flow.links, { id: 'new line', from: 'new', to, name: '' }],
				},
				at: 'new',
			};
		},
		unreachable: (flow, random) => {
			const to = pick(random, tasks(flow)).id;
			return {
				flow: {
					steps: [...flow.steps, { id: 'new', name: 'Never done', type: 'process' }],
					links: [...flow.links, { id: 'new line', from: 'new', to, name: '' }],
				},
				at: 'new',
			};
		},
		'dead-end': (flow, random) => {
			const from = pick(random, tasks(flow)).id;
			return {
				flow: {
					steps: [...flow.steps, { id: 'new', name: 'And then', type: 'process' }],
					links: [...flow.links, { id: 'new line', from, to: 'new', name: '' }],
				},
				at: 'new',
			};
		},
		'end-goes-on': (flow) => {
			const end = flow.steps.at(-1)!.id;
			return {
				flow: {
					steps: [...flow.steps, { id: 'new', name: 'Really the end', type: 'terminator' }],
					links: [...flow.links, { id: 'new line', from: end, to: 'new', name: '' }],
				},
				at: end,
			};
		},
		'one-exit': (flow, random) => {
			const decision = decisions(flow).length > 0 ? pick(random, decisions(flow)) : undefined;
			if (!decision) return undefined;
			const [first, ...more] = exits(flow, decision.id);
			return { flow: more.reduce((left, { id }) => without(left, id), flow), at: first ? decision.id : '' };
		},
		'unnamed-exit': (flow, random) => {
			const decision = decisions(flow).length > 0 ? pick(random, decisions(flow)) : undefined;
			if (!decision) return undefined;
			const { id } = pick(random, exits(flow, decision.id));
			return { flow: onto(flow, id, { name: ' ' }), at: id };
		},
		shares: (flow, random) => {
			const decision = decisions(flow).length > 0 ? pick(random, decisions(flow)) : undefined;
			if (!decision) return undefined;
			const all = exits(flow, decision.id);
			return { flow: all.reduce((next, { id }) => onto(next, id, { share: 60 }), flow), at: decision.id };
		},
		'endless-loop': (flow, random) => {
			const from = pick(random, tasks(flow)).id;
			return {
				flow: {
					steps: [
						...flow.steps,
						{ id: 'new', name: 'Wait for it', type: 'process' },
						{ id: 'new too', name: 'Ask about that', type: 'process' },
					],
					links: [
						...flow.links,
						{ id: 'in', from, to: 'new', name: '' },
						{ id: 'on', from: 'new', to: 'new too', name: '' },
						{ id: 'back', from: 'new too', to: 'new', name: '' },
					],
				},
				at: 'new',
			};
		},
		'loose-line': (flow, random) => {
			const from = pick(random, tasks(flow)).id;
			return {
				flow: { ...flow, links: [...flow.links, { id: 'new line', from, to: undefined, name: '' }] },
				at: 'new line',
			};
		},
		nobody: (flow, random) => {
			const lazy = pick(random, tasks(flow)).id;
			if (tasks(flow).length < 2) return undefined;
			const who = Object.fromEntries(
				tasks(flow).map(({ id }) => [id, { who: id === lazy ? undefined : 'Nele' }]),
			);
			return { flow: withValues(flow, who), at: lazy };
		},
		'names-alike': (flow, random) => {
			const [first, ...more] = tasks(flow);
			if (!first || more.length === 0) return undefined;
			return {
				flow: withValues(flow, { [pick(random, more).id]: { name: `The ${first.name}` } }),
				at: first.id,
			};
		},
	};

	for (const [type, plant] of Object.entries(PLANTINGS))
		it(`${type} is found, and nothing that was not planted`, () => {
			let planted = 0;
			for (let seed = 1; seed <= 120; seed++) {
				const random = randomFrom(seed * 31);
				const made = plant(randomFlow(seed), random);
				if (!made) continue;
				planted++;
				const findings = checkFlow(made.flow);
				expect(
					findings.some((finding) => finding.type === type && finding.ids.includes(made.at)),
					`seed ${seed}`,
				).toBe(true);
				// A decision that lost its other exits may leave steps unreached.
				const follows = type === 'one-exit' ? ['one-exit', 'unreachable'] : [type];
				expect(
					findings.filter((finding) => !follows.includes(finding.type)),
					`seed ${seed}`,
				).toEqual([]);
			}
			expect(planted).toBeGreaterThan(60);
		});
});
