/** What is being gathered for somebody: where their notes go, in answer to what, and whether anybody sees them. */
import type * as Y from 'yjs';
import { fieldFor, seatsIn } from './rotation';
import { gathers, runningStep, type SessionState } from './runsheet';
import { openRun, silencesIn, type Silence } from './silence';

export interface Gathering {
	prompt: string;
	/** The field in which notes land. */
	field: string;
	/** The run of silent writing. */
	silence: Silence | undefined;
	/** Whether it is before the meeting. */
	isAhead: boolean;
}

/**
 * What is gathered now; undefined when nothing is. Whether somebody may write is another question (`rights.ts`).
 * @param person the id under which they go, for sheets that go round
 */
export function gatheringFor(
	session: Y.Doc,
	state: SessionState,
	person: string,
	hasField: (id: string) => boolean,
): Gathering | undefined {
	const step = runningStep(state);
	if (step && state.running) {
		const field = step.fields ? fieldFor(step.fields, seatsIn(session), person, step.round ?? 0) : step.field;
		if (!gathers(step) || !field || !hasField(field)) return undefined;
		const silence = step.silent ? openRun(silencesIn(session), step.id, state.running.startedAt) : undefined;
		return { prompt: step.prompt || step.title, field, silence, isAhead: false };
	}
	const { ahead } = state;
	if (!ahead || state.done || !hasField(ahead.field)) return undefined;
	return { ...ahead, silence: undefined, isAhead: true };
}
