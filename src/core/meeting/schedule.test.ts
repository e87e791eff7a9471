import { describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { addMinutes, goToNextStep, pause, startStep } from './running';
import { changeStep, newStep, readSession, writeSteps, type Step } from './runsheet';
import { endOf, proposeLengths, scaled, scheduleOf, shareOut } from './schedule';
import { leastOf } from './steps';

const MINUTE = 60_000;
const step = (id: string, minutes: number, more: Partial<Step> = {}): Step =>
	newStep({ id, title: id, minutes, kind: 'discuss', ...more });
const session = (...steps: Step[]): Y.Doc => {
	const doc = new Y.Doc();
	writeSteps(doc, steps);
	startStep(doc, steps[0]!.id, 0);
	return doc;
};
const lengths = (doc: Y.Doc, now: number): Record<string, number> =>
	Object.fromEntries(proposeLengths(readSession(doc), now)?.lengths ?? []);
const sum = (steps: readonly Step[]): number => steps.reduce((all, { minutes }) => all + minutes, 0);

describe('plan against clock', () => {
	it('knows planned and expected end while steps run longer and shorter', () => {
		const doc = session(step('a', 10), step('b', 20), step('c', 10));
		const at = (now: number) => scheduleOf(readSession(doc), now)!;
		expect(at(5 * MINUTE)).toMatchObject({ planned: 40 * MINUTE, expected: 40 * MINUTE, behind: 0 });
		// Nobody ended the first step: every minute goes on top.
		expect(at(16 * MINUTE)).toMatchObject({ expected: 46 * MINUTE, behind: 6 });
		goToNextStep(doc, 16 * MINUTE, 'a');
		expect(at(16 * MINUTE).coming.map(({ step: { id }, at: begins }) => [id, begins / MINUTE])).toEqual([
			['c', 36],
		]);
		addMinutes(doc, -10, 16 * MINUTE);
		expect(at(16 * MINUTE).behind).toBe(-4);
		pause(doc, 18 * MINUTE);
		expect(at(30 * MINUTE)).toMatchObject({ expected: 48 * MINUTE, behind: 8 });
	});

	it('says nothing before it has begun and after the end', () => {
		const doc = new Y.Doc();
		writeSteps(doc, [step('a', 5)]);
		expect(scheduleOf(readSession(doc), 0)).toBeUndefined();
		expect(endOf(readSession(doc).steps, MINUTE)).toBe(6 * MINUTE);
		startStep(doc, 'a', 0);
		goToNextStep(doc, MINUTE, 'a');
		expect(scheduleOf(readSession(doc), 2 * MINUTE)).toBeUndefined();
	});
});

describe('ending on time', () => {
	it('takes from each step in proportion to what it can give', () => {
		// 6 minutes late; b can give 10, c can give 5: 4 and 2.
		const doc = session(step('a', 10), step('b', 20, { least: 10 }), step('c', 10, { least: 5 }));
		expect(lengths(doc, 16 * MINUTE)).toEqual({ b: 16, c: 8 });
	});

	it('leaves fixed steps alone, and says how much cannot fit and without what it would', () => {
		const doc = session(
			step('a', 10),
			step('b', 6, { least: 4 }),
			step('break', 10, { fixed: true, kind: 'break' }),
			step('c', 6, { least: 4 }),
			step('end', 4, { least: 2 }),
		);
		// 36 planned; at 22 there are 14 left for at least 20.
		const proposal = proposeLengths(readSession(doc), 22 * MINUTE)!;
		expect(Object.fromEntries(proposal.lengths)).toEqual({ b: 4, c: 4, end: 2 });
		expect(proposal.excess).toBe(6);
		expect(proposal.leaveOut.map(({ id }) => id)).toEqual(['b', 'c']);
	});

	it('gives time back up to what was wished when there is some again', () => {
		const doc = session(step('a', 10), step('b', 20, { least: 10 }), step('c', 10, { least: 5 }));
		for (const [id, cut] of proposeLengths(readSession(doc), 16 * MINUTE)!.lengths)
			changeStep(doc, id, { cut });
		expect(proposeLengths(readSession(doc), 16 * MINUTE)).toBeUndefined();
		goToNextStep(doc, 16 * MINUTE, 'a');
		// The second step is ended early.
		expect(lengths(doc, 16 * MINUTE)).toEqual({});
		goToNextStep(doc, 22 * MINUTE, 'b');
		expect(readSession(doc).running!.endsAt).toBe(30 * MINUTE);
	});

	it('never goes below the shortest nor above the wished, and fills the room as far as whole minutes go', () => {
		for (let seed = 1; seed < 200; seed++) {
			let state = seed;
			const random = (): number => (state = (state * 16807) % 2147483647) / 2147483647;
			const steps = Array.from({ length: 2 + Math.floor(random() * 6) }, (_, i) =>
				step(String(i), 1 + Math.floor(random() * 20), {
					...(random() < 0.2 ? { fixed: true } : {}),
					...(random() < 0.4 ? { least: 1 } : {}),
				}),
			);
			const room = random() * sum(steps) * 1.1;
			const shared = shareOut(steps, room);
			const total = [...shared.values()].reduce((all, length) => all + length, 0);
			const least = steps.reduce((all, each) => all + leastOf(each), 0);
			for (const each of steps) {
				expect(shared.get(each.id)).toBeGreaterThanOrEqual(leastOf(each) - 1e-9);
				expect(shared.get(each.id)).toBeLessThanOrEqual(each.minutes);
			}
			if (room >= least) expect(total).toBeLessThanOrEqual(Math.max(room, 0) + 1e-9);
			if (room >= least && room <= sum(steps)) expect(room - total).toBeLessThan(1.001);
		}
	});
});

describe('a plan for so much time', () => {
	it('gets shorter by the same rule, and longer in proportion', () => {
		const steps = [step('a', 5), step('b', 20), step('break', 10, { kind: 'break' }), step('c', 5)];
		expect(sum(scaled(steps, 30))).toBe(30);
		expect(sum(scaled(steps, 40))).toBe(40);
		const long = scaled(steps, 70);
		expect(sum(long)).toBe(70);
		expect(long.map(({ minutes }) => minutes)).toEqual([10, 40, 10, 10]);
		expect(sum(scaled(steps, 5))).toBeGreaterThan(5);
	});
});
