/**
 * Where a session stands in its run sheet. It lives in the document `session`, which only the server and facilitators write;
 * times are the server's, in ms. Steps stand each under a key of its own, so that two who edit the plan at once do not undo each
 * other's work.
 */
import { freshKeys, insertAt } from '../order/keys';
import * as Y from 'yjs';
import { z } from 'zod';
import { gathers, lengthOf, stepSchema, type Step } from './steps';
import { NO_STEP, type StepRule } from '../access/step-grants';

export {
	gathers,
	lengthOf,
	newStep,
	revealsNames,
	STEP_KINDS,
	stepSchema,
	type Step,
	type StepKind,
} from './steps';

export const runningSchema = z.object({
	step: z.string().min(1).max(64),
	/** When the step was started. */
	startedAt: z.number(),
	/** When its minutes are over; grows when time is added, and while it is paused. */
	endsAt: z.number(),
	/** Since when it has been paused. */
	pausedAt: z.number().optional(),
	/** How long it was paused before, ms. */
	paused: z.number().optional(),
});
export type Running = z.infer<typeof runningSchema>;

/** A step as it was run. */
export const pastSchema = z.object({
	step: z.string().min(1).max(64),
	title: z.string().max(80),
	startedAt: z.number(),
	endedAt: z.number(),
	/** How long it was paused, ms. */
	paused: z.number(),
	/** How long it was planned, minutes. */
	planned: z.number(),
});
export type Past = z.infer<typeof pastSchema>;

/** Gathering before the meeting: nothing runs yet, and people write in answer to a question. */
export const aheadSchema = z.object({ prompt: z.string().max(400), field: z.string().min(1).max(64) });
export type Ahead = z.infer<typeof aheadSchema>;

export interface SessionState {
	steps: Step[];
	running: Running | undefined;
	/** Whether the last step has been brought to its end. */
	done: boolean;
	/** Steps that have been run, in the order in which they ended. */
	past: Past[];
	/** When the first step was started. */
	begunAt: number | undefined;
	/** When the session is to end; as planned from its beginning where nothing is said. */
	endBy: number | undefined;
	ahead: Ahead | undefined;
	/** What the session is about. */
	question: string;
}

export const EMPTY_SESSION: SessionState = {
	steps: [],
	running: undefined,
	done: false,
	past: [],
	begunAt: undefined,
	endBy: undefined,
	ahead: undefined,
	question: '',
};

export const sessionMap = (doc: Y.Doc): Y.Map<unknown> => doc.getMap('session');

const STEP = 'step:';
export const stepKey = (id: string): string => STEP + id;
export const isStepKey = (key: string): boolean => key.startsWith(STEP) || key === 'steps';

type Placed = Step & { z: string };

/** Steps with their places in the order. */
function placed(map: Y.Map<unknown>): Placed[] {
	const found: Placed[] = [];
	for (const [key, value] of map.entries()) {
		if (!key.startsWith(STEP)) continue;
		const { z: at } = (value ?? {}) as { z?: unknown };
		const step = stepSchema.safeParse(value);
		if (step.success && typeof at === 'string') found.push({ ...step.data, z: at });
	}
	return found.sort((a, b) => (a.z < b.z ? -1 : a.z > b.z ? 1 : a.id < b.id ? -1 : 1));
}

/** Steps of a plan from before each stood under a key of its own. */
function earlier(map: Y.Map<unknown>): Step[] {
	const raw = map.get('steps');
	return (Array.isArray(raw) ? raw : []).flatMap((step) => {
		const parsed = stepSchema.safeParse(step);
		return parsed.success ? [parsed.data] : [];
	});
}

function stepsIn(map: Y.Map<unknown>): Step[] {
	const own = placed(map);
	if (own.length === 0) return earlier(map);
	return own.map(({ z: _, ...step }) => step);
}

const numberIn = (map: Y.Map<unknown>, key: string): number | undefined => {
	const value = map.get(key);
	return typeof value === 'number' && Number.isFinite(value) ? value : undefined;
};

/** Reads the session; what cannot be read is left out. */
export function readSession(doc: Y.Doc): SessionState {
	const map = sessionMap(doc);
	const steps = stepsIn(map);
	const running = runningSchema.safeParse(map.get('running'));
	const isKnown = running.success && steps.some((step) => step.id === running.data.step);
	const ahead = aheadSchema.safeParse(map.get('ahead'));
	const question = map.get('question');
	const past = z.array(pastSchema).safeParse(map.get('past'));
	return {
		steps,
		running: isKnown ? running.data : undefined,
		done: map.get('done') === true,
		past: past.success ? past.data : [],
		begunAt: numberIn(map, 'begunAt'),
		endBy: numberIn(map, 'endBy'),
		ahead: ahead.success ? ahead.data : undefined,
		question: typeof question === 'string' ? question.slice(0, 400) : '',
	};
}

