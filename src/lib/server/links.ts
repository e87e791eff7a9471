/** Links through which people come to a board. Only a hash of the token is stored. */
import { m } from '$lib/paraglide/messages';
import { and, count, desc, eq, isNull } from 'drizzle-orm';
import { createHash, randomBytes } from 'node:crypto';
import { nanoid } from 'nanoid';
import { Refused, requireRole } from './boards';
import { database, schema } from './db';

const { boards, joinLinks, memberships } = schema;

export const LINK_ROLES = ['editor', 'viewer'] as const;
export type LinkRole = (typeof LINK_ROLES)[number];

const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');

export interface NewLink {
	id: string;
	/** Stands in the address; shown once and not kept. */
	token: string;
}

/** Makes a link. A token may be given by the seed of the demo; otherwise 144 random bits are drawn. */
export async function createLink(
	boardId: string,
	personId: string,
	linkRole: LinkRole,
	token = randomBytes(18).toString('base64url'),
): Promise<NewLink> {
	await requireRole(boardId, personId, 'owner');
	const id = nanoid(12);
	await database()
		.db.insert(joinLinks)
		.values({ id, boardId, role: linkRole, createdBy: personId, tokenHash: hashOf(token) });
	return { id, token };
}

export interface LinkRow {
	id: string;
	role: string;
	createdAt: Date;
	people: number;
}

/** Links of a board that still work, with how many people came through each. */
export async function linksOf(boardId: string, personId: string): Promise<LinkRow[]> {
	await requireRole(boardId, personId, 'owner');
	return database()
		.db.select({
			id: joinLinks.id,
			role: joinLinks.role,
			createdAt: joinLinks.createdAt,
			people: count(memberships.personId),
		})
		.from(joinLinks)
		.leftJoin(memberships, eq(memberships.linkId, joinLinks.id))
		.where(and(eq(joinLinks.boardId, boardId), isNull(joinLinks.withdrawnAt)))
		.groupBy(joinLinks.id)
		.orderBy(desc(joinLinks.createdAt));
}

/** Withdraws a link: nobody comes in by it any more, and those who did are out. */
export async function withdrawLink(boardId: string, linkId: string, personId: string): Promise<void> {
	await requireRole(boardId, personId, 'owner');
	await database().db.transaction(async (tx) => {
		await tx
			.update(joinLinks)
			.set({ withdrawnAt: new Date() })
			.where(and(eq(joinLinks.id, linkId), eq(joinLinks.boardId, boardId)));
		await tx.delete(memberships).where(and(eq(memberships.linkId, linkId), eq(memberships.boardId, boardId)));
	});
}

export interface OpenLink {
	id: string;
	boardId: string;
	title: string;
	role: LinkRole;
}

/** What a token opens. Throws Refused when the link was withdrawn or never was. */
export async function openLink(token: string): Promise<OpenLink> {
	const [found] = await database()
		.db.select({
			id: joinLinks.id,
			boardId: joinLinks.boardId,
			role: joinLinks.role,
			title: boards.title,
			withdrawnAt: joinLinks.withdrawnAt,
			deletedAt: boards.deletedAt,
		})
		.from(joinLinks)
		.innerJoin(boards, eq(boards.id, joinLinks.boardId))
		.where(eq(joinLinks.tokenHash, hashOf(token)));
	if (!found || found.deletedAt) throw new Refused(m.error_link_nowhere(), 404);
	if (found.withdrawnAt) throw new Refused(m.error_link_withdrawn(), 410);
	return { id: found.id, boardId: found.boardId, title: found.title, role: found.role as LinkRole };
}

/** Lets a person in through an open link; somebody who is in already keeps the part they have. */
export async function joinThrough(link: OpenLink, personId: string): Promise<void> {
	await database()
		.db.insert(memberships)
		.values({ boardId: link.boardId, personId, role: link.role, linkId: link.id })
		.onConflictDoNothing();
}
