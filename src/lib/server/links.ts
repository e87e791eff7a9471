/** Links and codes through which people come to a board. Of a link only a hash of its token is stored. */
import { m } from '$lib/messages';
import type { LinkInfo } from '$core/contract/people';
import { mayGive } from '$core/access/rights';
import { type GivenRole, leads } from '$core/access/roles';
import { and, desc, eq, isNull, sql } from 'drizzle-orm';
import { createHash, randomBytes, randomInt } from 'node:crypto';
import { nanoid } from 'nanoid';
import { Refused, requireRight } from './boards';
import { database, schema } from './db';
import { hashPassword, isPassword } from './secrets';

const { bans, boards, joinLinks, memberships } = schema;

/** Letters and digits that are not taken for each other, on a wall or read aloud. */
const CODE_SIGNS = 'ACDEFHJKMNPRTWXY3479';
const CODE_LENGTH = 7;

const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');
const newToken = (): string => randomBytes(18).toString('base64url');
const newCode = (): string =>
	Array.from({ length: CODE_LENGTH }, () => CODE_SIGNS[randomInt(CODE_SIGNS.length)]).join('');

/** A code as people type it: in any case, with dashes or spaces. */
export const readCode = (typed: string): string => typed.toUpperCase().replace(/[^A-Z0-9]/g, '');

/** Whether what stands in an address is a code, and not a token: tokens are much longer. */
export const isCode = (key: string): boolean =>
	readCode(key).length === CODE_LENGTH && key.length <= CODE_LENGTH + 2;

export interface LinkRequest {
	role: GivenRole;
	/** Whether there is a short code as well. */
	code?: boolean | undefined;
	/** Hours from now after which nobody comes in by it any more. */
	hours?: number | undefined;
	password?: string | undefined;
}

export interface NewLink {
	id: string;
	/** Stands in the address; shown once and not kept. */
	token: string;
	code: string | null;
}

/** Makes a link. A token may be given by the seed of the demo; otherwise 144 random bits are drawn. */
export async function createLink(
	boardId: string,
	personId: string,
	request: LinkRequest,
	token = newToken(),
): Promise<NewLink> {
	const { role, policy } = await requireRight(boardId, personId, 'share');
	if (!mayGive(role, request.role, policy)) throw new Refused(m.error_give_more());
	const id = nanoid(12);
	const code = request.code ? newCode() : null;
	await database()
		.db.insert(joinLinks)
		.values({
			id,
			boardId,
			code,
			role: request.role,
			createdBy: personId,
			tokenHash: hashOf(token),
			passwordHash: request.password ? await hashPassword(request.password) : null,
			expiresAt: request.hours ? new Date(Date.now() + request.hours * 3_600_000) : null,
		});
	return { id, token, code };
}

/** Links of a board that were not withdrawn, with how many people came through each; those who do not lead see their own. */
export async function linksOf(boardId: string, personId: string): Promise<LinkInfo[]> {
	const { role } = await requireRight(boardId, personId, 'share');
	const rows = await database()
		.db.select({
			id: joinLinks.id,
			role: joinLinks.role,
			code: joinLinks.code,
			passwordHash: joinLinks.passwordHash,
			createdAt: joinLinks.createdAt,
			expiresAt: joinLinks.expiresAt,
			people: joinLinks.joined,
		})
		.from(joinLinks)
		.where(
			and(
				eq(joinLinks.boardId, boardId),
				isNull(joinLinks.withdrawnAt),
				leads(role) ? undefined : eq(joinLinks.createdBy, personId),
			),
		)
		.orderBy(desc(joinLinks.createdAt));
	return rows.map(({ passwordHash, createdAt, expiresAt, ...row }) => ({
		...row,
		hasPassword: passwordHash !== null,
		createdAt: createdAt.toISOString(),
		expiresAt: expiresAt?.toISOString() ?? null,
	}));
}

