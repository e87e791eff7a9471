/**
 * What happens by itself when a step is left or started: notes are revealed, votes closed,
 * everybody called, names shown or hidden, prepared things brought on. It is written down with the
 * change of step, in the same transaction, and struck off when it is done; so a server that fails
 * in between, or a database that does, leaves nothing undone.
 */
import type * as Y from 'yjs';
import { z } from 'zod';
import { NAMES } from '../access/rights';
import { runningStep, sessionMap, type SessionState } from './runsheet';
import { openRun, silencesIn } from './silence';

const id = z.string().min(1).max(64);

const effectSchema = z.discriminatedUnion('do', [
	z.object({ do: z.literal('reveal'), run: z.string().min(1).max(80) }),
	/** Closes what was opened before that time, server time, ms. */
	z.object({ do: z.literal('close votes'), before: z.number() }),
	/** Brings everybody to where a step happens. */
	z.object({ do: z.literal('call'), step: id, at: z.number(), name: z.string().max(80) }),
	z.object({ do: z.literal('names'), names: z.enum(NAMES) }),
	/** Brings on what was prepared for a step. */
	z.object({ do: z.literal('bring on'), step: id }),
]);
export type Effect = z.infer<typeof effectSchema>;

const pendingSchema = z.object({ by: z.string().max(64), effect: effectSchema });
export interface Pending extends z.infer<typeof pendingSchema> {
	key: string;
}

const EFFECT = 'effect:';

/** What follows from the change of step between two states. */
function effectsOf(
	doc: Y.Doc,
	before: SessionState,
	now: SessionState,
	{ at, name }: { at: number; name: string },
): Effect[] {
	if (before.running?.startedAt === now.running?.startedAt) return [];
	const [left, started] = [runningStep(before), runningStep(now)];
	const effects: Effect[] = [];
	if (left && before.running) {
		if (left.atEnd === 'call' && started) effects.push({ do: 'call', step: started.id, at, name });
		if (left.atEnd === 'close vote') effects.push({ do: 'close votes', before: at });
		const run = openRun(silencesIn(doc), left.id, before.running.startedAt);
		if (left.atEnd === 'reveal' && run) effects.push({ do: 'reveal', run: run.run });
	}
	if (started?.names !== undefined) effects.push({ do: 'names', names: started.names });
	if (started) effects.push({ do: 'bring on', step: started.id });
	return effects;
}

/**
 * Writes down what follows from a change of step. Call it in the transaction that changes the step.
 */
export function noteEffects(
	doc: Y.Doc,
	before: SessionState,
	now: SessionState,
	{ by, name, at }: { by: string; name: string; at: number },
): void {
	const map = sessionMap(doc);
	effectsOf(doc, before, now, { at, name }).forEach((effect, i) => {
		// How names are shown is the latest step's to say.
		if (effect.do === 'names')
			for (const each of pendingEffects(doc)) if (each.effect.do === 'names') map.delete(each.key);
		map.set(`${EFFECT}${String(at).padStart(14, '0')}:${i}`, { by, effect });
	});
}

/** What is not done yet, in the order in which it was written down. */
export function pendingEffects(doc: Y.Doc): Pending[] {
	return [...sessionMap(doc).entries()]
		.flatMap(([key, value]) => {
			const read = key.startsWith(EFFECT) ? pendingSchema.safeParse(value) : undefined;
			return read?.success ? [{ ...read.data, key }] : [];
		})
		.sort((a, b) => (a.key < b.key ? -1 : 1));
}

export const strikeEffect = (doc: Y.Doc, key: string): void => sessionMap(doc).delete(key);
