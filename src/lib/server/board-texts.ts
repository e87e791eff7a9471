/** Texts of boards, kept beside them for the search over all boards. */
import { createHash } from 'node:crypto';
import { and, eq, inArray, sql } from 'drizzle-orm';
import type { BoardModel } from '$core/board/model/model';
import { wordsOf } from '$core/board/words';
import { plainForm } from '$core/text/search';
import { schema, type Database } from './db';

const { boardTexts } = schema;

/** Letters of one object that can be found: whoever writes more writes a document. */
const LONGEST = 4000;
/** Rows of one statement at most. */
const BATCH = 500;

const md5 = (text: string): string => createHash('md5').update(text).digest('hex');

/** Everything that can be read on a board, by object. */
function textsOf(model: BoardModel): Map<string, string> {
	const texts = new Map<string, string>();
	for (const object of model.objects.values()) {
		// PostgreSQL keeps no NUL in a text.
		const text = wordsOf(object).replaceAll('\0', ' ').slice(0, LONGEST).trim();
		if (plainForm(text) !== '') texts.set(object.id, text);
	}
	return texts;
}

/** Writes down what has changed in the texts of a board. */
export async function keepTexts(db: Database, boardId: string, model: BoardModel): Promise<void> {
	const texts = textsOf(model);
	const kept = await db
		.select({ id: boardTexts.objectId, hash: sql<string>`md5(${boardTexts.text})` })
		.from(boardTexts)
		.where(eq(boardTexts.boardId, boardId));
	const gone = kept.filter(({ id }) => !texts.has(id)).map(({ id }) => id);
	for (const { id, hash } of kept) if (texts.has(id) && md5(texts.get(id)!) === hash) texts.delete(id);
	// Always in one order: two servers may write the same rows.
	const rows = [...texts]
		.sort(([a], [b]) => (a < b ? -1 : 1))
		.map(([objectId, text]) => ({ boardId, objectId, text, plain: plainForm(text) }));
	await db.transaction(async (tx) => {
		for (let at = 0; at < gone.length; at += BATCH)
			await tx
				.delete(boardTexts)
				.where(
					and(eq(boardTexts.boardId, boardId), inArray(boardTexts.objectId, gone.slice(at, at + BATCH))),
				);
		for (let at = 0; at < rows.length; at += BATCH)
			await tx
				.insert(boardTexts)
				.values(rows.slice(at, at + BATCH))
				.onConflictDoUpdate({
					target: [boardTexts.boardId, boardTexts.objectId],
					set: { text: sql`excluded.text`, plain: sql`excluded.plain` },
				});
	});
}
