/** Bringing a connection in line with what its person may do now. */
import { asText } from '$core/contract/server-messages';
import type { Connection } from '@hocuspocus/server';
import { TO_READ, TO_WRITE, type Layer } from '$core/access/layers';
import { type BoardPolicy, may } from '$core/access/rights';
import type { Role } from '$core/access/roles';
import type { Identity } from '$core/live/veil';
import type { Person } from '../auth';
import { membershipOf } from '../boards';
import { speakerOn } from '../names';
import { endConnection } from './ending';
import { CLOSE } from './gate';
import type { Context } from './origins';

export const mayWrite = (layer: Layer, role: Role, policy: BoardPolicy): boolean =>
	may(role, TO_WRITE[layer], policy);

export const mayRead = (layer: Layer, role: Role, policy: BoardPolicy): boolean =>
	may(role, TO_READ[layer], policy);

/** What holds for a person on a board now. */
export interface Now {
	role: Role;
	policy: BoardPolicy;
	speaker: Identity;
	/** When the board was made, or restored. */
	madeAt?: number;
}

export async function nowOf(boardId: string, person: Person): Promise<Now | undefined> {
	const membership = await membershipOf(boardId, person.id);
	if (!membership) return undefined;
	const { role, policy, madeAt } = membership;
	return { role, policy, madeAt, speaker: await speakerOn(boardId, person, role, policy) };
}

/** Makes a connection what its person may do now, and tells them; who may not be in is cut off. */
export function align(connection: Connection, layer: Layer, now: Now | undefined): void {
	if (!now) return endConnection(connection.webSocket, CLOSE.withdrawn, 'access withdrawn');
	const { role, policy, speaker } = now;
	if (!may(role, 'enter', policy)) return endConnection(connection.webSocket, CLOSE.shut, 'closed');
	// Whoever leads no more comes back without what only those see who lead.
	if (!mayRead(layer, role, policy)) return endConnection(connection.webSocket, CLOSE.parted, 'another part');
	const context = connection.context as Context;
	context.role = role;
	context.speaker = speaker;
	context.policy = policy;
	context.gate.setSpeaker(context.boardId!, speaker);
	context.gate.setTalk(context.boardId!, may(role, 'talk', policy));
	connection.readOnly = !mayWrite(layer, role, policy);
	if (layer === 'stage') connection.sendStateless(asText({ is: 'rights', role, policy, person: speaker.id }));
}
