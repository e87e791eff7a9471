/** Who belongs to a board, and with what part. Every function checks the rights of the person who asks. */
import { m } from '$lib/paraglide/messages';
import { mayChange, type GivenRole, type House, type Role } from '$core/session/rights';
import { and, asc, eq } from 'drizzle-orm';
import { HOUSE, membershipOf, Refused, requireRight } from './boards';
import { database, schema } from './db';

const { bans, boards, memberships, people } = schema;

export interface Member {
	id: string;
	name: string;
	role: Role;
	guest: boolean;
	joinedAt: Date;
}

/** Everybody who belongs to a board, in the order in which they came. */
export async function membersOf(boardId: string, personId: string): Promise<Member[]> {
	await requireRight(boardId, personId, 'enter');
	return database()
		.db.select({
			id: people.id,
			name: people.name,
			role: memberships.role,
			guest: people.isAnonymous,
			joinedAt: memberships.joinedAt,
		})
		.from(memberships)
		.innerJoin(people, eq(people.id, memberships.personId))
		.where(eq(memberships.boardId, boardId))
		.orderBy(asc(memberships.joinedAt), asc(people.id))
		.then((rows) => rows.map((row) => ({ ...row, guest: row.guest ?? false })));
}

/** Parts by person, for telling everybody who has the board open what they may do now. */
export async function rolesOn(
	boardId: string,
): Promise<{ house: House; roles: Map<string, Role> } | undefined> {
	const { db } = database();
	const [house] = await db.select(HOUSE).from(boards).where(eq(boards.id, boardId));
	if (!house) return undefined;
	const rows = await db
		.select({ personId: memberships.personId, role: memberships.role })
		.from(memberships)
		.where(eq(memberships.boardId, boardId));
	return { house, roles: new Map(rows.map((row) => [row.personId, row.role])) };
}

/** The part of somebody else that the person who asks may change. */
async function requireChangeable(boardId: string, personId: string, whom: string): Promise<Role> {
	const { role } = await requireRight(boardId, personId, 'lead');
	const other = await membershipOf(boardId, whom);
	if (!other) throw new Refused(m.error_not_in(), 404);
	if (!mayChange(role, other.role)) throw new Refused(m.error_owner_stays());
	return other.role;
}

/** Gives somebody another part. From then on they do not hang on the link any more through which they came. */
export async function changeRole(
	boardId: string,
	personId: string,
	whom: string,
	role: GivenRole,
): Promise<void> {
	await requireChangeable(boardId, personId, whom);
	await database()
		.db.update(memberships)
		.set({ role, linkId: null })
		.where(and(eq(memberships.boardId, boardId), eq(memberships.personId, whom)));
}

/** Sends somebody out; banned, they do not come back by any link. */
export async function sendOut(boardId: string, personId: string, whom: string, ban: boolean): Promise<void> {
	await requireChangeable(boardId, personId, whom);
	await database().db.transaction(async (tx) => {
		await tx.delete(memberships).where(and(eq(memberships.boardId, boardId), eq(memberships.personId, whom)));
		if (ban)
			await tx.insert(bans).values({ boardId, personId: whom, bannedBy: personId }).onConflictDoNothing();
	});
}

export interface Banned {
	id: string;
	name: string;
	at: Date;
}

/** Who may not come back. */
export async function bannedFrom(boardId: string, personId: string): Promise<Banned[]> {
	await requireRight(boardId, personId, 'lead');
	return database()
		.db.select({ id: people.id, name: people.name, at: bans.at })
		.from(bans)
		.innerJoin(people, eq(people.id, bans.personId))
		.where(eq(bans.boardId, boardId))
		.orderBy(asc(bans.at));
}

/** Lets somebody who was banned come back by a link. */
export async function liftBan(boardId: string, personId: string, whom: string): Promise<void> {
	await requireRight(boardId, personId, 'lead');
	await database()
		.db.delete(bans)
		.where(and(eq(bans.boardId, boardId), eq(bans.personId, whom)));
}

/** Leaves a board oneself. Its owner hands it over first. */
export async function leaveBoard(boardId: string, personId: string): Promise<void> {
	const membership = await membershipOf(boardId, personId);
	if (!membership) throw new Refused(m.board_no_access(), 404);
	if (membership.role === 'owner') throw new Refused(m.error_owner_leaves(), 409);
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
			await tx.update(memberships).set({ role, linkId: null }).where(where);
	});
}

/** Sets how the board is run. Returns how it is set now. */
export async function setHouse(boardId: string, personId: string, wish: Partial<House>): Promise<House> {
	await requireRight(boardId, personId, 'lead');
	const given = Object.fromEntries(Object.entries(wish).filter(([, value]) => value !== undefined));
	const { db } = database();
	if (Object.keys(given).length > 0) await db.update(boards).set(given).where(eq(boards.id, boardId));
	const [house] = await db.select(HOUSE).from(boards).where(eq(boards.id, boardId));
	return house!;
}
