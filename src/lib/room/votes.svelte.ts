/** Votes of a board as one person has them: read from the server when it says that something changed, ballots sent as they are changed. */
import { Emitter } from '../ui/emitter';
import { emptyChoice, type Choice, type Vote } from '$core/decide/vote';
import * as contract from '$core/contract/votes';
import type { NewVote, ShownVote, VoteOrder } from '$core/contract/votes';
import { call } from '$lib/api/client';
import { isOffline, messageOf } from '$lib/api/errors';
import { m } from '$lib/messages';

/** How long words about a vote wait for company, ms: thirty ballots in a second are asked about once. */
const SEND_DELAY_MS = 150;
/** After what time a ballot is sent again that did not reach the server, ms. */
const RETRY_MS = 3000;

export class Votes {
	all = $state.raw<readonly ShownVote[]>([]);
	/** What went wrong with the last ballot, in words. */
	problem = $state('');
	/** Ballots as they stand on this screen while they are on their way. */
	private drafts = $state.raw<ReadonlyMap<string, Choice>>(new Map());
	/**
	 * What this window did to a ballot that another window of the same person changed as well: it
	 * is asked which one counts.
	 */
	conflicts = $state.raw<ReadonlyMap<string, Choice>>(new Map());
	/**
	 * Told, in words, when a ballot was not taken because the vote had closed, or because one may
	 * not vote any more.
	 */
	readonly refused = new Emitter<[words: string]>();
	private readonly sending = new Set<string>();
	/**
	 * What this window has sent for each vote, as text: tells its own ballots from those of another
	 * window.
	 */
	private readonly sent = new Map<string, Set<string>>();
	/**
	 * Readings that were asked for, and the latest of them that was answered: an older answer that
	 * comes later is passed over.
	 */
	private readsAsked = 0;
	private readAnswered = 0;
	private timer: ReturnType<typeof setTimeout> | undefined;
	private closing: ReturnType<typeof setTimeout> | undefined;
	/** Ballots that wait to be sent again. */
	private readonly waiting = new Map<string, ReturnType<typeof setTimeout>>();
	private isGone = false;

	private readonly board: { id: string };

	constructor(
		boardId: string,
		/** Server time, ms. */
		private readonly now: () => number,
	) {
		this.board = { id: boardId };
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
		}, SEND_DELAY_MS);
	}

	async read(): Promise<void> {
		const turn = ++this.readsAsked;
		try {
			const all = await call(contract.listVotes, { params: this.board });
			if (this.isGone || turn < this.readAnswered) return;
			this.readAnswered = turn;
			this.take(all);
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
		this.dismissConflict(vote);
		this.drafts = new Map(this.drafts).set(vote.id, choice);
		void this.sendOff(vote.id);
	}

	/** Leaves a ballot as the other window has it. */
	dismissConflict(vote: ShownVote): void {
		if (!this.conflicts.has(vote.id)) return;
		const left = new Map(this.conflicts);
		left.delete(vote.id);
		this.conflicts = left;
	}

	async begin(request: NewVote): Promise<string> {
		const { id } = await call(contract.createVote, { params: this.board, body: request });
		await this.read();
		return id;
	}

	async order(vote: string, order: VoteOrder): Promise<string> {
		const params = { ...this.board, vote };
		const { id } = await call(contract.orderVote, { params, body: order });
		await this.read();
		return id;
	}

	destroy(): void {
		this.isGone = true;
		clearTimeout(this.timer);
		clearTimeout(this.closing);
		for (const timer of this.waiting.values()) clearTimeout(timer);
	}

	private take(all: readonly ShownVote[]): void {
		const before = new Map(this.all.map((vote) => [vote.id, vote.own]));
		// A ballot that was cast after the question may stand here already.
		this.all = all.map((vote) => {
			const own = before.get(vote.id);
			return own && own.revision > (vote.own?.revision ?? 0) ? { ...vote, own } : vote;
		});
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
				const sent = this.sent.get(id) ?? new Set();
				this.sent.set(id, sent.add(asText(choice)));
				const basedOn = vote.own?.revision ?? 0;
				const params = { ...this.board, vote: id };
				const cast = await call(contract.castBallot, { params, body: { choice, basedOn } });
				this.problem = '';
				const { choice: stands, revision } = cast;
				this.all = this.all.map((each) =>
					each.id === id && stands && revision >= (each.own?.revision ?? 0)
						? { ...each, own: { choice: stands, revision } }
						: each,
				);
				const isLatest = this.drafts.get(id) === choice;
				if (cast.isTaken && isLatest) return this.drop(id);
				// What stands there came from this window, and only its answer was lost: it is sent
				// again, on what stands.
				if (cast.isTaken || (revision > basedOn && (!stands || sent.has(asText(stands))))) continue;
				// Another window of one's own was first: what it did counts until it is said
				// otherwise.
				this.conflicts = new Map(this.conflicts).set(id, this.drafts.get(id) ?? choice);
				return this.drop(id);
			}
		} catch (error) {
			if (isOffline(error)) this.later(id);
			else {
				this.problem = messageOf(error);
				this.drop(id);
				this.refused.emit(this.problem);
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
		const timer = setTimeout(() => void this.sendOff(id), RETRY_MS);
		this.waiting.set(id, timer);
	}

	private drop(id: string): void {
		const left = new Map(this.drafts);
		left.delete(id);
		this.drafts = left;
	}
}

/** A ballot as text, the same for the same ballot in whatever order its values were set. */
function asText(choice: Choice): string {
	return JSON.stringify(choice, (_, value: unknown) =>
		value !== null && typeof value === 'object' && !Array.isArray(value)
			? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
			: value,
	);
}

/** A vote as core knows it. */
export const asVote = ({ terms, options }: ShownVote): Vote => ({ ...terms, options });
