/**
 * Ballots as they were last read, with what they amount to. After each cast everybody asks for all
 * votes of the board, of which one at most has changed: the others are neither read nor counted
 * again.
 */
import { outcomeOf, type Outcome } from '$core/decide/outcome';
import type { Vote } from '$core/decide/vote';
import { inArray, sql } from 'drizzle-orm';
import { database, schema } from './db';
import { once } from './once';

const { ballots } = schema;
type BallotRow = typeof ballots.$inferSelect;

/** Votes whose ballots are kept, the ones that were read last. */
const MAX_KEPT = 500;

/**
 * The ballots of one vote. Its terms and options stay as they are, so ballots and people decide
 * what comes of it.
 */
export class Ballots {
	private counted: { entitled: number; outcome: Outcome } | undefined;

	constructor(
		/** Another one as soon as a ballot was cast, changed or taken away. */
		readonly stamp: string,
		readonly all: readonly BallotRow[],
	) {}

	/** @param entitled how many people may vote */
	outcome(vote: Vote, entitled: number): Outcome {
		if (this.counted?.entitled !== entitled) {
			const choices = this.all.map(({ choice }) => choice);
			this.counted = { entitled, outcome: outcomeOf(vote, choices, entitled) };
		}
		return this.counted.outcome;
	}
}

const NONE = new Ballots('', []);
const kept = (): Map<string, Ballots> => once('ballots', () => new Map<string, Ballots>());

/** The ballots of votes, as they stand in the database. */
export async function ballotsOf(votes: readonly string[]): Promise<(vote: string) => Ballots> {
	if (votes.length === 0) return () => NONE;
	const { db } = database();
	const stamps = await db
		.select({
			vote: ballots.voteId,
			stamp: sql<string>`concat_ws(' ', count(*), sum(${ballots.revision}), max(${ballots.at}))`,
		})
		.from(ballots)
		.where(inArray(ballots.voteId, [...votes]))
		.groupBy(ballots.voteId);
	const memory = kept();
	const stale = stamps.filter(({ vote, stamp }) => memory.get(vote)?.stamp !== stamp);
	const read = new Map<string, BallotRow[]>(stale.map(({ vote }) => [vote, []]));
	if (stale.length > 0)
		for (const row of await db
			.select()
			.from(ballots)
			.where(inArray(ballots.voteId, [...read.keys()])))
			read.get(row.voteId)!.push(row);
	// What is cast between the two readings is read again next time, for the stamp is the older
	// one.
	const fresh = new Map(stale.map(({ vote, stamp }) => [vote, new Ballots(stamp, read.get(vote)!)]));
	const found = new Map(stamps.map(({ vote }) => [vote, fresh.get(vote) ?? memory.get(vote)!]));
	for (const [vote, each] of found) {
		memory.delete(vote);
		memory.set(vote, each);
	}
	for (const vote of memory.keys()) {
		if (memory.size <= MAX_KEPT) break;
		memory.delete(vote);
	}
	return (vote) => found.get(vote) ?? NONE;
}
