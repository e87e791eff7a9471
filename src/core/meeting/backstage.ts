/**
 * What only those who lead see: objects prepared for later, and their notes on the steps. It is a document of its own, which is never
 * sent to others. Objects stand in it as they do on the stage; revealing moves them there.
 */
import * as Y from 'yjs';
import { moveBetween } from '../board/ops/snapshot';
import { objectsOf } from '../board/document';
import { withContents } from '../board/ops/edits';
import type { BoardQuery } from '../board/model/query';

/** Notes on steps for those who lead, by step. */
export const asidesOf = (doc: Y.Doc): Y.Map<string> => doc.getMap('asides');

/** With which step an object is revealed, by object. */
const cuesOf = (doc: Y.Doc): Y.Map<string> => doc.getMap('cues');

/** Objects that go backstage with those given: what lies in them, what sticks to them, and connectors tied to them. */
export function goingBackstage(model: BoardQuery, ids: Iterable<string>): Set<string> {
	const going = withContents(model, ids);
	for (const id of [...going]) for (const tie of model.tiesOf(id)) going.add(tie);
	return going;
}

/** Moves objects off the stage. Both documents must be edited as one. Returns how many went. */
export const putBackstage = (stage: Y.Doc, backstage: Y.Doc, ids: Iterable<string>): number =>
	moveBetween(stage, backstage, ids);

/** Shows objects to everybody. Both documents must be edited as one; what is shown already stays. Returns how many came. */
export function bringOn(backstage: Y.Doc, stage: Y.Doc, ids: Iterable<string>): number {
	const all = [...ids];
	const count = moveBetween(backstage, stage, all);
	for (const id of all) cuesOf(backstage).delete(id);
	return count;
}

/** Says with which step objects are revealed; with none where `step` is undefined. */
export function setCue(doc: Y.Doc, ids: Iterable<string>, step: string | undefined): void {
	doc.transact(() => {
		for (const id of ids) {
			if (step === undefined) cuesOf(doc).delete(id);
			else if (objectsOf(doc).has(id)) cuesOf(doc).set(id, step);
		}
	});
}

/** The step with which an object is revealed. */
export const cueOf = (doc: Y.Doc, id: string): string | undefined => cuesOf(doc).get(id);

/** Objects that a step reveals when it starts. */
export const cuedFor = (doc: Y.Doc, step: string): string[] =>
	[...cuesOf(doc)].filter(([, at]) => at === step).map(([id]) => id);
