/** Boards and who belongs to them. Every function checks the rights of the person who asks. */
import { m } from '$lib/messages';
import { and, eq, isNull } from 'drizzle-orm';
import { nanoid } from 'nanoid';
import { database, schema } from './db';
import { type BoardPolicy, may, type Right } from '$core/access/rights';
import { owns, type Role } from '$core/access/roles';

const { boards, memberships } = schema;

/** Something that was refused; the message can be shown to people. */
export class Refused extends Error {
	override name = 'Refused';
	constructor(
		message: string,
		readonly status: 403 | 404 | 409 | 410 | 503 = 403,
	) {
		super(message);
	}
}

export interface Membership {
	role: Role;
	linkId: string | null;
	/** How the board is set. */
	policy: BoardPolicy;
	/** Tells boards apart that were made anew, or restored, under the same id. */
	madeAt: number;
}

/** When a board was made, ms, moved on by each restoring. */
export const madeAtOf = ({ createdAt, edition }: { createdAt: Date; edition: number }): number =>
	createdAt.getTime() + edition;

/** The columns that say how a board is set. */
export const HOUSE = {
	editorsShare: boards.editorsShare,
	onlookersTakeOut: boards.onlookersTakeOut,
	watching: boards.watching,
	closed: boards.closed,
	names: boards.names,
	asksModel: boards.asksModel,
	step: boards.stepRule,
} satisfies Record<keyof BoardPolicy, unknown>;

/** The person's part in a board that is not deleted, or undefined. */
export async function membershipOf(boardId: string, personId: string): Promise<Membership | undefined> {
	const { db } = database();
	const [found] = await db
		.select({
			role: memberships.role,
			linkId: memberships.linkId,
			policy: HOUSE,
			createdAt: boards.createdAt,
			edition: boards.edition,
		})
		.from(memberships)
		.innerJoin(boards, eq(boards.id, memberships.boardId))
		.where(
			and(eq(memberships.boardId, boardId), eq(memberships.personId, personId), isNull(boards.deletedAt)),
		);
	if (!found) return undefined;
	const { role, linkId, policy } = found;
	return { role, linkId, policy, madeAt: madeAtOf(found) };
}

/** Like `membershipOf`, but throws Refused, in words, when the person may not enter or may not do this. */
export async function requireRight(boardId: string, personId: string, right: Right): Promise<Membership> {
	const membership = await membershipOf(boardId, personId);
	if (!membership) throw new Refused(m.board_no_access(), 404);
	const { role, policy } = membership;
	if (!may(role, 'enter', policy)) throw new Refused(m.board_closed());
	if (!may(role, right, policy)) throw new Refused(REFUSALS[right]());
	return membership;
}

const REFUSALS: Record<Right, () => string> = {
	enter: () => m.board_closed(),
	write: () => m.error_write(),
	edit: () => m.error_write(),
	ownNotes: () => m.error_write(),
	line: () => m.error_write(),
	nod: () => m.error_write(),
	keepNotes: () => m.error_write(),
	talk: () => m.error_talk(),
	park: () => m.error_talk(),
	export: () => m.error_take_out(),
	share: () => m.error_share(),
	lead: () => m.error_lead_only(),
	own: () => m.error_owner_only(),
};

/** Makes a board owned by `personId` and returns its id. Its documents are written by the caller. */
export async function createBoard(personId: string, title: string, id = nanoid(14)): Promise<string> {
	await database().db.transaction(async (tx) => {
		await tx.insert(boards).values({ id, title });
		await tx.insert(memberships).values({ boardId: id, personId, role: 'owner' });
	});
	return id;
}

export async function renameBoard(boardId: string, personId: string, title: string): Promise<void> {
	await requireRight(boardId, personId, 'own');
	await database().db.update(boards).set({ title }).where(eq(boards.id, boardId));
}

/** Deletes a board for everybody; it can be restored by its owner. */
export async function deleteBoard(boardId: string, personId: string): Promise<void> {
	await requireRight(boardId, personId, 'own');
	await database().db.update(boards).set({ deletedAt: new Date() }).where(eq(boards.id, boardId));
}

export async function restoreBoard(boardId: string, personId: string): Promise<void> {
	const { db } = database();
	const [own] = await db
		.select({ role: memberships.role })
		.from(memberships)
		.where(and(eq(memberships.boardId, boardId), eq(memberships.personId, personId)));
	if (!own || !owns(own.role)) throw new Refused(m.error_owner_restore(), own ? 403 : 404);
	await db.update(boards).set({ deletedAt: null }).where(eq(boards.id, boardId));
}

export async function boardTitle(boardId: string): Promise<string | undefined> {
	const [found] = await database()
		.db.select({ title: boards.title })
		.from(boards)
		.where(eq(boards.id, boardId));
	return found?.title;
}

/** Notes that a board was changed just now. */
export async function touchBoard(boardId: string): Promise<void> {
	await database().db.update(boards).set({ changedAt: new Date() }).where(eq(boards.id, boardId));
}