/** A link of the board that the person may change: any for those who lead, their own for others. */
async function requireLink(
	boardId: string,
	linkId: string,
	personId: string,
): Promise<typeof joinLinks.$inferSelect> {
	const { role } = await requireRight(boardId, personId, 'share');
	const [link] = await database()
		.db.select()
		.from(joinLinks)
		.where(and(eq(joinLinks.id, linkId), eq(joinLinks.boardId, boardId), isNull(joinLinks.withdrawnAt)));
	if (!link || (!leads(role) && link.createdBy !== personId)) throw new Refused(m.error_link_nowhere(), 404);
	return link;
}

/**
 * Withdraws a link: nobody comes in by it any more.
 * @param keepsPeople whether those who came in by it stay; otherwise they are out
 */
export async function withdrawLink(
	boardId: string,
	linkId: string,
	personId: string,
	keepsPeople: boolean,
): Promise<void> {
	await requireLink(boardId, linkId, personId);
	await database().db.transaction(async (tx) => {
		await tx.update(joinLinks).set({ withdrawnAt: new Date(), code: null }).where(eq(joinLinks.id, linkId));
		if (!keepsPeople)
			await tx
				.delete(memberships)
				.where(and(eq(memberships.linkId, linkId), eq(memberships.boardId, boardId)));
	});
}

/** Gives a link another address, and another code if it had one: the old ones lead nowhere, and nobody is sent out. */
export async function renewLink(boardId: string, linkId: string, personId: string): Promise<NewLink> {
	const link = await requireLink(boardId, linkId, personId);
	const token = newToken();
	const code = link.code ? newCode() : null;
	await database()
		.db.update(joinLinks)
		.set({ tokenHash: hashOf(token), code })
		.where(eq(joinLinks.id, linkId));
	return { id: linkId, token, code };
}

export interface OpenLink {
	id: string;
	boardId: string;
	title: string;
	role: GivenRole;
	passwordHash: string | null;
}

/** What a token, or a code as it is typed, opens. Throws Refused when it was withdrawn, is over, or never was. */
export async function openLink(key: { token: string } | { code: string }): Promise<OpenLink> {
	const which =
		'token' in key ? eq(joinLinks.tokenHash, hashOf(key.token)) : eq(joinLinks.code, readCode(key.code));
	const [found] = await database()
		.db.select({
			id: joinLinks.id,
			boardId: joinLinks.boardId,
			role: joinLinks.role,
			title: boards.title,
			passwordHash: joinLinks.passwordHash,
			withdrawnAt: joinLinks.withdrawnAt,
			expiresAt: joinLinks.expiresAt,
			deletedAt: boards.deletedAt,
		})
		.from(joinLinks)
		.innerJoin(boards, eq(boards.id, joinLinks.boardId))
		.where(which);
	if (!found || found.deletedAt)
		throw new Refused('token' in key ? m.error_link_nowhere() : m.error_code(), 404);
	if (found.withdrawnAt) throw new Refused(m.error_link_withdrawn(), 410);
	if (found.expiresAt && found.expiresAt.getTime() < Date.now()) throw new Refused(m.error_link_over(), 410);
	const { id, boardId, title, passwordHash } = found;
	return { id, boardId, title, passwordHash, role: found.role as GivenRole };
}

/** Whether a password lets in by this link; one without a password lets anybody in. */
export const opensWith = async (link: OpenLink, password: string): Promise<boolean> =>
	link.passwordHash === null || isPassword(password, link.passwordHash);

/** Lets a person in through an open link; somebody who is in already keeps the part they have. */
export async function joinThrough(link: OpenLink, personId: string): Promise<void> {
	const { db } = database();
	const [ban] = await db
		.select({ at: bans.at })
		.from(bans)
		.where(and(eq(bans.boardId, link.boardId), eq(bans.personId, personId)));
	if (ban) throw new Refused(m.error_banned());
	const came = await db
		.insert(memberships)
		.values({ boardId: link.boardId, personId, role: link.role, linkId: link.id })
		.onConflictDoNothing()
		.returning({ person: memberships.personId });
	if (came.length > 0)
		await db
			.update(joinLinks)
			.set({ joined: sql`${joinLinks.joined} + 1` })
			.where(eq(joinLinks.id, link.id));
}
