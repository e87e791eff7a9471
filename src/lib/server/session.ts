/** Leading a session on the server: one order sets the clock, everybody's rights, names, what is covered, and the place. */
import { bringOn, cuedFor } from '$core/session/backstage';
import type { Call } from '$core/session/calls';
import { proposeLengths } from '$core/session/schedule';
import { changeStep, readSession, runningStep, type SessionState, type Step } from '$core/session/runsheet';
import {
	addMinutes,
	endSession,
	goBack,
	goOn,
	pause,
	resume,
	startStep,
	stopStep,
} from '$core/session/running';
import { takeSeats } from '$core/session/rotation';
import { beginSilence, openRun, runOf, silencesIn } from '$core/session/silence';
import { m } from '$lib/paraglide/messages';
import type * as Y from 'yjs';
import { z } from 'zod';
import type { Person } from './auth';
import { membershipOf, Refused, requireRight } from './boards';
import { live } from './live/documents';
import { documentName } from './live/names';
import { mirrorRule } from './live/session-rule';
import { reveal } from './live/silence';
import { setHouse } from './members';
import { speakerOn } from './names';
import { followNames } from './veil';
import { closeVotes } from './votes';

const id = z.string().min(1).max(64);

/** What somebody who leads may ask for. */
export const orderSchema = z.discriminatedUnion('do', [
	z.object({ do: z.literal('start'), step: id }),
	/** `from` is the step that runs as whoever asks sees it. */
	z.object({ do: z.literal('next'), from: id.optional() }),
	z.object({ do: z.literal('back'), from: id.optional() }),
	z.object({ do: z.literal('add'), minutes: z.number().gte(-120).lte(120) }),
	z.object({ do: z.literal('pause') }),
	z.object({ do: z.literal('resume') }),
	z.object({ do: z.literal('stop') }),
	z.object({ do: z.literal('end') }),
	/** Takes the proposal for ending on time, or goes back to the lengths that were wished. */
	z.object({ do: z.literal('shorten') }),
	z.object({ do: z.literal('as wished') }),
	z.object({ do: z.literal('reveal'), run: z.string().min(1).max(80), all: z.boolean(), names: z.boolean() }),
]);
export type Order = z.infer<typeof orderSchema>;

/** What changes in the document. Throws RangeError when it cannot be done. */
function edit(doc: Y.Doc, order: Exclude<Order, { do: 'reveal' }>, now: number): void {
	switch (order.do) {
		case 'start':
			return void startStep(doc, order.step, now);
		case 'next':
			return void goOn(doc, now, order.from);
		case 'back':
			return void goBack(doc, now, order.from);
		case 'add':
			return addMinutes(doc, order.minutes, now);
		case 'pause':
			return pause(doc, now);
		case 'resume':
			return resume(doc, now);
		case 'stop':
			return stopStep(doc, now);
		case 'end':
			return endSession(doc, now);
		case 'shorten':
			for (const [step, cut] of proposeLengths(readSession(doc), now)?.lengths ?? [])
				changeStep(doc, step, { cut });
			return;
		case 'as wished':
			for (const { id: step, cut } of readSession(doc).steps)
				if (cut !== undefined) changeStep(doc, step, { cut: undefined });
			return;
	}
}

/** From now on what is written in a silent step is kept from everybody else. */
function beginSilenceOf(doc: Y.Doc, sheetOf: (field: string) => string | undefined): void {
	const state = readSession(doc);
	const step = runningStep(state);
	if (!step?.silent || !step.field || !state.running) return;
	const run = runOf(step.id, state.running.startedAt);
	if (silencesIn(doc).some((each) => each.run === run)) return;
	const { startedAt: at } = state.running;
	const sheet = sheetOf(step.field) ?? step.sheet ?? '';
	beginSilence(doc, run, { step: step.id, title: step.title, field: step.field, sheet, at });
}

