/**
 * Keeps people to what the running step lets them do on the sheets, whatever client they have. What they may not do is let in and put back
 * at once: an edit that was left out would leave a gap before everything that the same person does afterwards.
 */
import { objectsOf, placesOf, sheetsOf } from '$core/board/document';
import { keep, restore, type Kept } from '$core/board/kept';
import { leads } from '$core/session/rights';
import { breachOf, type Breach } from '$core/session/stage-check';
import { grantsOf } from '$core/session/step-rights';
import { touchedBy } from '$core/session/touched';
import * as Y from 'yjs';
import { parseName } from './names';
import type { Context } from './origins';

/** What is to be put back, as it was before. */
export interface PutBack {
	/** Puts it back. Notes of the writer's own are handed to `spare` instead of being lost. */
	run(doc: Y.Doc, spare: (id: string, note: Kept) => void): void;
}

/** Whether what comes over a connection is to be looked at: it is about the sheets, and a step lets its person do less than everything. */
export const isNarrowed = (document: string, { role, house }: Context): boolean =>
	parseName(document)?.layer === 'stage' && !(role && leads(role)) && !(house && grantsOf(house.step).edit);

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
	{ house, speaker }: Context,
): 'fine' | 'gap' | (() => PutBack) {
	if (!house || !speaker) return 'gap';
	const touches = touchedBy(doc, update);
	if (!touches) return 'gap';
	const breach = breachOf(doc, touches, house.step, speaker.id);
	if (!breach) return 'fine';
	return () => putBack(doc, breach, speaker.id);
}

const OTHERS = { sheets: sheetsOf, places: placesOf } as const;

function putBack(doc: Y.Doc, breach: Breach, writer: string): PutBack {
	const objects = objectsOf(doc);
	const before = new Map<string, Kept>();
	for (const id of breach.objects) {
		const map = objects.get(id);
		if (map instanceof Y.Map) before.set(id, keep(map));
	}
	const others = breach.others.map(({ map, id }) => {
		const values = OTHERS[map](doc).get(id);
		return { map, id, kept: values instanceof Y.Map ? keep(values) : undefined };
	});
	return {
		run(target, spare) {
			for (const id of breach.added) {
				const map = objectsOf(target).get(id);
				if (!(map instanceof Y.Map)) continue;
				const by: unknown = map.get('by');
				if (map.get('kind') === 'note' && Array.isArray(by) && by[0] === writer) spare(id, keep(map));
				objectsOf(target).delete(id);
			}
			for (const [id, kept] of before) restore(objectsOf(target), id, kept);
			for (const { map, id, kept } of others) {
				if (kept) restore(OTHERS[map](target), id, kept);
				else OTHERS[map](target).delete(id);
			}
		},
	};
}
