/** Who belongs to a board, and with what part. Every function checks the rights of the person who asks. */
import { m } from '$lib/messages';
import { type BoardPolicy, mayChange, maySet, seesNames, type Settings } from '$core/access/rights';
import { givenOr, type GivenRole, owns, type Role, USUAL_ROLE } from '$core/access/roles';
import type { Member, People } from '$core/contract/people';
import { and, asc, eq } from 'drizzle-orm';
import { HOUSE, membershipOf, Refused, requireRight } from './boards';
import { database, schema } from './db';
import { forgetVoices, giveVoices, personBehind, speakersOn, type Speaking } from './names';

const { bans, boards, memberships, people } = schema;

/** Everybody who belongs to a board, in the order in which they came; voices in the order of their names. */
export async function membersOf(boardId: string, personId: string): Promise<Member[]> {
	const { role, policy } = await requireRight(boardId, personId, 'enter');
	const rows = await database()
		.db.select({ id: people.id, name: people.name, guest: people.isAnonymous })
		.from(memberships)
		.innerJoin(people, eq(people.id, memberships.personId))
		.where(eq(memberships.boardId, boardId))
		.orderBy(asc(memberships.joinedAt), asc(people.id));
	const speaking = await speakersOn(boardId, policy);
	const members = rows.flatMap((row): Member[] => {
		const one = speaking.get(row.id);
		if (!one) return [];
		const isVoice = one.speaker.id !== row.id;
		const behind = isVoice && seesNames(role, policy) ? { behind: row.name } : {};
		return [{ ...one.speaker, role: one.role, guest: isVoice || (row.guest ?? false), ...behind }];
	});
	const isVoice = ({ id }: Member): boolean => id.startsWith('voice-');
	const named = members.filter((member) => !isVoice(member));
	return [
		...named,
		...members.filter(isVoice).sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true })),
	];
}

/** Parts by person, for telling everybody who has the board open what they may do now, and under what name. */
export async function speakingOn(
	boardId: string,
): Promise<{ policy: BoardPolicy; people: Map<string, Speaking> } | undefined> {
	const [policy] = await database().db.select(HOUSE).from(boards).where(eq(boards.id, boardId));
	return policy && { policy, people: await speakersOn(boardId, policy) };
}

/** Somebody else whose part the person who asks may change, by the id under which they are shown. Returns their own id. */
async function requireChangeable(boardId: string, personId: string, shown: string): Promise<string> {
	const { role } = await requireRight(boardId, personId, 'lead');
	const whom = await personBehind(boardId, shown);
	const other = await membershipOf(boardId, whom);
	if (!other) throw new Refused(m.error_not_in(), 404);
	if (!mayChange(role, other.role)) throw new Refused(m.error_owner_stays());
	return whom;
}

/** Gives somebody another part. From then on they do not hang on the link any more through which they came. */
export async function changeRole(
	boardId: string,
	personId: string,
	shown: string,
	role: GivenRole,
): Promise<void> {
	const whom = await requireChangeable(boardId, personId, shown);
	await database()
		.db.update(memberships)
		.set({ role, linkId: null, projectId: null })
		.where(and(eq(memberships.boardId, boardId), eq(memberships.personId, whom)));
}

/** Sends somebody out; banned, they do not come back by any link. */
export async function sendOut(boardId: string, personId: string, shown: string, ban: boolean): Promise<void> {
	const whom = await requireChangeable(boardId, personId, shown);
	await database().db.transaction(async (tx) => {
		const [was] = await tx
			.delete(memberships)
			.where(and(eq(memberships.boardId, boardId), eq(memberships.personId, whom)))
			.returning({ role: memberships.role });
		if (ban)
			await tx
				.insert(bans)
				.values({ boardId, personId: whom, bannedBy: personId, role: was?.role ?? null })
				.onConflictDoNothing();
	});
}

