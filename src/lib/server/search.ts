/** One search over everything that can be read on the boards of a person. */
import { and, eq, or, sql, type SQL } from 'drizzle-orm';
import { excerptOf, wordsIn } from '$core/text/search';
import type { SearchHit } from '$core/contract/search';
import { boardsOf } from './board-list';
import { database, schema, type Database } from './db';

const { boardTexts } = schema;

/** Boards with hits that are shown, and hits of each. */
const MOST = { boards: 12, hits: 4 };
/** So many rows of a search that they are not all looked at. */
const MANY = 3000;
/** Letters of a text round what was found. */
const EXCERPT = 120;
/** Letters that a word has at least for one that is written nearly so to be taken for it. */
const FUZZY_FROM = 6;
/** How alike two words are at least, of 1: one letter left out or mistaken. */
const LIKENESS = '0.5';
type Reader = Pick<Database, 'select'>;

/**
 * A word by its stem in both languages, or inside another word: German puts words together. The
 * words are letters and digits only, see `wordsIn`.
 */
function hasWord(word: string): SQL {
	const start = `${word}:*`;
	return or(
		sql`${boardTexts.words} @@ (to_tsquery('wandtafel_de', ${start}) || to_tsquery('wandtafel_en', ${start}))`,
		sql`${boardTexts.plain} like ${`%${word}%`}`,
	)!;
}

/** A word as it might have been meant: three letters of it in a row at a time count. */
const hasNearly = (word: string): SQL =>
	word.length < FUZZY_FROM ? hasWord(word) : sql`${word} <% ${boardTexts.plain}`;

interface Row {
	boardId: string;
	objectId: string;
	length: number;
}

/** Rows of some boards that fit, so many at most. */
const rowsWith = (
	db: Reader,
	ids: readonly string[],
	conditions: readonly SQL[],
	most: number,
): Promise<Row[]> =>
	db
		.select({
			boardId: boardTexts.boardId,
			objectId: boardTexts.objectId,
			length: sql<number>`length(${boardTexts.text})`.mapWith(Number),
		})
		.from(boardTexts)
		.where(and(sql`${boardTexts.boardId} = any(${sql.param(ids)}::text[])`, ...conditions))
		.limit(most);

/** Rows that fit, by board. Of words that stand nearly everywhere, those of the first boards. */
async function findRows(
	db: Reader,
	ids: readonly string[],
	conditions: readonly SQL[],
): Promise<Map<string, Row[]>> {
	const rows = await rowsWith(db, ids, conditions, MANY);
	if (rows.length < MANY) return byBoard(rows);
	const found = new Map<string, Row[]>();
	for (let at = 0; at < ids.length && found.size < MOST.boards; at += MOST.boards) {
		const some = await rowsWith(db, ids.slice(at, at + MOST.boards), conditions, MANY);
		for (const [id, its] of byBoard(some)) found.set(id, its);
	}
	return found;
}

function byBoard(rows: readonly Row[]): Map<string, Row[]> {
	const boards = new Map<string, Row[]>();
	for (const row of rows) {
		const its = boards.get(row.boardId);
		if (its) its.push(row);
		else boards.set(row.boardId, [row]);
	}
	return boards;
}

/** The texts of some objects, by board and object. */
async function textsOf(rows: readonly Row[]): Promise<(row: Row) => string> {
	const found = await database()
		.db.select({ boardId: boardTexts.boardId, objectId: boardTexts.objectId, text: boardTexts.text })
		.from(boardTexts)
		.where(
			or(
				...rows.map(({ boardId, objectId }) =>
					and(eq(boardTexts.boardId, boardId), eq(boardTexts.objectId, objectId)),
				),
			),
		);
	const texts = new Map(found.map(({ boardId, objectId, text }) => [`${boardId} ${objectId}`, text]));
	return ({ boardId, objectId }) => texts.get(`${boardId} ${objectId}`) ?? '';
}

/**
 * What is written on the boards that a person may be in now, and has all the words; the boards that
 * were changed last first. Where nothing has them, what is nearly written so.
 */
export async function searchBoards(personId: string, query: string): Promise<SearchHit[]> {
	const words = wordsIn(query);
	if (words.join('').length < 2) return [];
	const boards = (await boardsOf(personId))
		.filter(({ open, deletedAt }) => open && deletedAt === undefined)
		.sort((a, b) => b.changedAt - a.changedAt);
	const ids = boards.map(({ id }) => id);
	if (ids.length === 0) return [];
	const { db } = database();
	let rows = await findRows(db, ids, words.map(hasWord));
	if (rows.size === 0)
		rows = await db.transaction(async (tx) => {
			await tx.execute(sql`select set_config('pg_trgm.word_similarity_threshold', ${LIKENESS}, true)`);
			return findRows(tx, ids, words.map(hasNearly));
		});
	const hits = boards
		.filter(({ id }) => rows.has(id))
		.slice(0, MOST.boards)
		.map(({ id, title }) => {
			const its = rows.get(id)!;
			// Short texts say most of what they say with the words.
			const first = its.toSorted((a, b) => a.length - b.length || (a.objectId < b.objectId ? -1 : 1));
			return { boardId: id, title, count: its.length, objects: first.slice(0, MOST.hits) };
		});
	if (hits.length === 0) return [];
	const textOf = await textsOf(hits.flatMap(({ objects }) => objects));
	return hits.map(({ objects, ...hit }) => ({
		...hit,
		objects: objects.map((row) => ({ id: row.objectId, excerpt: excerptOf(textOf(row), words, EXCERPT) })),
	}));
}
