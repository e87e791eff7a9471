/**
 * Does what a change of step brings about, and strikes it off; what fails is tried again until it
 * is done.
 */
import type { Call } from '$core/meeting/calls';
import { bringOn, cuedFor } from '$core/meeting/backstage';
import { pendingEffects, strikeEffect, type Effect, type Pending } from '$core/meeting/effects';
import { readSession, type Step } from '$core/meeting/runsheet';
import { membershipOf, Refused } from './boards';
import { live, type LiveDocuments } from './live/documents';
import { documentName } from './live/names';
import { reveal } from './live/silence';
import { log } from './log';
import { setPolicy } from './members';
import { once } from './once';
import { followNames } from './veil';
import { closeVotes } from './votes';

/** After what time it is tried again, ms; twice as long each time, up to the longest. */
const RETRY_MS = { first: 1000, longest: 60_000 };
/** A call is for this moment: later nobody wants to be moved any more, ms. */
const CALL_HOLDS = 30_000;
/** Room round a place to which everybody is called, board units. */
const AROUND = 40;

/** What was left undone is done a moment after the document is open, ms. */
const LEFT_OVER = 500;

/** Takes up what a change of step brings about and a server left undone when it ended. */
export function takeUpEffects(documents: LiveDocuments): void {
	documents.onOpen((doc, { layer, boardId }) => {
		if (layer !== 'session' || pendingEffects(doc).length === 0) return;
		setTimeout(() => {
			runEffects(boardId).catch((error: unknown) =>
				log.error({ err: error, board: boardId }, 'what a step brings about is left undone'),
			);
		}, LEFT_OVER).unref();
	});
}

const going = () => once('step-effects', () => new Map<string, Promise<number>>());

/** Does what waits on a board, one after the other. Returns how many notes were revealed. */
export function runEffects(boardId: string, wait = RETRY_MS.first): Promise<number> {
	const run = (going().get(boardId) ?? Promise.resolve(0)).catch(() => 0).then(() => runAll(boardId, wait));
	going().set(boardId, run);
	void run.finally(() => {
		if (going().get(boardId) === run) going().delete(boardId);
	});
	return run;
}

async function runAll(boardId: string, wait: number): Promise<number> {
	let revealed = 0;
	let isLeft = false;
	for (const pending of await live().readLayer(boardId, 'session', pendingEffects)) {
		// One that fails keeps no other back.
		const count = await runOne(boardId, pending);
		if (count === undefined) isLeft = true;
		else revealed += count;
	}
	if (isLeft)
		setTimeout(() => {
			runEffects(boardId, Math.min(RETRY_MS.longest, wait * 2)).catch((error: unknown) =>
				log.error({ err: error, board: boardId }, 'what a step brings about could not be tried again'),
			);
		}, wait).unref();
	return revealed;
}

/** Returns how many notes it revealed; undefined when it could not be done. */
async function runOne(boardId: string, { key, by, effect }: Pending): Promise<number | undefined> {
	try {
		let count = 0;
		try {
			count = await act(boardId, by, effect);
		} catch (error) {
			// Whoever led may lead no more, or the board is gone: trying again would change
			// nothing.
			if (!(error instanceof Refused)) throw error;
			log.warn({ board: boardId, effect: effect.do }, 'what a step brings about was refused');
		}
		await live().edit(boardId, 'session', (doc) => strikeEffect(doc, key));
		return count;
	} catch (error) {
		log.error({ err: error, board: boardId, effect: effect.do }, 'what a step brings about is tried again');
		return undefined;
	}
}

async function act(boardId: string, by: string, effect: Effect): Promise<number> {
	switch (effect.do) {
		case 'reveal':
			return reveal(boardId, effect.run, true, by);
		case 'close votes':
			await closeVotes(boardId, effect.before);
			return 0;
		case 'call':
			if (Date.now() - effect.at < CALL_HOLDS)
				await callTo(boardId, { id: by, name: effect.name }, effect.step);
			return 0;
		case 'names':
			await showNames(boardId, by, effect.names);
			return 0;
		case 'bring on': {
			const cued = await live().readLayer(boardId, 'backstage', (doc) => cuedFor(doc, effect.step));
			if (cued.length > 0) await bringOnStage(boardId, by, cued);
			return 0;
		}
	}
}

/** Shows or hides names, for everybody at once. */
async function showNames(
	boardId: string,
	personId: string,
	names: NonNullable<Step['names']>,
): Promise<void> {
	const membership = await membershipOf(boardId, personId);
	if (!membership || membership.policy.names === names) return;
	const { before, now } = await setPolicy(boardId, personId, { names });
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

/** Brings everybody to where a step happens, also those who look around on their own. */
async function callTo(boardId: string, by: Call['by'], id: string): Promise<void> {
	const steps = await live().readLayer(boardId, 'session', (doc) => readSession(doc).steps);
	const step = steps.find((each) => each.id === id);
	const place = step && (await placeOf(boardId, step));
	if (place) live().attendance.call(boardId, { by, ...place });
}

async function placeOf(boardId: string, step: Step): Promise<Omit<Call, 'id' | 'by'> | undefined> {
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
