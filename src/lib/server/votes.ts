/** Votes: begun and closed by those who lead, ballots counted by the rules of core/decide. The database has the last word on every limit. */
import { faultOf, isEmpty, mayVote, type Choice, type Fault, type Terms, type Vote } from '$core/decide/vote';
import type { CastBallot, newVoteSchema, ShownVote, VoteOrder } from '$core/contract/votes';
import { wordsOf } from '$core/board/words';
import { m } from '$lib/messages';
import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import { nanoid } from 'nanoid';
import type { z } from 'zod';
import { ballotsOf, type Ballots } from './ballots';
import { Refused, requireRight, type Membership } from './boards';
import { database, schema } from './db';
import { live } from './live/documents';
import { personBehind, speakersOn, type Speaking } from './names';

const { ballots, votes } = schema;
type Row = typeof votes.$inferSelect;

/** Votes that a board can have. */
const MAX_VOTES = 500;

const closedAt = (row: Row, now: number): number | undefined => {
	if (row.closedAt) return row.closedAt.getTime();
	const end = row.closesAt?.getTime();
	return end !== undefined && end <= now ? end : undefined;
};

const voteOf = ({ terms, options }: Row): Vote => ({ ...terms, options });

/** Tells everybody who has the board open that something about a vote has changed. */
const tell = (boardId: string, id: string): void => live().attendance.tellAll(boardId, { is: 'vote', id });

/** Begins a vote. Returns its id. */
export async function beginVote(
	boardId: string,
	personId: string,
	{ terms, objects, minutes }: z.output<typeof newVoteSchema>,
): Promise<string> {
	await requireRight(boardId, personId, 'lead');
	const ids = [...new Set(objects)];
	const options = await live().read(boardId, (model) =>
		ids.flatMap((id) => {
			const object = model.find(id);
			return object ? [{ id, text: wordsOf(object).slice(0, 500) }] : [];
		}),
	);
	if (options.length < 2) throw new Refused(m.error_vote_objects(), 409);
	const { db } = database();
	const [count] = await db
		.select({ count: sql<number>`count(*)`.mapWith(Number) })
		.from(votes)
		.where(eq(votes.boardId, boardId));
	if ((count?.count ?? 0) >= MAX_VOTES) throw new Refused(m.error_vote_many(), 409);
	// Voices stand for people while names are hidden; whoever may vote is kept as themselves.
	const chosen = await Promise.all(terms.chosen.map((each) => personBehind(boardId, each)));
	const id = nanoid(12);
	await db.insert(votes).values({
		id,
		boardId,
		method: terms.method,
		terms: { ...terms, chosen },
		options,
		closesAt: minutes === undefined ? null : new Date(Date.now() + minutes * 60_000),
		openedBy: personId,
	});
	tell(boardId, id);
	return id;
}

const FAULTS: Record<Fault, (terms: Terms) => string> = {
	method: () => m.error_ballot(),
	option: () => m.error_ballot_option(),
	'too many': ({ each }) => m.error_ballot_many({ count: each }),
	'too many on one': ({ most }) => m.error_ballot_one({ count: most }),
	twice: () => m.error_ballot(),
	scale: () => m.error_ballot(),
};

/**
 * Takes somebody's ballot, in place of the one they had. It is taken only if it goes on from the ballot as it stands: an older one that comes
 * late, from another window or sent again, changes nothing. Throws Refused when it is none, or when it is too late.
 */
export async function castBallot(
	boardId: string,
	personId: string,
	voteId: string,
	{ choice, basedOn }: { choice: Choice; basedOn: number },
): Promise<CastBallot> {
	const { role } = await requireRight(boardId, personId, 'enter');
	const cast = await database().db.transaction(async (tx): Promise<CastBallot> => {
		// Whoever closes it waits for ballots that are being taken, and no ballot comes after it.
		const [row] = await tx
			.select()
			.from(votes)
			.where(and(eq(votes.id, voteId), eq(votes.boardId, boardId)))
			.for('update');
		if (!row) throw new Refused(m.error_vote_gone(), 404);
		if (closedAt(row, Date.now()) !== undefined) throw new Refused(m.error_vote_closed(), 409);
		if (!mayVote(row.terms, role, personId)) throw new Refused(m.error_vote_not_yours());
		const fault = faultOf(voteOf(row), choice);
		if (fault) throw new Refused(FAULTS[fault](row.terms), 409);
		const [before] = await tx
			.select()
			.from(ballots)
			.where(and(eq(ballots.voteId, voteId), eq(ballots.personId, personId)));
		const revision = before?.revision ?? 0;
		if (revision !== basedOn) return { isTaken: false, choice: before?.choice, revision };
		const values = { choice, revision: revision + 1, at: new Date() };
		await tx
			.insert(ballots)
			.values({ voteId, personId, ...values })
			.onConflictDoUpdate({ target: [ballots.voteId, ballots.personId], set: values });
		return { isTaken: true, choice, revision: revision + 1 };
	});
	if (cast.isTaken) tell(boardId, voteId);
	return cast;
}

