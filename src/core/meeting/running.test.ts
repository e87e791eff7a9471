import { describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import {
	addMinutes,
	endSession,
	goToPreviousStep,
	goToNextStep,
	pause,
	resume,
	startStep,
	stopStep,
} from './running';
import {
	addStep,
	changeStep,
	moveStep,
	newStep,
	nextStep,
	readSession,
	removeStep,
	renewSteps,
	ruleOf,
	runningStep,
	sessionMap,
	writeSteps,
	type Step,
	usualAhead,
} from './runsheet';

const MINUTE = 60_000;
const step = (id: string, minutes: number, more: Partial<Step> = {}): Step =>
	newStep({ id, title: id, minutes, kind: 'discuss', ...more });
const plan = (): Y.Doc => {
	const doc = new Y.Doc();
	writeSteps(doc, [step('welcome', 5), step('gather', 8), step('close', 3)]);
	return doc;
};
const order = (doc: Y.Doc): string[] => readSession(doc).steps.map(({ id }) => id);

describe('leading', () => {
	it('goes from step to step and ends, and remembers how long each took', () => {
		const doc = plan();
		expect(goToNextStep(doc, MINUTE, undefined)?.id).toBe('welcome');
		expect(readSession(doc)).toMatchObject({
			begunAt: MINUTE,
			running: { step: 'welcome', startedAt: MINUTE, endsAt: 6 * MINUTE },
		});
		goToNextStep(doc, 7 * MINUTE, 'welcome');
		goToNextStep(doc, 15 * MINUTE, 'gather');
		expect(runningStep(readSession(doc))?.id).toBe('close');
		goToNextStep(doc, 18 * MINUTE, 'close');
		const { done, running, past } = readSession(doc);
		expect([done, running]).toEqual([true, undefined]);
		expect(past.map(({ step: id, startedAt, endedAt }) => [id, (endedAt - startedAt) / MINUTE])).toEqual([
			['welcome', 6],
			['gather', 8],
			['close', 3],
		]);
		expect(nextStep(readSession(doc))).toBeUndefined();
	});

	it('does not skip a step when two press at once', () => {
		const doc = plan();
		startStep(doc, 'welcome', 0);
		goToNextStep(doc, MINUTE, 'welcome');
		goToNextStep(doc, MINUTE + 5, 'welcome');
		expect(runningStep(readSession(doc))?.id).toBe('gather');
	});

	it('goes back, stops between steps, and goes on from there', () => {
		const doc = plan();
		startStep(doc, 'gather', 0);
		goToPreviousStep(doc, MINUTE, 'gather');
		expect(runningStep(readSession(doc))?.id).toBe('welcome');
		expect(() => goToPreviousStep(doc, MINUTE, 'welcome')).toThrow('first step');
		stopStep(doc, 2 * MINUTE);
		expect(readSession(doc).running).toBeUndefined();
		expect(nextStep(readSession(doc))?.id).toBe('gather');
	});

	it('begins anew when a step is started after the end', () => {
		const doc = plan();
		startStep(doc, 'close', 0);
		endSession(doc, MINUTE);
		startStep(doc, 'welcome', 10 * MINUTE);
		expect(readSession(doc)).toMatchObject({ done: false, begunAt: 10 * MINUTE, past: [] });
	});

	it('adds time to what is left, or from now on when it is over, and takes some away', () => {
		const doc = plan();
		startStep(doc, 'welcome', 0);
		addMinutes(doc, 1, MINUTE);
		expect(readSession(doc).running!.endsAt).toBe(6 * MINUTE);
		addMinutes(doc, 2, 17 * MINUTE);
		expect(readSession(doc).running!.endsAt).toBe(19 * MINUTE);
		addMinutes(doc, -1, 17 * MINUTE);
		expect(readSession(doc).running!.endsAt).toBe(18 * MINUTE);
		addMinutes(doc, -5, 17 * MINUTE);
		expect(readSession(doc).running!.endsAt).toBe(17 * MINUTE);
		expect(() => addMinutes(new Y.Doc(), 1, 0)).toThrow('no step');
	});

	it('pauses and goes on with what was left', () => {
		const doc = plan();
		startStep(doc, 'welcome', 0);
		pause(doc, 2 * MINUTE);
		pause(doc, 3 * MINUTE);
		expect(readSession(doc).running!.pausedAt).toBe(2 * MINUTE);
		resume(doc, 10 * MINUTE);
		resume(doc, 11 * MINUTE);
		expect(readSession(doc).running).toMatchObject({ endsAt: 13 * MINUTE, paused: 8 * MINUTE });
		goToNextStep(doc, 13 * MINUTE, 'welcome');
		expect(readSession(doc).past[0]).toMatchObject({ paused: 8 * MINUTE });
	});

	it('refuses steps that are not there', () => {
		expect(() => startStep(plan(), 'nowhere', 0)).toThrow('gone');
	});

	it('says what people may do in the running step, before the meeting, and between steps', () => {
		const doc = plan();
		expect(ruleOf(readSession(doc))).toEqual({ may: 'everything' });
		sessionMap(doc).set('ahead', { prompt: 'Bring a question', field: 'f' });
		expect(ruleOf(readSession(doc))).toEqual({ may: 'line', field: 'f' });
		changeStep(doc, 'gather', { kind: 'gather', may: 'line', field: 'g', silent: true });
		startStep(doc, 'gather', 0);
		expect(ruleOf(readSession(doc))).toEqual({ may: 'line', field: 'g', silent: true });
		stopStep(doc, 1);
		endSession(doc, 2);
		expect(ruleOf(readSession(doc))).toEqual({ may: 'everything' });
	});
});

describe('before the meeting', () => {
	it('asks what the first step asks in which notes are gathered, in its field', () => {
		const doc = plan();
		sessionMap(doc).set('question', 'How was it?');
		expect(usualAhead(readSession(doc), [])).toBeUndefined();
		expect(usualAhead(readSession(doc), ['f', 'g'])).toEqual({ prompt: 'How was it?', field: 'f' });
		changeStep(doc, 'gather', { kind: 'gather', field: 'g', prompt: 'What do we keep?' });
		expect(usualAhead(readSession(doc), ['f', 'g'])).toEqual({ prompt: 'What do we keep?', field: 'g' });
		expect(usualAhead(readSession(doc), ['f'])).toEqual({ prompt: 'How was it?', field: 'f' });
	});
});

describe('the plan', () => {
	it('is changed step by step', () => {
		const doc = plan();
		addStep(doc, step('read', 4), 'gather');
		addStep(doc, step('first', 1), undefined);
		expect(order(doc)).toEqual(['first', 'welcome', 'gather', 'read', 'close']);
		moveStep(doc, 'close', 'first');
		moveStep(doc, 'welcome', 'read');
		expect(order(doc)).toEqual(['first', 'close', 'gather', 'read', 'welcome']);
		moveStep(doc, 'welcome', undefined);
		removeStep(doc, 'gather');
		expect(order(doc)).toEqual(['welcome', 'first', 'close', 'read']);
	});

	it('keeps the work of two who change it at once', () => {
		const [a, b] = [plan(), new Y.Doc()];
		Y.applyUpdate(b, Y.encodeStateAsUpdate(a));
		changeStep(a, 'gather', { minutes: 12 });
		addStep(b, step('read', 4), 'gather');
		addStep(a, step('nod', 4), 'gather');
		changeStep(b, 'close', { title: 'Wrap up' });
		Y.applyUpdate(a, Y.encodeStateAsUpdate(b));
		Y.applyUpdate(b, Y.encodeStateAsUpdate(a));
		expect(readSession(a)).toEqual(readSession(b));
		const { steps } = readSession(a);
		expect(steps.find(({ id }) => id === 'gather')?.minutes).toBe(12);
		expect(steps.map(({ id }) => id).sort()).toEqual(['close', 'gather', 'nod', 'read', 'welcome']);
		// Between two steps that were put in the same place at once there is room as well.
		const [, , one] = order(a);
		addStep(a, step('between', 1), one);
		expect(order(a)).toContain('between');
	});

	it('does not take out the running step, and lets nothing in that cannot be read', () => {
		const doc = plan();
		startStep(doc, 'gather', 0);
		removeStep(doc, 'gather');
		expect(order(doc)).toContain('gather');
		expect(() => changeStep(doc, 'gather', { minutes: -3 })).toThrow();
		expect(() => addStep(doc, step('x', 0), undefined)).toThrow();
		expect(readSession(doc).steps.find(({ id }) => id === 'gather')?.minutes).toBe(8);
	});

	it('leaves out steps that cannot be read, and a running step that is gone', () => {
		const doc = plan();
		sessionMap(doc).set('step:bad', { id: 'bad', minutes: -3, z: 'a9' });
		sessionMap(doc).set('running', { step: 'bad', startedAt: 0, endsAt: 1 });
		expect(readSession(doc)).toMatchObject({ running: undefined });
		expect(order(doc)).toEqual(['welcome', 'gather', 'close']);
	});

	it('reads plans from before each step stood by itself, and renews them', () => {
		const doc = new Y.Doc();
		sessionMap(doc).set('steps', [
			{ id: 'a', title: 'Talk', minutes: 3, kind: 'talk', prompt: '', aside: '' },
			{ id: 'b', title: 'Choose', minutes: 5, kind: 'decide', prompt: 'Which?', aside: '' },
		]);
		const before = readSession(doc).steps;
		expect(before.map(({ kind, may }) => [kind, may])).toEqual([
			['discuss', 'everything'],
			['vote', 'everything'],
		]);
		expect(renewSteps(doc)).toBe(true);
		expect(renewSteps(doc)).toBe(false);
		expect(readSession(doc).steps).toEqual(before);
	});
});
