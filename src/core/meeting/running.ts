/**
 * Leading a session: starting, pausing, lengthening, leaving and ending steps. All times are the server's, ms. Only the server
 * calls these, for whoever leads.
 */
import { Fault } from '../fault';
import type * as Y from 'yjs';
import {
	lengthOf,
	nextStep,
	previousStep,
	readSession,
	runningStep,
	sessionMap,
	type Running,
	type Step,
} from './runsheet';

const MINUTE = 60_000;
/** Steps that are remembered as they were run. */
const MAX_PAST = 500;

/** Notes how the running step was run, if one runs. */
function leave(doc: Y.Doc, now: number): void {
	const state = readSession(doc);
	const { running } = state;
	const step = runningStep(state);
	if (!running || !step) return;
	const paused = (running.paused ?? 0) + (running.pausedAt === undefined ? 0 : now - running.pausedAt);
	const { startedAt } = running;
	const past = { step: step.id, title: step.title, startedAt, endedAt: now, paused, planned: lengthOf(step) };
	sessionMap(doc).set('past', [...state.past, past].slice(-MAX_PAST));
	sessionMap(doc).delete('running');
}

/**
 * Starts a step; the one that runs is left. Throws Fault `gone` when the run sheet has no such
 * step.
 */
export function startStep(doc: Y.Doc, id: string, now: number): Step {
	const state = readSession(doc);
	const step = state.steps.find((each) => each.id === id);
	if (!step) throw new Fault('gone', { what: 'step' });
	const running: Running = { step: id, startedAt: now, endsAt: now + lengthOf(step) * MINUTE };
	doc.transact(() => {
		const map = sessionMap(doc);
		leave(doc, now);
		if (state.done) for (const key of ['done', 'past', 'begunAt']) map.delete(key);
		if (state.begunAt === undefined || state.done) map.set('begunAt', now);
		map.set('running', running);
	});
	return step;
}

/**
 * Goes on to the next step, or ends the session after the last one. `from` is the step that is left as whoever asks sees it: when
 * somebody else has gone on meanwhile nothing happens, so that two who press at once do not skip a step.
 */
export function goToNextStep(doc: Y.Doc, now: number, from: string | undefined): Step | undefined {
	const state = readSession(doc);
	if (state.running?.step !== from) return undefined;
	const next = nextStep(state);
	if (next) return startStep(doc, next.id, now);
	endSession(doc, now);
	return undefined;
}

/** Goes back to the step before. Throws Fault `first step` at the first. */
export function goToPreviousStep(doc: Y.Doc, now: number, from: string | undefined): Step | undefined {
	const state = readSession(doc);
	if (state.running?.step !== from) return undefined;
	const before = previousStep(state);
	if (!before) throw new Fault('first step');
	return startStep(doc, before.id, now);
}

/** Leaves the running step; nothing runs until a step is started again. */
export function stopStep(doc: Y.Doc, now: number): void {
	doc.transact(() => leave(doc, now));
}

/** Ends the session. */
export function endSession(doc: Y.Doc, now: number): void {
	doc.transact(() => {
		leave(doc, now);
		sessionMap(doc).set('done', true);
	});
}

function requireRunning(doc: Y.Doc): Running {
	const { running } = readSession(doc);
	if (!running) throw new Fault('no step');
	return running;
}

/**
 * Adds minutes to the running step, or takes some away, down to its end now; a step whose time is over gets them from `now` on.
 */
export function addMinutes(doc: Y.Doc, minutes: number, now: number): void {
	const running = requireRunning(doc);
	const at = running.pausedAt ?? now;
	const from = minutes > 0 ? Math.max(running.endsAt, at) : running.endsAt;
	const endsAt = Math.max(Math.min(at, running.endsAt), from + minutes * MINUTE);
	sessionMap(doc).set('running', { ...running, endsAt });
}

/** Stops the clock of the running step. */
export function pause(doc: Y.Doc, now: number): void {
	const running = requireRunning(doc);
	if (running.pausedAt === undefined) sessionMap(doc).set('running', { ...running, pausedAt: now });
}

/** Lets the clock of the running step go on. */
export function resume(doc: Y.Doc, now: number): void {
	const { pausedAt, ...running } = requireRunning(doc);
	if (pausedAt === undefined) return;
	const rest = now - pausedAt;
	sessionMap(doc).set('running', {
		...running,
		endsAt: running.endsAt + rest,
		paused: (running.paused ?? 0) + rest,
	});
}