/** Replaces the steps of the run sheet. */
export function writeSteps(doc: Y.Doc, steps: readonly Step[]): void {
	const map = sessionMap(doc);
	const keys = freshKeys(steps.length);
	doc.transact(() => {
		const wanted = new Set(steps.map(({ id }) => stepKey(id)));
		for (const key of [...map.keys()]) if (isStepKey(key) && !wanted.has(key)) map.delete(key);
		steps.forEach((step, i) => map.set(stepKey(step.id), { ...step, z: keys[i]! }));
	});
}

/** Puts a plan from earlier in the way in which plans are kept now. Returns whether there was one. */
export function renewSteps(doc: Y.Doc): boolean {
	const map = sessionMap(doc);
	if (!map.has('steps')) return false;
	writeSteps(doc, stepsIn(map));
	return true;
}

/** Changes one step. Does nothing when it is gone. */
export function changeStep(doc: Y.Doc, id: string, values: Partial<Omit<Step, 'id'>>): void {
	doc.transact(() => {
		renewSteps(doc);
		const map = sessionMap(doc);
		const now = map.get(stepKey(id)) as Placed | undefined;
		if (!now) return;
		const next = Object.fromEntries(
			Object.entries({ ...now, ...values }).filter(([, value]) => value !== undefined),
		);
		// What nobody could read must not get in: the step would be gone for everybody.
		stepSchema.parse(next);
		map.set(stepKey(id), next);
	});
}

/** Puts a step into the plan, after another one or at its beginning. */
export function addStep(doc: Y.Doc, step: Step, after: string | undefined): void {
	stepSchema.parse(step);
	doc.transact(() => {
		renewSteps(doc);
		putAfter(doc, step as Placed, after);
	});
}

/** Moves a step to behind another one, or to the beginning. */
export function moveStep(doc: Y.Doc, id: string, after: string | undefined): void {
	if (id === after) return;
	doc.transact(() => {
		renewSteps(doc);
		const map = sessionMap(doc);
		const now = map.get(stepKey(id)) as Placed | undefined;
		if (now) putAfter(doc, now, after);
	});
}

function putAfter(doc: Y.Doc, step: Placed, after: string | undefined): void {
	const map = sessionMap(doc);
	const others = placed(map).filter((each) => each.id !== step.id);
	const at = after === undefined ? -1 : others.findIndex((each) => each.id === after);
	const keys = insertAt(others, at + 1, [step.id]);
	for (const each of [step, ...others]) {
		const z = keys.get(each.id);
		if (z !== undefined) map.set(stepKey(each.id), { ...each, z });
	}
}

/** Takes a step out of the plan. The running step stays. */
export function removeStep(doc: Y.Doc, id: string): void {
	doc.transact(() => {
		renewSteps(doc);
		if (readSession(doc).running?.step !== id) sessionMap(doc).delete(stepKey(id));
	});
}

/** What the running step lets people do; before the meeting, when it gathers, the writing line. */
export function ruleOf(state: SessionState): StepRule {
	const step = runningStep(state);
	if (step) {
		const rule: StepRule = { may: step.may };
		if (gathers(step) && step.field) rule.field = step.field;
		if (gathers(step) && step.fields) rule.fields = step.fields;
		if (step.silent) rule.silent = true;
		return rule;
	}
	if (state.ahead && !state.done) return { may: 'line', field: state.ahead.field };
	return NO_STEP;
}

/**
 * What people are asked before the meeting where nobody said otherwise: what the first step asks in which notes are gathered.
 * @param fields the fields of the board; undefined is returned where there is none
 */
export function usualAhead({ steps, question }: SessionState, fields: readonly string[]): Ahead | undefined {
	const first = steps.find(
		(step) => gathers(step) && step.field !== undefined && fields.includes(step.field),
	);
	const field = first?.field ?? fields[0];
	return field === undefined ? undefined : { prompt: first?.prompt || question, field };
}

/** The step after the running one; the first when none has run; undefined at the end. */
export function nextStep(state: SessionState): Step | undefined {
	if (state.done) return undefined;
	const last = state.running?.step ?? state.past.at(-1)?.step;
	// A step that was taken out since begins nothing anew.
	const at = state.steps.findIndex((step) => step.id === last);
	return state.steps[at + 1];
}

/** The step before the running one, or the one that ran last. */
export function previousStep(state: SessionState): Step | undefined {
	if (!state.running) return state.steps.find((step) => step.id === state.past.at(-1)?.step);
	const at = state.steps.findIndex((step) => step.id === state.running!.step);
	return at > 0 ? state.steps[at - 1] : undefined;
}

export const runningStep = (state: SessionState): Step | undefined =>
	state.steps.find((step) => step.id === state.running?.step);

/** How long the running step was planned to take, with what was added, minutes. */
export const plannedMinutes = (state: SessionState): number => {
	const step = runningStep(state);
	return step ? lengthOf(step) : 0;
};
