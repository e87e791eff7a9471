/** Drawers: pieces kept for oneself, for a project or for everybody on the installation. */
import { isPicture } from '$core/board/kinds/guards';
import type { newPieceSchema } from '$core/contract/drawer';
import { mayFill } from '$core/access/projects';
import { stepSchema } from '$core/meeting/steps';
import type { Piece, PieceContent } from '$core/templates/piece';
import { m } from '$lib/messages';
import { and, asc, count, eq, inArray, or } from 'drizzle-orm';
import { nanoid } from 'nanoid';
import type { z } from 'zod';
import type { Person } from './auth';
import { Refused, requireRight } from './boards';
import { database, schema } from './db';

const { boardFiles, files, pieceFiles, pieces, projectMembers } = schema;
type Row = typeof pieces.$inferSelect;

/** Pieces that one person can keep. */
const MAX_PIECES = 500;

const partIn = async (personId: string) =>
	new Map(
		(
			await database()
				.db.select({ id: projectMembers.projectId, role: projectMembers.role })
				.from(projectMembers)
				.where(eq(projectMembers.personId, personId))
		).map(({ id, role }) => [id, role]),
	);

const shown = (row: Row, personId: string): Piece => ({
	id: row.id,
	name: row.name,
	scope: row.scope,
	...(row.projectId ? { projectId: row.projectId } : {}),
	own: row.ownerId === personId,
	content: {
		objects: row.content.objects,
		...(row.content.steps ? { steps: row.content.steps.map((step) => stepSchema.parse(step)) } : {}),
	},
});

/** What lies in somebody's drawer: their own, that of their projects, and what is for everybody. */
export async function drawerOf(personId: string): Promise<Piece[]> {
	const projects = [...(await partIn(personId)).keys()];
	const rows = await database()
		.db.select()
		.from(pieces)
		.where(
			or(
				eq(pieces.ownerId, personId),
				eq(pieces.scope, 'all'),
				projects.length > 0 ? inArray(pieces.projectId, projects) : undefined,
			),
		)
		.orderBy(asc(pieces.name), asc(pieces.id));
	return rows.map((row) => shown(row, personId));
}

/** A piece that somebody may put down. */
export async function pieceFor(personId: string, pieceId: string): Promise<Piece> {
	const [row] = await database().db.select().from(pieces).where(eq(pieces.id, pieceId));
	const mine = row && (row.ownerId === personId || row.scope === 'all');
	const ofProject = row?.projectId && (await partIn(personId)).has(row.projectId);
	if (!row || (!mine && !ofProject)) throw new Refused(m.error_piece_gone(), 404);
	return shown(row, personId);
}

/** Pictures in a piece that stand in the database, noted so that they can be brought along. */
async function noteFiles(pieceId: string, { objects }: PieceContent): Promise<void> {
	const { db } = database();
	const wanted = objects.flatMap((object) => (isPicture(object) ? object.file : []));
	await db.delete(pieceFiles).where(eq(pieceFiles.pieceId, pieceId));
	if (wanted.length === 0) return;
	const known = await db.select({ hash: files.hash }).from(files).where(inArray(files.hash, wanted));
	if (known.length > 0) await db.insert(pieceFiles).values(known.map(({ hash }) => ({ pieceId, hash })));
}

/** Throws Refused when pictures in a piece are not on the board that it was taken from. */
async function requireFiles(board: string, { objects }: PieceContent): Promise<void> {
	const wanted = [...new Set(objects.flatMap((object) => (isPicture(object) ? object.file : [])))];
	if (wanted.length === 0) return;
	const [found] = await database()
		.db.select({ count: count() })
		.from(boardFiles)
		.where(and(eq(boardFiles.boardId, board), inArray(boardFiles.hash, wanted)));
	if ((found?.count ?? 0) < wanted.length) throw new Refused(m.error_piece_pictures(), 409);
}

/** Puts a piece into a drawer. Returns its id. */
export async function keepPiece(person: Person, piece: z.output<typeof newPieceSchema>): Promise<string> {
	if (person.guest) throw new Refused(m.error_account());
	await requireRight(piece.board, person.id, 'export');
	await requireFiles(piece.board, piece.content);
	if (piece.scope === 'project') {
		const part = (await partIn(person.id)).get(piece.projectId ?? '');
		if (!part || !mayFill(part)) throw new Refused(m.error_piece_project());
	}
	const { db } = database();
	const [mine] = await db.select({ count: count() }).from(pieces).where(eq(pieces.ownerId, person.id));
	if ((mine?.count ?? 0) >= MAX_PIECES) throw new Refused(m.error_piece_many(), 409);
	const id = nanoid(12);
	const { name, scope, content } = piece;
	const projectId = scope === 'project' ? piece.projectId! : null;
	await db.insert(pieces).values({ id, name, scope, projectId, ownerId: person.id, content });
	await noteFiles(id, content);
	return id;
}

async function requireOwn(personId: string, pieceId: string): Promise<void> {
	if (!(await pieceFor(personId, pieceId)).own) throw new Refused(m.error_piece_not_yours());
}

/** Gives a piece another name, or puts something else in its place. */
export async function changePiece(
	person: Person,
	pieceId: string,
	change: { name?: string | undefined; replace?: { board: string; content: PieceContent } | undefined },
): Promise<void> {
	await requireOwn(person.id, pieceId);
	const { name, replace } = change;
	if (replace) {
		await requireRight(replace.board, person.id, 'export');
		await requireFiles(replace.board, replace.content);
	}
	const values = {
		...(name ? { name } : {}),
		...(replace ? { content: replace.content } : {}),
		changedAt: new Date(),
	};
	await database().db.update(pieces).set(values).where(eq(pieces.id, pieceId));
	if (replace) await noteFiles(pieceId, replace.content);
}

export async function removePiece(personId: string, pieceId: string): Promise<void> {
	await requireOwn(personId, pieceId);
	await database().db.delete(pieces).where(eq(pieces.id, pieceId));
}

/** Brings the pictures of a piece onto a board on which somebody puts it down. */
export async function bringFiles(personId: string, pieceId: string, boardId: string): Promise<void> {
	await requireRight(boardId, personId, 'write');
	await pieceFor(personId, pieceId);
	await shareOut(pieceId, boardId);
}

/** The same without asking who it is for: the caller has. */
export async function shareOut(pieceId: string, boardId: string): Promise<void> {
	const { db } = database();
	const hashes = await db
		.select({ hash: pieceFiles.hash })
		.from(pieceFiles)
		.where(eq(pieceFiles.pieceId, pieceId));
	if (hashes.length > 0)
		await db
			.insert(boardFiles)
			.values(hashes.map(({ hash }) => ({ boardId, hash })))
			.onConflictDoNothing();
}
