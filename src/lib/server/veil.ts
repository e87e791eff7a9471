/** Hiding names on a board that already has something on it. */
import { m } from '$lib/messages';
import { type BoardPolicy, isVeiled } from '$core/access/rights';
import { FILE_WRITERS } from '$core/people/file-writer';
import { veilParking } from '$core/meeting/parking';
import { veilStage, veilTalk, type Identity } from '$core/live/veil';
import { database } from './db';
import { live } from './live/documents';
import { makeVoice, speakersOn } from './names';

/**
 * Follows a change of how names are shown. What stands on the board already loses its names when they are hidden:
 * where those who lead see names it goes over to everybody's voice; otherwise to somebody whom nobody can be, so that what
 * is known from before does not give a voice away.
 */
export async function followNames(boardId: string, before: BoardPolicy, now: BoardPolicy): Promise<void> {
	if (before.names === now.names || now.names === 'shown') return;
	const veils = new Map<string, Identity>();
	const earlier = (): Promise<Identity> => makeVoice(database().db, m.voice_earlier());
	veils.set(FILE_WRITERS, await earlier());
	for (const [id, { role, speaker }] of await speakersOn(boardId, now)) {
		if (!isVeiled(role, now)) continue;
		veils.set(id, now.names === 'veiled' ? speaker : await earlier());
	}
	await live().edit(boardId, 'stage', (doc) => veilStage(doc, veils));
	await live().edit(boardId, 'talk', (doc) => veilTalk(doc, veils));
	await live().edit(boardId, 'session', (doc) => veilParking(doc, veils));
}
