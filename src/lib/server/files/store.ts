/** Files of boards, in PostgreSQL: in chunks, by the hash of their content, so that the same one is kept once. */
import { m } from '$lib/messages';
import type { FILE_WIDTHS } from '$core/contract/file-widths';
import { and, asc, eq } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import { Refused } from '../boards';
import { database, schema } from '../db';
import { isCleanDrawing } from './drawing';
import { prepare, scaled, type Prepared } from './prepare';

const { files, fileChunks, fileVariants, boardFiles } = schema;

const CHUNK = 1024 * 1024;
export interface StoredFile {
	hash: string;
	type: string;
	width: number;
	height: number;
	animated: boolean;
}

/** Takes a picture in for a board. Throws Refused for what is no picture of ours. */
export async function storeFile(boardId: string, upload: Buffer): Promise<StoredFile> {
	const prepared = await prepare(upload);
	return keepFile(boardId, prepared);
}

const hashOf = (body: Buffer): string => createHash('sha256').update(body).digest('hex');

/**
 * Takes in a picture from an archive under the hash that objects know it by. Throws Refused when it is none of ours, or when it is
 * not what its hash says.
 */
export async function takeInFile(boardId: string, hash: string, body: Buffer): Promise<void> {
	if (hashOf(body) !== hash) throw new Refused(m.file_broken(), 409);
	const prepared = await prepare(body);
	// A drawing is kept only as it is when it has been cleaned; all may be packed differently by
	// now.
	if (prepared.type === 'image/svg+xml' && !isCleanDrawing(body.toString('utf8')))
		throw new Refused(m.file_broken(), 409);
	await keepFile(boardId, { ...prepared, body });
}

async function keepFile(boardId: string, prepared: Prepared): Promise<StoredFile> {
	const { type, width, height, animated, body } = prepared;
	const hash = hashOf(body);
	await database().db.transaction(async (tx) => {
		const isNew = await tx
			.insert(files)
			.values({ hash, type, width, height, animated, bytes: body.length })
			.onConflictDoNothing()
			.returning({ hash: files.hash });
		if (isNew.length > 0) {
			for (let at = 0, index = 0; at < body.length; at += CHUNK, index++) {
				await tx.insert(fileChunks).values({ hash, index, data: body.subarray(at, at + CHUNK) });
			}
		}
		await tx.insert(boardFiles).values({ boardId, hash }).onConflictDoNothing();
	});
	return { hash, type, width, height, animated };
}

/** A file of a board. Throws Refused when the board has no such file. */
export async function readFile(boardId: string, hash: string): Promise<Prepared> {
	const { db } = database();
	const [file] = await db
		.select({ type: files.type, width: files.width, height: files.height, animated: files.animated })
		.from(files)
		.innerJoin(boardFiles, and(eq(boardFiles.hash, files.hash), eq(boardFiles.boardId, boardId)))
		.where(eq(files.hash, hash));
	if (!file) throw new Refused(m.error_nothing_here(), 404);
	const chunks = await db
		.select({ data: fileChunks.data })
		.from(fileChunks)
		.where(eq(fileChunks.hash, hash))
		.orderBy(asc(fileChunks.index));
	return { ...file, body: Buffer.concat(chunks.map(({ data }) => data)) };
}

/** A file of a board as WebP in one of our widths; made when it is first asked for, and kept. */
export async function readScaled(
	boardId: string,
	hash: string,
	width: (typeof FILE_WIDTHS)[number],
): Promise<Buffer> {
	const { db } = database();
	const [kept] = await db
		.select({ data: fileVariants.data })
		.from(fileVariants)
		.innerJoin(boardFiles, and(eq(boardFiles.hash, fileVariants.hash), eq(boardFiles.boardId, boardId)))
		.where(and(eq(fileVariants.hash, hash), eq(fileVariants.width, width)));
	if (kept) return Buffer.from(kept.data);
	const data = await scaled(await readFile(boardId, hash), width);
	await db.insert(fileVariants).values({ hash, width, data }).onConflictDoNothing();
	return data;
}

/** Lets another board use files that somebody may see on a board of theirs, as when pictures are pasted. */
export async function shareFiles(from: string, to: string, hashes: readonly string[]): Promise<void> {
	const { db } = database();
	for (const hash of hashes) {
		const [known] = await db
			.select({ hash: boardFiles.hash })
			.from(boardFiles)
			.where(and(eq(boardFiles.boardId, from), eq(boardFiles.hash, hash)));
		if (known) await db.insert(boardFiles).values({ boardId: to, hash }).onConflictDoNothing();
	}
}
