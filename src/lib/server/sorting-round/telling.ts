/** Tells people that a round has gone on: now and then, however many answers come in a second. */
import type { SharedRound } from '$core/contract/sorting-round';
import { live } from '../live/documents';
import { once } from '../once';

const EVERY_MS = 1000;

interface Told {
	at: number;
	/** How it stands. */
	round: SharedRound;
	timer: NodeJS.Timeout | undefined;
}
const told = (): Map<string, Told> => once('rounds-told', () => new Map<string, Told>());

/** Tells everybody how the round stands, in a moment; of several words the last. */
export function tellSoon(boardId: string, round: SharedRound): void {
	const all = told();
	let one = all.get(boardId);
	if (!one) all.set(boardId, (one = { at: 0, round, timer: undefined }));
	one.round = round;
	if (one.timer) return;
	const wait = Math.max(0, one.at + EVERY_MS - Date.now());
	one.timer = setTimeout(() => {
		one.at = Date.now();
		one.timer = undefined;
		live().attendance.tellAll(boardId, { is: 'sorting round', round: one.round });
	}, wait);
	one.timer.unref();
}