/** Who may not come back. */
export async function bannedFrom(boardId: string, personId: string): Promise<People['banned']> {
	const { role, policy } = await requireRight(boardId, personId, 'lead');
	const rows = await database()
		.db.select({ id: people.id, name: people.name, at: bans.at })
		.from(bans)
		.innerJoin(people, eq(people.id, bans.personId))
		.where(eq(bans.boardId, boardId))
		.orderBy(asc(bans.at));
	return rows.map(({ id, name, at }) => ({
		id,
		name: seesNames(role, policy) ? name : m.voice_earlier(),
		at: at.toISOString(),
	}));
}

/** Lets somebody in again who was banned, as what they were. */
export async function liftBan(boardId: string, personId: string, whom: string): Promise<void> {
	await requireRight(boardId, personId, 'lead');
	await database().db.transaction(async (tx) => {
		const [ban] = await tx
			.delete(bans)
			.where(and(eq(bans.boardId, boardId), eq(bans.personId, whom)))
			.returning({ role: bans.role });
		if (!ban) return;
		const role = givenOr(ban.role ?? USUAL_ROLE, USUAL_ROLE);
		await tx.insert(memberships).values({ boardId, personId: whom, role }).onConflictDoNothing();
	});
}

/** Whether somebody was sent out of a board for good. */
export async function isBanned(boardId: string, personId: string): Promise<boolean> {
	const [ban] = await database()
		.db.select({ at: bans.at })
		.from(bans)
		.where(and(eq(bans.boardId, boardId), eq(bans.personId, personId)));
	return ban !== undefined;
}

/** Leaves a board oneself. Its owner hands it over first. */
export async function leaveBoard(boardId: string, personId: string): Promise<void> {
	const membership = await membershipOf(boardId, personId);
	if (!membership) throw new Refused(m.board_no_access(), 404);
	if (owns(membership.role)) throw new Refused(m.error_owner_leaves(), 409);
	await database()
		.db.delete(memberships)
		.where(and(eq(memberships.boardId, boardId), eq(memberships.personId, personId)));
}

/** Makes somebody else the owner, who needs an account; the owner until now goes on as a facilitator. */
export async function handOver(boardId: string, personId: string, to: string): Promise<void> {
	await requireRight(boardId, personId, 'own');
	const [heir] = await database()
		.db.select({ guest: people.isAnonymous })
		.from(memberships)
		.innerJoin(people, eq(people.id, memberships.personId))
		.where(and(eq(memberships.boardId, boardId), eq(memberships.personId, to)));
	if (!heir) throw new Refused(m.error_not_in(), 404);
	if (heir.guest) throw new Refused(m.error_heir_guest(), 409);
	if (to === personId) return;
	const set = (who: string, role: Role) =>
		({ where: and(eq(memberships.boardId, boardId), eq(memberships.personId, who)), role }) as const;
	await database().db.transaction(async (tx) => {
		// An owner does not hang on the link that once let them in.
		for (const { where, role } of [set(personId, 'facilitator'), set(to, 'owner')])
			await tx.update(memberships).set({ role, linkId: null, projectId: null }).where(where);
	});
}

/** Sets how the board is run. Returns how it was set and how it is set now. */
export async function setPolicy(
	boardId: string,
	personId: string,
	change: Partial<Settings>,
): Promise<{ before: BoardPolicy; now: BoardPolicy }> {
	const { role, policy: before } = await requireRight(boardId, personId, 'lead');
	if (!maySet(role, change, before)) throw new Refused(m.error_owner_only(), 403);
	const given = Object.fromEntries(Object.entries(change).filter(([, value]) => value !== undefined));
	const { db } = database();
	// Voices behind which people were wholly hidden are used by nobody else, and nobody was known behind them before.
	const isNew = change.names !== undefined && change.names !== before.names;
	if (isNew && [before.names, change.names].includes('hidden')) await forgetVoices(boardId);
	// Now, in the language of whoever leads: those who come later are called alike.
	if (isNew && change.names !== 'shown') await giveVoices(boardId);
	if (Object.keys(given).length > 0) await db.update(boards).set(given).where(eq(boards.id, boardId));
	const [now] = await db.select(HOUSE).from(boards).where(eq(boards.id, boardId));
	return { before, now: now! };
}
