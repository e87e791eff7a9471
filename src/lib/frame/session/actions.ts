/** What is asked of the server to lead a session. */
import { moveBackstage } from '$core/contract/boards';
import { countSilentNotes, leadSession, type SessionOrder } from '$core/contract/session';
import { call } from '$lib/api/client';

/** Leads the session. Returns how many silent notes were revealed by it. */
export const lead = async (id: string, order: SessionOrder): Promise<number> =>
	(await call(leadSession, { params: { id }, body: order })).revealed;

/** How many silent notes everybody has written. */
export const waitingNotes = (id: string) => call(countSilentNotes, { params: { id } });

/** Puts objects backstage, or brings them on. Returns how many went. */
export const moveStage = async (id: string, what: 'put' | 'bring on', ids: string[]): Promise<number> =>
	(await call(moveBackstage, { params: { id }, body: { do: what, ids } })).count;
