/**
 * Keeps people to what the running step lets them do on the sheets, whatever client they have. What they may not do is let in and put back
 * at once: an edit that was left out would leave a gap before everything that the same person does afterwards.
 */
import { objectsOf, placesOf, sheetsOf } from '$core/board/document';
import { applySnapshot, captureObject, type ObjectSnapshot } from '$core/board/ops/snapshot';
import { leads } from '$core/access/roles';
import { violationOf, type Violation } from '$core/live/stage-check';
import { grantsOf } from '$core/access/step-grants';
import { describeUpdate } from '$core/live/describe-update';
import * as Y from 'yjs';
import { parseName } from './names';
import type { Context } from './origins';

/** What is to be put back, as it was before. */
export interface PutBack {
	/** Puts it back. Notes of the writer's own are handed to `spare` instead of being lost. */
	run(doc: Y.Doc, spare: (id: string, note: ObjectSnapshot) => void): void;
	/** Has to be called afterwards, also when it could not be put back. */
	end(): void;
}

/**
 * What waits to be put back in each document: how it was, undefined where it was not there at all, and by how many it is waited for. An edit
 * that comes before it is put back finds it as it must not be; that is not how it was.
 */
const waiting = new WeakMap<Y.Doc, Map<string, { kept: ObjectSnapshot | undefined; times: number }>>();

function hold(doc: Y.Doc, key: string, now: () => ObjectSnapshot | undefined): ObjectSnapshot | undefined {
	const all = waiting.get(doc) ?? new Map<string, { kept: ObjectSnapshot | undefined; times: number }>();
	waiting.set(doc, all);
	const one = all.get(key) ?? { kept: now(), times: 0 };
	one.times++;
	all.set(key, one);
	return one.kept;
}

function release(doc: Y.Doc, key: string): void {
	const one = waiting.get(doc)?.get(key);
	if (one && --one.times === 0) waiting.get(doc)!.delete(key);
}

/** Whether what comes over a connection is to be looked at: it is about the sheets, and a step lets its person do less than everything. */
export const isNarrowed = (document: string, { role, policy }: Context): boolean =>
	parseName(document)?.layer === 'stage' && !(role && leads(role)) && !(policy && grantsOf(policy.step).edit);

/** Takes what comes over a connection one after the other: each is looked at when the one before it stands in the document. */
export async function inTurn(context: Context, work: () => Promise<void>): Promise<void> {
	const before = context.turn;
	let done: () => void = () => {};
	context.turn = new Promise((resolve) => (done = resolve));
	await before;
	try {
		await work();
	} finally {
		// It is applied right after this.
		setImmediate(done);
	}
}

/**
 * Looks at an update before it is applied.
 * @returns 'fine', or 'gap' when it goes on from something that is not here, or a function that notes how things are right before it is
 * applied and gives the way to put them back
 */
export function checkUpdate(
	doc: Y.Doc,
	update: Uint8Array,
	{ policy, speaker }: Context,
): 'fine' | 'gap' | (() => PutBack) {
	if (!policy || !speaker) return 'gap';
	const updated = describeUpdate(doc, update);
	if (!updated) return 'gap';
	const violation = violationOf(doc, updated, policy.step, speaker.id);
	if (!violation) return 'fine';
	return () => putBack(doc, violation, speaker.id);
}

const OTHERS = { sheets: sheetsOf, places: placesOf } as const;

function putBack(doc: Y.Doc, violation: Violation, writer: string): PutBack {
	const valuesOf = (all: Y.Map<unknown>, id: string): ObjectSnapshot | undefined => {
		const values = all.get(id);
		return values instanceof Y.Map ? captureObject(values) : undefined;
	};
	const before = new Map<string, ObjectSnapshot>();
	const added = new Set<string>();
	// Also what is new may have been there, and be gone only because that waits to be put back.
	for (const id of new Set([...violation.added, ...violation.objects])) {
		const kept = hold(doc, id, () => valuesOf(objectsOf(doc) as Y.Map<unknown>, id));
		if (kept) before.set(id, kept);
		else added.add(id);
	}
	const others = violation.others.map(({ map, id }) => {
		const all = OTHERS[map](doc) as Y.Map<unknown>;
		return { map, id, kept: hold(doc, `${map} ${id}`, () => valuesOf(all, id)) };
	});
	return {
		run(target, spare) {
			for (const id of added) {
				const map = objectsOf(target).get(id);
				if (!(map instanceof Y.Map)) continue;
				const by: unknown = map.get('by');
				if (map.get('kind') === 'note' && Array.isArray(by) && by[0] === writer)
					spare(id, captureObject(map));
				objectsOf(target).delete(id);
			}
			for (const [id, kept] of before) applySnapshot(objectsOf(target), id, kept);
			for (const { map, id, kept } of others) {
				if (kept) applySnapshot(OTHERS[map](target), id, kept);
				else OTHERS[map](target).delete(id);
			}
		},
		end() {
			for (const id of [...before.keys(), ...added]) release(doc, id);
			for (const { map, id } of others) release(doc, `${map} ${id}`);
		},
	};
}
