import { describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { clockOffset, countdown } from './clock';
import {
	addMinutes,
	endSession,
	nextStep,
	readSession,
	runningStep,
	startStep,
	writeSteps,
	type Step,
} from './runsheet';

const step = (id: string, minutes: number): Step => ({
	id,
	title: id,
	minutes,
	kind: 'talk',
	prompt: '',
	aside: '',
});

describe('the run sheet', () => {
	const plan = (): Y.Doc => {
		const doc = new Y.Doc();
		writeSteps(doc, [step('welcome', 5), step('gather', 8), step('close', 3)]);
		return doc;
	};

	it('goes from step to step and ends', () => {
		const doc = plan();
		expect(nextStep(readSession(doc))?.id).toBe('welcome');
		startStep(doc, 'gather', 60_000);
		expect(runningStep(readSession(doc))?.id).toBe('gather');
		expect(readSession(doc).running).toEqual({ step: 'gather', startedAt: 60_000, endsAt: 540_000 });
		expect(nextStep(readSession(doc))?.id).toBe('close');
		startStep(doc, 'close', 600_000);
		expect(nextStep(readSession(doc))).toBeUndefined();
		endSession(doc);
		expect(readSession(doc)).toMatchObject({ done: true, running: undefined });
		expect(nextStep(readSession(doc))).toBeUndefined();
		startStep(doc, 'welcome', 700_000);
		expect(readSession(doc).done).toBe(false);
	});

	it('adds time to what is left, or from now on when it is over', () => {
		const doc = plan();
		startStep(doc, 'welcome', 0);
		addMinutes(doc, 1, 100_000);
		expect(readSession(doc).running!.endsAt).toBe(360_000);
		addMinutes(doc, 2, 1_000_000);
		expect(readSession(doc).running!.endsAt).toBe(1_120_000);
	});

	it('refuses steps that are not there', () => {
		const doc = plan();
		expect(() => startStep(doc, 'nowhere', 0)).toThrow(RangeError);
		expect(() => addMinutes(doc, 1, 0)).toThrow(RangeError);
	});

	it('leaves out steps that cannot be read, and a running step that is gone', () => {
		const doc = plan();
		doc.getMap('session').set('steps', [step('a', 1), { id: 'b', minutes: -3 }, 'nonsense']);
		doc.getMap('session').set('running', { step: 'welcome', startedAt: 0, endsAt: 1 });
		expect(readSession(doc)).toEqual({ steps: [step('a', 1)], running: undefined, done: false });
	});
});

describe('one clock', () => {
	it('trusts the exchange with the shortest round trip', () => {
		const offset = clockOffset([
			{ sent: 0, server: 5_400, received: 800 },
			{ sent: 1_000, server: 6_010, received: 1_020 },
			{ sent: 2_000, server: 9_000, received: 4_000 },
		]);
		expect(offset).toBe(5_000);
	});

	it('errs by no more than half the round trip, however it is split', () => {
		for (const out of [0, 10, 25, 50]) {
			const offset = clockOffset([{ sent: 0, server: 1_000 + out, received: 50 }]);
			expect(Math.abs(offset - 1_000)).toBeLessThanOrEqual(25);
		}
	});

	it('ignores a clock that was set back in between, and knows nothing from nothing', () => {
		expect(clockOffset([{ sent: 100, server: 1, received: 50 }])).toBe(0);
		expect(clockOffset([])).toBe(0);
	});

	it('counts down in whole seconds and then up', () => {
		const running = { startedAt: 0, endsAt: 480_000 };
		expect(countdown(running, 222_000)).toEqual({ seconds: 258, passed: 0.4625, text: '4:18' });
		expect(countdown(running, 221_500).text).toBe('4:19');
		expect(countdown(running, 487_000)).toMatchObject({ seconds: -7, passed: 1, text: '+0:07' });
	});
});