/** Leads the session. Throws Refused when the person may not, or when it cannot be done. Returns how many notes were revealed. */
export async function leadSession(
	boardId: string,
	person: Person,
	order: Order,
): Promise<{ revealed: number }> {
	await requireRight(boardId, person.id, 'lead');
	if (order.do === 'reveal')
		return { revealed: await reveal(boardId, order.run, { all: order.all, names: order.names }, person.id) };
	const here = live().present(boardId);
	const sheets = await live().read(boardId, (model) => (field: string) => model.find(field)?.sheet);
	let before: SessionState;
	let now: SessionState;
	try {
		[before, now] = await live().edit(
			boardId,
			'session',
			(doc) => {
				const was = readSession(doc);
				edit(doc, order, Date.now());
				beginSilenceOf(doc, sheets);
				// Whoever is here when sheets begin to go round has a seat.
				if (runningStep(readSession(doc))?.fields) takeSeats(doc, here);
				return [was, readSession(doc)] as const;
			},
			person.id,
		);
	} catch (reason) {
		if (reason instanceof RangeError) throw new Refused(m.error_step_gone(), 409);
		throw reason;
	}
	await live().readLayer(boardId, 'session', (doc) => mirrorRule(doc, boardId));
	let revealed = 0;
	if (before.running?.startedAt !== now.running?.startedAt) {
		// Who watches the document may have written the rule down first and be about to pass it on: whoever started the step
		// hears that it runs when it holds for everybody.
		await live().attendance.refreshRights(boardId);
		revealed += await leaveStep(boardId, person, before, now);
		await enterStep(boardId, person, runningStep(now));
	}
	return { revealed };
}

/** What happens by itself when a step is left. */
async function leaveStep(
	boardId: string,
	person: Person,
	before: SessionState,
	now: SessionState,
): Promise<number> {
	const left = runningStep(before);
	if (!left || !before.running) return 0;
	const { startedAt } = before.running;
	if (left.atEnd === 'call') await callTo(boardId, person, runningStep(now));
	if (left.atEnd === 'close vote') await closeVotes(boardId);
	if (left.atEnd !== 'reveal') return 0;
	const run = await live().readLayer(boardId, 'session', (doc) =>
		openRun(silencesIn(doc), left.id, startedAt),
	);
	if (!run) return 0;
	return reveal(
		boardId,
		run.run,
		{ all: true, names: left.names === undefined || left.names === 'shown' },
		person.id,
	);
}

/** What a step sets when it starts, beside the rights. */
async function enterStep(boardId: string, person: Person, step: Step | undefined): Promise<void> {
	if (!step) return;
	if (step.names !== undefined) await showNames(boardId, person, step.names);
	const cued = await live().readLayer(boardId, 'backstage', (doc) => cuedFor(doc, step.id));
	if (cued.length > 0) await bringOnStage(boardId, person.id, cued);
}

/** Shows or hides names, for everybody at once. */
export async function showNames(
	boardId: string,
	person: Person,
	names: NonNullable<Step['names']>,
): Promise<void> {
	const membership = await membershipOf(boardId, person.id);
	if (!membership || membership.house.names === names) return;
	const { before, now } = await setHouse(boardId, person.id, { names });
	await live().attendance.refreshRights(boardId);
	await followNames(boardId, before, now);
	await live().attendance.refreshRights(boardId);
}

/** Moves objects from backstage to where everybody sees them. Returns how many came. */
export function bringOnStage(boardId: string, personId: string, ids: readonly string[]): Promise<number> {
	const [stage, backstage] = [documentName(boardId, 'stage'), documentName(boardId, 'backstage')];
	return live().editTogether(boardId, [stage, backstage], (docs, as) => {
		let count = 0;
		as(personId, () => (count = bringOn(docs.get(backstage)!, docs.get(stage)!, ids)));
		return count;
	});
}

/** Room round a place to which everybody is called, board units. */
const AROUND = 40;

/** Brings everybody to where a step happens, also those who look around on their own. */
async function callTo(boardId: string, person: Person, step: Step | undefined): Promise<void> {
	const place = step && (await placeOf(boardId, step));
	const membership = await membershipOf(boardId, person.id);
	if (!place || !membership) return;
	const by = await speakerOn(boardId, person, membership.role, membership.house);
	live().attendance.tellAll(boardId, { is: 'call', by, ...place });
}

async function placeOf(boardId: string, step: Step): Promise<Omit<Call, 'by'> | undefined> {
	if (step.view && step.sheet) return { sheet: step.sheet, view: step.view };
	return live().read(boardId, (model) => {
		const field = step.field ? model.find(step.field) : undefined;
		if (field) {
			const [x, y, w, h] = field.box;
			return { sheet: field.sheet, view: [x - AROUND, y - AROUND, w + 2 * AROUND, h + 2 * AROUND] };
		}
		const all = step.sheet
			? model.onSheet(step.sheet).flatMap(({ id: each }) => model.boundsOf(each) ?? [])
			: [];
		if (!step.sheet || all.length === 0) return undefined;
		const x = Math.min(...all.map((box) => box.x));
		const y = Math.min(...all.map((box) => box.y));
		const right = Math.max(...all.map((box) => box.x + box.w));
		const bottom = Math.max(...all.map((box) => box.y + box.h));
		return { sheet: step.sheet, view: [x, y, Math.max(1, right - x), Math.max(1, bottom - y)] };
	});
}