/** Closes a vote, asks it again, or takes it away. Returns the id of the vote that is there afterwards. */
export async function orderVote(
	boardId: string,
	personId: string,
	voteId: string,
	order: VoteOrder,
): Promise<string> {
	await requireRight(boardId, personId, 'lead');
	const { db } = database();
	const isIt = and(eq(votes.id, voteId), eq(votes.boardId, boardId));
	const [row] = await db.select().from(votes).where(isIt);
	if (!row) throw new Refused(m.error_vote_gone(), 404);
	let id = voteId;
	if (order.do === 'close') {
		// What has closed by itself stays closed as of then.
		if (closedAt(row, Date.now()) === undefined)
			await db
				.update(votes)
				.set({ closedAt: new Date() })
				.where(and(isIt, isNull(votes.closedAt)));
	} else if (order.do === 'remove') await db.delete(votes).where(isIt);
	else {
		const options = order.objects
			? row.options.filter((each) => order.objects!.includes(each.id))
			: row.options;
		if (options.length < 2) throw new Refused(m.error_vote_objects(), 409);
		id = nanoid(12);
		const { method, terms, round } = row;
		await db
			.insert(votes)
			.values({ id, boardId, method, terms, options, follows: voteId, round: round + 1, openedBy: personId });
	}
	tell(boardId, id);
	return id;
}

/**
 * Closes everything that is open, as when a step ends.
 * @param before only what was opened before that time, server time, ms
 */
export async function closeVotes(boardId: string, before: number): Promise<void> {
	const now = new Date();
	const closed = await database()
		.db.update(votes)
		.set({ closedAt: now })
		.where(
			and(
				eq(votes.boardId, boardId),
				isNull(votes.closedAt),
				sql`${votes.openedAt} <= ${new Date(before).toISOString()}::timestamptz`,
				sql`(${votes.closesAt} is null or ${votes.closesAt} > ${now.toISOString()}::timestamptz)`,
			),
		)
		.returning({ id: votes.id });
	for (const { id } of closed) tell(boardId, id);
}

function show(
	row: Row,
	cast: Ballots,
	who: { id: string; membership: Membership; people: ReadonlyMap<string, Speaking> },
	now: number,
): ShownVote {
	const { role, policy } = who.membership;
	const { terms, options } = row;
	const { all } = cast;
	const closed = closedAt(row, now);
	const entitled = [...who.people].filter(([id, one]) => mayVote(terms, one.role, id)).length;
	const own = all.find(({ personId }) => personId === who.id);
	const voted = all.filter(({ choice }) => !isEmpty(choice)).length;
	const isShown = closed !== undefined || !terms.secret;
	const outcome = isShown ? cast.outcome(voteOf(row), entitled) : undefined;
	const named =
		closed !== undefined && !terms.secret && policy.names === 'shown'
			? {
					ballots: all.flatMap(({ personId, choice }) => {
						const name = who.people.get(personId)?.speaker.name;
						return isEmpty(choice) ? [] : [{ name: name ?? m.somebody(), choice }];
					}),
				}
			: {};
	return {
		id: row.id,
		// Who may vote by name is between them and the server.
		terms: { ...terms, chosen: [] },
		options,
		openedAt: row.openedAt.getTime(),
		...(row.closesAt ? { closesAt: row.closesAt.getTime() } : {}),
		...(closed === undefined ? {} : { closedAt: closed }),
		round: row.round,
		...(row.follows ? { follows: row.follows } : {}),
		mayVote: mayVote(terms, role, who.id),
		...(own ? { own: { choice: own.choice, revision: own.revision } } : {}),
		turnout: { voted, entitled: Math.max(entitled, voted) },
		...(outcome ? { outcome: { ...outcome, agreement: outcome.agreement } } : {}),
		...named,
	};
}

/** All votes of a board as somebody may see them, in the order in which they began; or one of them. */
export async function votesFor(boardId: string, personId: string, only?: string): Promise<ShownVote[]> {
	const membership = await requireRight(boardId, personId, 'enter');
	const { db } = database();
	const rows = await db
		.select()
		.from(votes)
		.where(and(eq(votes.boardId, boardId), only === undefined ? undefined : eq(votes.id, only)))
		.orderBy(asc(votes.openedAt), asc(votes.id));
	if (rows.length === 0) return [];
	const ballotsIn = await ballotsOf(rows.map(({ id }) => id));
	const people = await speakersOn(boardId, membership.policy);
	const now = Date.now();
	return rows.map((row) => show(row, ballotsIn(row.id), { id: personId, membership, people }, now));
}
