/** Leading a session on the server: one order sets the clock, everybody's rights, names, what is covered, and the place. */
import { noteEffects } from '$core/meeting/effects';
import { proposeLengths } from '$core/meeting/schedule';
import { changeStep, readSession, runningStep } from '$core/meeting/runsheet';
import {
	addMinutes,
	endSession,
	goToPreviousStep,
	goToNextStep,
	pause,
	resume,
	startStep,
	stopStep,
} from '$core/meeting/running';
import { takeSeats } from '$core/meeting/rotation';
import { beginSilence, runOf, silencesIn } from '$core/meeting/silence';
import type { SessionOrder } from '$core/contract/session';
import type * as Y from 'yjs';
import type { Person } from './auth';
import { requireRight } from './boards';
import { live } from './live/documents';
import { mirrorRule } from './live/session-rule';
import { reveal } from './live/silence';
import { runEffects } from './step-effects';

/** What changes in the document. Throws Fault when it cannot be done. */
function edit(doc: Y.Doc, order: Exclude<SessionOrder, { do: 'reveal' }>, now: number): void {
	switch (order.do) {
		case 'start':
			return void startStep(doc, order.step, now);
		case 'next':
			return void goToNextStep(doc, now, order.from);
		case 'back':
			return void goToPreviousStep(doc, now, order.from);
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
		case 'with names':
			return changeStep(doc, order.step, { withNames: order.withNames });
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
	order: SessionOrder,
): Promise<{ revealed: number }> {
	await requireRight(boardId, person.id, 'lead');
	if (order.do === 'reveal') return { revealed: await reveal(boardId, order.run, order.all, person.id) };
	const here = live().present(boardId);
	const sheets = await live().read(boardId, (model) => (field: string) => model.find(field)?.sheet);
	const at = Date.now();
	const [before, now] = await live().edit(
		boardId,
		'session',
		(doc) => {
			const was = readSession(doc);
			edit(doc, order, at);
			beginSilenceOf(doc, sheets);
			// Whoever is here when sheets begin to go round has a seat.
			if (runningStep(readSession(doc))?.fields) takeSeats(doc, here);
			const is = readSession(doc);
			noteEffects(doc, was, is, { by: person.id, name: person.name, at });
			return [was, is] as const;
		},
		person.id,
	);
	await live().readLayer(boardId, 'session', (doc) => mirrorRule(doc, boardId, live()));
	if (before.running?.startedAt === now.running?.startedAt) return { revealed: 0 };
	// Who watches the document may have written the rule down first and be about to pass it on:
	// whoever started the step hears that it runs when it holds for everybody.
	await live().attendance.refreshRights(boardId);
	return { revealed: await runEffects(boardId) };
}
