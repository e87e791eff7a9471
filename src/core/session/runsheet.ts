/**
 * The run sheet: the plan of a session as timed steps, and where the session stands in it. It lives in
 * the document `session`, which only the server and facilitators write; times are the server's.
 */
import * as Y from 'yjs';
import { z } from 'zod';

export const STEP_KINDS = ['talk', 'gather', 'sort', 'decide'] as const;
export type StepKind = (typeof STEP_KINDS)[number];

export const stepSchema = z.object({
	id: z.string().min(1).max(64),
	title: z.string().min(1).max(80),
	minutes: z
		.number()
		.gt(0)
		.lte(24 * 60),
	kind: z.enum(STEP_KINDS),
	/** What everybody is asked, shown above the writing line. */
	prompt: z.string().max(400).default(''),
	/** The field in which notes of this step land. */
	field: z.string().max(64).optional(),
	/** The sheet that the step takes place on. */
	sheet: z.string().max(64).optional(),
	/** Notes that only facilitators see. */
	aside: z.string().max(1000).default(''),
});
export type Step = z.infer<typeof stepSchema>;

export const runningSchema = z.object({
	step: z.string().min(1).max(64),
	/** Server time at which the step was started, ms. */
	startedAt: z.number(),
	/** Server time at which its minutes are over, ms; grows when time is added. */
	endsAt: z.number(),
});
export type Running = z.infer<typeof runningSchema>;

export interface SessionState {
	steps: Step[];
	running: Running | undefined;
	/** Whether the last step has been brought to its end. */
	done: boolean;
}

const sessionMap = (doc: Y.Doc): Y.Map<unknown> => doc.getMap('session');

/** Reads the session; steps that cannot be read are left out. */
export function readSession(doc: Y.Doc): SessionState {
	const map = sessionMap(doc);
	const raw = map.get('steps');
	const steps = (Array.isArray(raw) ? raw : []).flatMap((step) => {
		const parsed = stepSchema.safeParse(step);
		return parsed.success ? [parsed.data] : [];
	});
	const running = runningSchema.safeParse(map.get('running'));
	const known = running.success && steps.some((step) => step.id === running.data.step);
	return { steps, running: known ? running.data : undefined, done: map.get('done') === true };
}

/** Replaces the steps of the run sheet. */
export function writeSteps(doc: Y.Doc, steps: Step[]): void {
	doc.transact(() => sessionMap(doc).set('steps', steps));
}

/** Starts a step at server time `now`, ms. Throws when the run sheet has no such step. */
export function startStep(doc: Y.Doc, id: string, now: number): void {
	const step = readSession(doc).steps.find((each) => each.id === id);
	if (!step) throw new RangeError('This step is not in the run sheet any more.');
	const running: Running = { step: id, startedAt: now, endsAt: now + step.minutes * 60_000 };
	doc.transact(() => {
		sessionMap(doc).set('running', running);
		sessionMap(doc).delete('done');
	});
}

/** Ends the session after its last step. */
export function endSession(doc: Y.Doc): void {
	doc.transact(() => {
		sessionMap(doc).delete('running');
		sessionMap(doc).set('done', true);
	});
}

/** Adds minutes to the running step; a step whose time is over gets them from `now` on. */
export function addMinutes(doc: Y.Doc, minutes: number, now: number): void {
	const { running } = readSession(doc);
	if (!running) throw new RangeError('No step is running.');
	const endsAt = Math.max(running.endsAt, now) + minutes * 60_000;
	doc.transact(() => sessionMap(doc).set('running', { ...running, endsAt }));
}

/** The step after the running one; the first when none runs; undefined at the end. */
export function nextStep(state: SessionState): Step | undefined {
	if (state.done) return undefined;
	if (!state.running) return state.steps[0];
	const at = state.steps.findIndex((step) => step.id === state.running!.step);
	return state.steps[at + 1];
}

export const runningStep = (state: SessionState): Step | undefined =>
	state.steps.find((step) => step.id === state.running?.step);
