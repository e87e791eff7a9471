/**
 * The parking lot: questions and remarks kept for later, at hand in every step. It stands in the document `session`; the server puts in what
 * people park, those who lead put it in order and close it with an answer.
 */
import { Fault } from '../fault';
import { insertAt, keysAbove } from '../order/keys';
import type * as Y from 'yjs';
import { z } from 'zod';
import type { Veils } from '../live/veil';

export const LONGEST_PARKED = 500;
/** Most things that are parked on one board. */
export const MAX_PARKED = 500;

const parkedSchema = z.object({
	by: z.tuple([z.string().max(64), z.string().max(80)]),
	made: z.number(),
	text: z.string().min(1).max(LONGEST_PARKED),
	z: z.string().min(1).max(256),
	/** What was answered, once it is closed; may be empty. */
	answer: z.string().max(1000).optional(),
	closedAt: z.number().optional(),
});
export type Parked = z.infer<typeof parkedSchema> & { id: string };

const parkingOf = (doc: Y.Doc): Y.Map<unknown> => doc.getMap('parking');

/** Everything that is parked, in its order, open things first. */
export function readParking(doc: Y.Doc): Parked[] {
	return [...parkingOf(doc).entries()]
		.flatMap(([id, value]) => {
			const read = parkedSchema.safeParse(value);
			return read.success ? [{ ...read.data, id }] : [];
		})
		.sort(
			(a, b) =>
				Number(a.closedAt !== undefined) - Number(b.closedAt !== undefined) ||
				(a.z < b.z ? -1 : a.z > b.z ? 1 : a.id < b.id ? -1 : 1),
		);
}

/** Parks something behind the rest. Throws Fault `parking full` when the lot is full. */
export function park(doc: Y.Doc, id: string, what: Pick<Parked, 'by' | 'made' | 'text'>): void {
	const all = readParking(doc);
	if (all.length >= MAX_PARKED) throw new Fault('parking full', { max: MAX_PARKED });
	const last = all.reduce<string | null>((high, { z: at }) => (high === null || at > high ? at : high), null);
	parkingOf(doc).set(id, {
		...what,
		text: what.text.slice(0, LONGEST_PARKED),
		z: keysAbove(last, 1)[0]!,
	});
}

const change = (doc: Y.Doc, id: string, values: Partial<Parked>): void => {
	const now = readParking(doc).find((each) => each.id === id);
	if (!now) return;
	const { id: _, ...next } = { ...now, ...values };
	parkingOf(doc).set(id, Object.fromEntries(Object.entries(next).filter(([, value]) => value !== undefined)));
};

/** Closes something with an answer. */
export const closeParked = (doc: Y.Doc, id: string, answer: string, now: number): void =>
	change(doc, id, { answer: answer.slice(0, 1000), closedAt: now });

export const reopenParked = (doc: Y.Doc, id: string): void =>
	change(doc, id, { answer: undefined, closedAt: undefined });

export const removeParked = (doc: Y.Doc, id: string): void => parkingOf(doc).delete(id);

/** Puts something before another thing, or at the end. */
export function moveParked(doc: Y.Doc, id: string, before: string | undefined): void {
	const others = readParking(doc).filter((each) => each.id !== id && each.closedAt === undefined);
	const at = before === undefined ? others.length : others.findIndex((each) => each.id === before);
	if (at < 0) return;
	doc.transact(() => {
		for (const [each, z] of insertAt(others, at, [id])) change(doc, each, { z });
	});
}

/** Exchanges the names of those who parked something. */
export function veilParking(doc: Y.Doc, veils: Veils): void {
	for (const { id, by } of readParking(doc)) {
		const veil = veils.get(by[0]);
		if (veil) change(doc, id, { by: [veil.id, veil.name] });
	}
}

/** Calls back when something changes; returns the way to stop. */
export function followParking(doc: Y.Doc, work: () => void): () => void {
	const map = parkingOf(doc);
	map.observe(work);
	return () => map.unobserve(work);
}
