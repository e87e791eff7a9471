/** A person's boards: the list, stars, when they were opened, the bin. */
import { BIN_DAYS, type ListedBoard } from '$core/boards/list';
import { may } from '$core/access/rights';
import { and, eq, isNull, lt, or, sql } from 'drizzle-orm';
import { HOUSE, requireRight } from './boards';
import { database, schema } from './db';
import { mergeAllOld } from './log-merges';
import { log } from './log';
import { once } from './once';

const { boards, memberships, people } = schema;

/** Boards that a person can enter, and their own in the bin. */
export async function boardsOf(personId: string): Promise<ListedBoard[]> {
	const { db } = database();
	const owner = db
		.select({ boardId: memberships.boardId, name: people.name })
		.from(memberships)
		.innerJoin(people, eq(people.id, memberships.personId))
		.where(eq(memberships.role, 'owner'))
		.as('owner');
	const rows = await db
		.select({
			id: boards.id,
			title: boards.title,
			role: memberships.role,
			policy: HOUSE,
			changedAt: boards.changedAt,
			openedAt: memberships.openedAt,
			starred: memberships.starred,
			deletedAt: boards.deletedAt,
			projectId: boards.projectId,
			owner: sql<string>`coalesce(${owner.name}, '')`,
		})
		.from(memberships)
		.innerJoin(boards, eq(boards.id, memberships.boardId))
		.leftJoin(owner, eq(owner.boardId, boards.id))
		.where(
			and(eq(memberships.personId, personId), or(isNull(boards.deletedAt), eq(memberships.role, 'owner'))),
		);
	return rows.map(({ policy, ...row }) => ({
		...row,
		projectId: row.projectId ?? undefined,
		changedAt: row.changedAt.getTime(),
		openedAt: row.openedAt?.getTime(),
		deletedAt: row.deletedAt?.getTime(),
		open: may(row.role, 'enter', policy),
	}));
}

const mine = (boardId: string, personId: string) =>
	and(eq(memberships.boardId, boardId), eq(memberships.personId, personId));

/** Marks a board for oneself, or takes the mark away. */
export async function star(boardId: string, personId: string, starred: boolean): Promise<void> {
	await requireRight(boardId, personId, 'enter');
	await database().db.update(memberships).set({ starred }).where(mine(boardId, personId));
}

/** Notes that a person opens a board now. Returns when they were last there, ms since 1970. */
export async function noteOpening(boardId: string, personId: string): Promise<number | undefined> {
	const { db } = database();
	const [before] = await db
		.select({ openedAt: memberships.openedAt })
		.from(memberships)
		.where(mine(boardId, personId));
	await noteLeaving(boardId, personId);
	return before?.openedAt?.getTime();
}

/** Notes that a person was on a board until now. */
export async function noteLeaving(boardId: string, personId: string): Promise<void> {
	await database().db.update(memberships).set({ openedAt: new Date() }).where(mine(boardId, personId));
}

/** Removes for good what has been in the bin for too long. Returns how many boards that were. */
export async function emptyBin(): Promise<number> {
	const before = sql`now() - make_interval(days => ${BIN_DAYS})`;
	const gone = await database()
		.db.delete(boards)
		.where(lt(boards.deletedAt, before))
		.returning({ id: boards.id });
	return gone.length;
}

/** How often the bin and old updates are looked at, ms. */
const CLEAN_UP_INTERVAL_MS = 6 * 3_600_000;

/** Looks at the bin, and at old updates, now and then, as long as the server runs. */
export function keepBin(): void {
	once('bin', () => {
		const look = (): void => {
			emptyBin().then(
				(count) => count > 0 && log.info({ boards: count }, 'boards were removed from the bin for good'),
				(error: unknown) => log.error({ err: error }, 'the bin could not be looked at'),
			);
		};
		const shorten = (): void => {
			mergeAllOld().then(
				(count) => count > 0 && log.info({ updates: count }, 'old updates of boards were merged'),
				(error: unknown) => log.error({ err: error }, 'old updates could not be merged'),
			);
		};
		look();
		shorten();
		setInterval(shorten, CLEAN_UP_INTERVAL_MS).unref();
		return setInterval(look, CLEAN_UP_INTERVAL_MS).unref();
	});
}
