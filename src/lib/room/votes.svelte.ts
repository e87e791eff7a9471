/** Votes of a board as one person has them: read from the server when it says that something changed, ballots sent as they are changed. */
import { choiceSchema, emptyChoice, type Choice, type Vote } from '$core/decide/vote';
import { shownVoteSchema, type NewVote, type ShownVote, type VoteOrder } from '$core/decide/wire';
import { z } from 'zod';
import { m } from '$lib/paraglide/messages';
import { ask, messageOf, Unreachable } from '../ui/api';

const castSchema = z.object({
	isTaken: z.boolean(),
	choice: choiceSchema.optional(),
	revision: z.number(),
});

/** How long words about a vote wait for company, ms: thirty ballots in a second are asked about once. */
const TURN = 150;
/** After what time a ballot is sent again that did not reach the server, ms. */
const AGAIN = 3000;

export class Votes {
	all = $state.raw<readonly ShownVote[]>([]);
	/** What went wrong with the last ballot, in words. */
	problem = $state('');
	/** Ballots as they stand on this screen while they are on their way. */
	private drafts = $state.raw<ReadonlyMap<string, Choice>>(new Map());
	private readonly sending = new Set<string>();
	private timer: ReturnType<typeof setTimeout> | undefined;
	private closing: ReturnType<typeof setTimeout> | undefined;
	/** Ballots that wait to be sent again. */
	private readonly waiting = new Map<string, ReturnType<typeof setTimeout>>();
	private isGone = false;

	constructor(
		private readonly boardId: string,
		/** Server time, ms. */
		private readonly now: () => number,
	) {
		void this.read();
	}

	/** The vote that is open, the newest where there are several. */
	get open(): ShownVote | undefined {
		return this.all.findLast(({ closedAt }) => closedAt === undefined);
	}

	/** Something about a vote has changed. */
	hear(): void {
		this.timer ??= setTimeout(() => {
			this.timer = undefined;
			void this.read();
		}, TURN);
	}

	async read(): Promise<void> {
		try {
			const all = await ask(z.array(shownVoteSchema), 'GET', this.path());
			if (!this.isGone) this.take(all);
		} catch {
			// Offline, or not in any more: what is known stays.
		}
	}

	/** What stands on one's ballot. */
	ballotOf(vote: ShownVote): Choice {
		return this.drafts.get(vote.id) ?? vote.own?.choice ?? emptyChoice(vote.terms.method);
	}

	/** Whether one has voted and the server has all of it. */
	isSaved(vote: ShownVote): boolean {
		return vote.own !== undefined && !this.drafts.has(vote.id);
	}

	/** Changes one's ballot; it is on the screen at once and sent when the one before has been answered. */
	cast(vote: ShownVote, choice: Choice): void {
		if (choice === this.ballotOf(vote)) return;
		this.drafts = new Map(this.drafts).set(vote.id, choice);
		void this.sendOff(vote.id);
	}

	async begin(wish: NewVote): Promise<string> {
		const { id } = await ask(z.object({ id: z.string() }), 'POST', this.path(), wish);
		await this.read();
		return id;
	}

	async order(vote: string, order: VoteOrder): Promise<string> {
		const { id } = await ask(z.object({ id: z.string() }), 'POST', this.path(`/${vote}`), order);
		await this.read();
		return id;
	}

	destroy(): void {
		this.isGone = true;
		clearTimeout(this.timer);
		clearTimeout(this.closing);
		for (const timer of this.waiting.values()) clearTimeout(timer);
	}

	private path(rest = ''): string {
		return `/api/boards/${encodeURIComponent(this.boardId)}/votes${rest}`;
	}

	private take(all: readonly ShownVote[]): void {
		this.all = all;
		clearTimeout(this.closing);
		const ends = all.flatMap(({ closedAt, closesAt }) =>
			closedAt === undefined && closesAt ? [closesAt] : [],
		);
		if (ends.length === 0) return;
		// A timer cannot run for longer than this; it is set again after each reading.
		const wait = Math.min(2 ** 31 - 1, Math.max(50, Math.min(...ends) - this.now() + 100));
		this.closing = setTimeout(() => void this.read(), wait);
	}

	/** Sends what stands on the screen, one ballot after the other. */
	private async sendOff(id: string): Promise<void> {
		if (this.sending.has(id)) return;
		this.sending.add(id);
		clearTimeout(this.waiting.get(id));
		try {
			for (;;) {
				const choice = this.drafts.get(id);
				const vote = this.all.find((each) => each.id === id);
				if (!choice || !vote) return;
				const cast = await ask(castSchema, 'PUT', this.path(`/${id}/ballot`), {
					choice,
					basedOn: vote.own?.revision ?? 0,
				});
				this.problem = '';
				const own = cast.choice && { own: { choice: cast.choice, revision: cast.revision } };
				this.all = this.all.map((each) => (each.id === id ? { ...each, ...own } : each));
				// Another window of one's own was first: what it did counts, and what is done now goes on from there.
				if (this.drafts.get(id) === choice) return this.drop(id);
			}
		} catch (error) {
			if (error instanceof Unreachable) this.later(id);
			else {
				this.problem = messageOf(error);
				this.drop(id);
				await this.read();
			}
		} finally {
			this.sending.delete(id);
		}
	}

	/** Keeps a ballot that did not reach the server, and sends it again after a while. */
	private later(id: string): void {
		this.problem = m.ballot_waits();
		if (this.isGone) return;
		const timer = setTimeout(() => void this.sendOff(id), AGAIN);
		this.waiting.set(id, timer);
	}

	private drop(id: string): void {
		const left = new Map(this.drafts);
		left.delete(id);
		this.drafts = left;
	}
}

/** A vote as core knows it. */
export const asVote = ({ terms, options }: ShownVote): Vote => ({ ...terms, options });
