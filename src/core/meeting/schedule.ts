/**
 * Plan against clock: when a session was planned to end, when it will at this rate, and how it can still end on time.
 *
 * The rule: what is too much is taken from the steps that are still to come, from each in proportion to how much it can give, its
 * wished length less its shortest. Fixed steps give nothing. The running step is left alone. Lengths are whole minutes where there is
 * room for that (largest remainder), so that the plan can be said aloud.
 */
import { lengthOf, leastOf, type Step } from './steps';
import { nextStep, type SessionState } from './runsheet';

const MINUTE = 60_000;

export interface Schedule {
	/** When the session was planned to end, or is to end; ms. */
	planned: number;
	/** When it ends if every step takes as long as it is planned now; ms. */
	expected: number;
	/** Whole minutes behind the plan; negative when there is time left over. */
	behind: number;
	/** Steps that are still to come, with the times at which they begin; ms. */
	coming: { step: Step; at: number }[];
}

/** Steps after the one that runs, or ran last. */
export function comingSteps(state: SessionState): Step[] {
	const next = nextStep(state);
	return next ? state.steps.slice(state.steps.indexOf(next)) : [];
}

const wholeOf = (steps: readonly Step[], length: (step: Step) => number): number =>
	steps.reduce((sum, step) => sum + length(step), 0);

/** When the running step ends if nothing is done about it: a step that is over is just being ended. */
function freeAt({ running }: SessionState, now: number): number {
	if (!running) return now;
	const left = Math.max(0, running.endsAt - (running.pausedAt ?? now));
	return now + left;
}

/** Plan and clock at server time `now`; undefined while nothing has begun, after the end, and without steps. */
export function scheduleOf(state: SessionState, now: number): Schedule | undefined {
	if (state.steps.length === 0 || state.done || state.begunAt === undefined) return undefined;
	const planned = state.endBy ?? state.begunAt + wholeOf(state.steps, ({ minutes }) => minutes) * MINUTE;
	let at = freeAt(state, now);
	const coming = comingSteps(state).map((step) => {
		const begins = at;
		at += lengthOf(step) * MINUTE;
		return { step, at: begins };
	});
	return { planned, expected: at, behind: Math.round((at - planned) / MINUTE), coming };
}

/** When a session that begins at `from` ends, ms. */
export const endOf = (steps: readonly Step[], from: number): number =>
	from + wholeOf(steps, lengthOf) * MINUTE;

export interface Proposal {
	/** New lengths of steps whose length changes, minutes by id. */
	lengths: Map<string, number>;
	/** How many minutes too much it is even if every step is as short as it can be. */
	excess: number;
	/** Steps without which it would fit, the fewest and latest; none when it fits or nothing helps. */
	leaveOut: Step[];
}

/**
 * How to end on time: lengths for the steps that are still to come. They are never longer than wished and never shorter than their
 * shortest. Undefined when nothing would change.
 */
export function proposeLengths(state: SessionState, now: number): Proposal | undefined {
	const schedule = scheduleOf(state, now);
	if (!schedule) return undefined;
	const steps = schedule.coming.map(({ step }) => step);
	const room = (schedule.planned - freeAt(state, now)) / MINUTE;
	const lengths = shareOut(steps, room);
	const least = wholeOf(steps, leastOf);
	const excess = Math.max(0, Math.ceil(least - room - 1e-9));
	const changed = new Map(
		steps.flatMap((step): [string, number][] => {
			const length = lengths.get(step.id)!;
			return length === lengthOf(step) ? [] : [[step.id, length]];
		}),
	);
	if (changed.size === 0 && excess === 0) return undefined;
	return { lengths: changed, excess, leaveOut: excess > 0 ? withoutWhich(steps, room) : [] };
}

/**
 * Lengths for steps that are to take `room` minutes together, minutes by id: as wished if there is enough, each at its shortest if
 * there is not even that, and shortened in proportion to what each can give otherwise.
 */
export function shareOut(steps: readonly Step[], room: number): Map<string, number> {
	const wished = wholeOf(steps, ({ minutes }) => minutes);
	const gives = steps.map((step) => step.minutes - leastOf(step));
	const most = gives.reduce((sum, give) => sum + give, 0);
	const share = most === 0 ? 0 : Math.min(1, Math.max(0, (wished - room) / most));
	const exact = steps.map((step, i) => step.minutes - share * gives[i]!);
	if (share === 0 || share === 1) return new Map(steps.map((step, i) => [step.id, exact[i]!]));
	return new Map(steps.map((step, i) => [step.id, rounded(steps, exact, room)[i]!]));
}

/** Whole minutes that do not take more room together, by largest remainder; steps for which that is too short keep their exact length. */
function rounded(steps: readonly Step[], exact: readonly number[], room: number): number[] {
	const lengths = exact.map((length, i) => {
		const { minutes, fixed } = steps[i]!;
		return fixed || length === minutes ? length : Math.max(leastOf(steps[i]!), Math.floor(length));
	});
	const order = exact
		.map((length, i) => ({ i, rest: length - lengths[i]! }))
		.sort((a, b) => b.rest - a.rest || a.i - b.i);
	let left = room - lengths.reduce((sum, length) => sum + length, 0);
	for (const { i } of order) {
		if (left < 1) break;
		if (lengths[i]! + 1 > steps[i]!.minutes) continue;
		lengths[i]! += 1;
		left -= 1;
	}
	return lengths;
}

/** The fewest steps without which the rest fits at its shortest; the one that ends the session and fixed ones stay. */
function withoutWhich(steps: readonly Step[], room: number): Step[] {
	const candidates = steps
		.slice(0, -1)
		.filter(({ fixed }) => !fixed)
		.sort((a, b) => leastOf(b) - leastOf(a));
	const out: Step[] = [];
	let excess = wholeOf(steps, leastOf) - room;
	for (const step of candidates) {
		if (excess <= 0) break;
		out.push(step);
		excess -= leastOf(step);
	}
	return excess <= 0 ? steps.filter((step) => out.includes(step)) : [];
}

/** The same steps made to take `minutes` together, as far as that goes, for a plan that is made from a recipe. */
export function scaled(steps: readonly Step[], minutes: number): Step[] {
	const wished = wholeOf(steps, (step) => step.minutes);
	if (minutes <= wished) {
		const lengths = shareOut(steps, minutes);
		return steps.map((step) => ({ ...step, minutes: lengths.get(step.id)! }));
	}
	// There is more time than wished: everything but fixed steps and breaks gets longer, in whole minutes.
	const grows = steps.map(({ fixed, kind }) => !fixed && kind !== 'break');
	const base = steps.reduce((sum, step, i) => sum + (grows[i] ? step.minutes : 0), 0);
	if (base === 0) return [...steps];
	const factor = (minutes - (wished - base)) / base;
	const exact = steps.map((step, i) => (grows[i] ? step.minutes * factor : step.minutes));
	const whole = exact.map((length, i) => (grows[i] ? Math.floor(length) : length));
	let left = minutes - whole.reduce((sum, length) => sum + length, 0);
	const order = exact.map((length, i) => ({ i, rest: length - whole[i]! })).sort((a, b) => b.rest - a.rest);
	for (const { i } of order) {
		if (left < 1) break;
		if (!grows[i]) continue;
		whole[i]! += 1;
		left -= 1;
	}
	return steps.map((step, i) => ({ ...step, minutes: whole[i]! }));
}
