/** What the database knows of a round. */
import { and, asc, eq, sql } from 'drizzle-orm';
import { schema, type Database } from '../db';

const { roundAnswers, roundPeople, roundThemes } = schema;
export type Executor = Pick<Database, 'select' | 'insert' | 'update' | 'delete' | 'execute'>;

/** All of it; themes and answers in the order in which they were given. */
export async function readRows(tx: Executor, boardId: string, run: string) {
	const of = (table: typeof roundThemes | typeof roundAnswers | typeof roundPeople) =>
		and(eq(table.boardId, boardId), eq(table.run, run));
	return {
		themes: await tx.select().from(roundThemes).where(of(roundThemes)).orderBy(asc(roundThemes.at)),
		answers: await tx.select().from(roundAnswers).where(of(roundAnswers)).orderBy(asc(roundAnswers.at)),
		people: await tx.select().from(roundPeople).where(of(roundPeople)),
	};
}
export type Rows = Awaited<ReturnType<typeof readRows>>;

/** The database's own time: servers may differ. */
export const now = sql`clock_timestamp()`;
