/**
 * The round in which everybody sorts, as one person has it: read from the server when it says that
 * it has gone on; what one says is sent in order, and waits where there is no network.
 */
import {
	orderRound,
	readRound,
	roundOrderSchema,
	type RoundOrder,
	type SharedRound,
	type ShownRound,
} from '$core/contract/sorting-round';
import { readSession, runningStep } from '$core/meeting/runsheet';
import { sortingRun } from '$core/meeting/sorting-step';
import { call } from '$lib/api/client';
import { isOffline, messageOf } from '$lib/api/errors';
import type * as Y from 'yjs';
import { z } from 'zod';
import { recall, remember } from '../ui/kept-here';

/** How long words about a round wait for company, ms. */
const READ_DELAY_MS = 200;
/** Over what time those who ask anew are spread: for each person, and at most, ms. */
const SPREAD_MS = 20;
const MAX_SPREAD_MS = 3000;
/** After what time the likeliest themes of a note are asked for again, ms, and how often. */
const JUDGED_MS = 2500;
const MAX_ASKED = 3;
/** After what time something is sent again that did not reach the server, ms. */
const RETRY_MS = 3000;

const waitingSchema = z.array(roundOrderSchema).max(2000);

export class SortingRound {
	shown = $state.raw<ShownRound | undefined>();
	/** What one said and the server does not have yet. */
	waiting = $state.raw<readonly RoundOrder[]>([]);
	/** Whether the server is out of reach. */
	isOffline = $state(false);
	problem = $state('');
	private readonly key: string;
	/** The round that runs, by what the session says. */
	private run: string | undefined;
	private timer: ReturnType<typeof setTimeout> | undefined;
	private retry: ReturnType<typeof setTimeout> | undefined;
	/** The note that waits for its likeliest themes. */
	private unjudged = { note: '', asked: 0 };
	private isSending = false;
	private asked = 0;
	private answered = 0;
	private isGone = false;

	constructor(
		private readonly boardId: string,
		personId: string,
		private readonly session: Y.Doc,
	) {
		this.key = `sorting-round ${boardId} ${personId}`;
		this.waiting = recall(this.key, waitingSchema) ?? [];
		if (this.waiting.length > 0) void this.send();
		this.session.getMap('session').observe(this.followChanges);
		this.follow();
	}

	private readonly followChanges = (): void => {
		const state = readSession(this.session);
		const run = runningStep(state)?.together && state.running ? sortingRun(state.running) : undefined;
		if (run === this.run) return;
		this.run = run;
		this.shown = undefined;
		this.problem = '';
		if (run !== undefined) void this.read();
	};

	/** Looks where the session stands, and what was said meanwhile. */
	follow(): void {
		this.run = undefined;
		this.followChanges();
	}

	destroy(): void {
		this.isGone = true;
		this.session.getMap('session').unobserve(this.followChanges);
		clearTimeout(this.timer);
		clearTimeout(this.retry);
	}

	/**
	 * The round has gone on. What is told to everybody is enough for whoever has a note before
	 * them; all others ask what there is for them now, not all at once.
	 */
	hear(round: SharedRound): void {
		if (round.run !== this.run) return;
		if (this.shown) this.shown = { ...this.shown, ...round };
		const isBusy = this.shown && !this.shown.led && (!this.shown.sorts || this.shown.deal.length > 0);
		if (isBusy) return;
		const spread = Math.min(MAX_SPREAD_MS, SPREAD_MS * round.people);
		this.readIn(READ_DELAY_MS + Math.random() * spread);
	}

	async read(): Promise<void> {
		const turn = ++this.asked;
		try {
			const { round } = await call(readRound, { params: { id: this.boardId } });
			this.take(turn, round);
		} catch {
			// Offline, or not in any more: what is known stays.
		}
	}

	private take(turn: number, round: ShownRound | undefined): void {
		if (this.isGone || turn < this.answered) return;
		this.answered = turn;
		this.shown = round?.run === this.run ? round : undefined;
		this.isOffline = false;
		this.askForLikeliest();
	}

	/** Where a note most likely belongs is judged in a while: it is asked for, a few times. */
	private askForLikeliest(): void {
		const next = this.shown?.deal[0];
		if (!next || next.likeliest.length > 0 || this.shown!.themes.length < 2) return;
		if (this.unjudged.note !== next.note) this.unjudged = { note: next.note, asked: 0 };
		if (this.unjudged.asked++ < MAX_ASKED) this.readIn(JUDGED_MS);
	}

	private readIn(ms: number): void {
		this.timer ??= setTimeout(() => {
			this.timer = undefined;
			void this.read();
		}, ms);
	}

	/** Says something: it is on the screen at once, and is sent when all before it has been. */
	say(order: RoundOrder): void {
		this.problem = '';
		this.keep([...this.waiting, order]);
		void this.send();
	}

	private keep(waiting: readonly RoundOrder[]): void {
		this.waiting = waiting;
		remember(this.key, waiting);
	}

	private async send(): Promise<void> {
		if (this.isSending || this.isGone) return;
		this.isSending = true;
		clearTimeout(this.retry);
		try {
			for (let next = this.waiting[0]; next !== undefined && !this.isGone; next = this.waiting[0]) {
				const turn = ++this.asked;
				try {
					const { round } = await call(orderRound, { params: { id: this.boardId }, body: next });
					this.take(turn, round);
				} catch (error) {
					if (isOffline(error)) {
						this.isOffline = true;
						this.retry = setTimeout(() => void this.send(), RETRY_MS);
						return;
					}
					// The round is over, or the note is gone: it is said, and what comes after it
					// goes on.
					this.problem = messageOf(error);
					void this.read();
				}
				this.keep(this.waiting.slice(1));
			}
		} finally {
			this.isSending = false;
		}
	}
}
