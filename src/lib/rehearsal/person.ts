/**
 * A simulated person on a real server: joins by a link, opens the board's documents over a websocket, and does what the running step lets
 * people do, by their habits. They are told and allowed no more than anybody else. Runs on Node.
 */
import { isNote } from '$core/board/kinds/guards';
import { readParking } from '$core/meeting/parking';
import { HocuspocusProvider, HocuspocusProviderWebsocket } from '@hocuspocus/provider';
import { nod } from '$core/board/ops/approve';
import { addObject, moveObjects, restyle } from '$core/board/ops/edits';
import type { EditContext } from '$core/board/store';
import { guessPlacement } from '$core/board/ops/gather';
import { BoardModel } from '$core/board/model/model';
import { PIGMENTS } from '$core/board/colours';
import { listPeople } from '$core/contract/people';
import { orderParking } from '$core/contract/session';
import { readMessage } from '$core/contract/server-messages';
import { castBallot, listVotes } from '$core/contract/votes';
import { createClient } from '$lib/api/client';
import { ApiError } from '$lib/api/errors';
import { emptyChoice } from '$core/decide/vote';
import { ballotOf, nextDoing, type Situation } from '$core/rehearsal/doing';
import { pauseOf, type Simulated } from '$core/rehearsal/habits';
import type { TeamLanguage } from '$core/rehearsal/words';
import { pick, randomFrom } from '$core/rehearsal/random';
import { gatheringFor } from '$core/meeting/gathering';
import { type BoardPolicy, may, OPEN_POLICY, type Right } from '$core/access/rights';
import { type Role } from '$core/access/roles';
import { readSession, runningStep } from '$core/meeting/runsheet';
import { writeSilently } from '$core/meeting/silence';
import { plainText } from '$core/text/rich';
import * as Y from 'yjs';
import { socketWith } from './socket';

/** Where the server is: where it is reached from here, and what it takes for its own pages' address. */
export interface Where {
	base: string;
	origin: string;
	board: string;
	/** The link by which they join. */
	token: string;
	/** What they write in. */
	language: TeamLanguage;
}

/** What somebody has done that was acknowledged, and what was written but not acknowledged yet. */
export interface Tally {
	notes: Set<string>;
	silent: Set<string>;
	ballots: number;
	nods: number;
	waiting: number;
}

export class SimulatedPerson {
	readonly tally: Tally = { notes: new Set(), silent: new Set(), ballots: 0, nods: 0, waiting: 0 };
	private readonly random;
	private cookie = '';
	private me = { id: '', name: '', keeper: '' };
	private role: Role = 'editor';
	private policy: BoardPolicy = OPEN_POLICY;
	private socket: HocuspocusProviderWebsocket | undefined;
	private readonly providers: HocuspocusProvider[] = [];
	private readonly stage = new Y.Doc();
	private readonly session = new Y.Doc();
	private readonly silent = new Y.Doc();
	private readonly models: BoardModel[] = [];
	private ids = 0;
	/** The step that is being worked in, and how much was written in it. */
	private step = '';
	private written = 0;
	private readonly voted = new Set<string>();

	constructor(
		readonly who: Simulated,
		private readonly where: Where,
	) {
		this.random = randomFrom(who.seed);
	}

	/** Joins and opens the documents. Throws when the server does not let them in. */
	async come(): Promise<void> {
		const { base, origin, token, board } = this.where;
		const joined = await fetch(`${base}/join/${token}`, {
			method: 'POST',
			redirect: 'manual',
			headers: { 'content-type': 'application/x-www-form-urlencoded', origin, accept: 'text/html' },
			body: new URLSearchParams({ name: this.who.name }),
		});
		if (joined.status !== 303) throw new Error(`${this.who.name} was not let in: ${joined.status}`);
		this.cookie = joined.headers
			.getSetCookie()
			.map((cookie) => cookie.split(';')[0]!)
			.join('; ');
		this.me = (await this.call(listPeople, { params: { id: board } })).me;
		const headers = { cookie: this.cookie, origin };
		this.socket = new HocuspocusProviderWebsocket({
			url: `${base.replace(/^http/, 'ws')}/sync`,
			WebSocketPolyfill: socketWith(headers),
			delay: 300,
			minDelay: 300,
			maxDelay: 3000,
		});
		const opened = [
			this.open(`board/${board}/stage`, this.stage),
			this.open(`board/${board}/session`, this.session),
			this.open(`board/${board}/silent/${this.me.keeper}`, this.silent),
		];
		await Promise.all(opened);
		this.models.push(new BoardModel(this.stage, 0), new BoardModel(this.silent, 0));
		this.providers[0]!.awareness?.setLocalState({ person: this.me.id, name: this.me.name });
	}

	/** How long until they do the next thing, ms. */
	pause(): number {
		return pauseOf(this.who.habit, this.random);
	}

	/** Does the next thing. */
	async act(): Promise<void> {
		await this.vote();
		const doing = nextDoing(this.who, this.random, this.know());
		const { stageModel: model } = this;
		const editContext = this.handOn(this.stage);
		switch (doing.do) {
			case 'write':
				this.write(doing.text);
				return;
			case 'nod':
				nod(editContext, model, [doing.note]);
				this.tally.nods++;
				return;
			case 'move':
				moveObjects(editContext, model, [doing.note], doing.dx, doing.dy);
				return;
			case 'colour':
				restyle(editContext, model, [doing.note], { pigment: pick(this.random, PIGMENTS) });
				return;
			case 'park':
				await this.unlessRefused(
					this.call(orderParking, {
						params: { id: this.where.board },
						body: { do: 'park', text: doing.text },
					}),
				);
				return;
		}
	}

	/** Waits until everything that they did is saved; false when it takes too long. */
	async settled(within = 10_000): Promise<boolean> {
		const end = Date.now() + within;
		while (this.unsaved() && Date.now() < end) await new Promise((done) => setTimeout(done, 20));
		return !this.unsaved();
	}

	leave(): void {
		for (const model of this.models) model.destroy();
		for (const provider of this.providers) provider.destroy();
		this.socket?.destroy();
	}

	private unsaved(): boolean {
		return this.providers.some((provider, i) => i !== 1 && provider.unsyncedChanges > 0);
	}

	private get stageModel(): BoardModel {
		return this.models[0]!;
	}

	private open(name: string, document: Y.Doc): Promise<void> {
		return new Promise((resolve, reject) => {
			const provider = new HocuspocusProvider({
				name,
				document,
				websocketProvider: this.socket!,
				token: 'cookie',
				onSynced: () => resolve(),
				onAuthenticationFailed: ({ reason }) => reject(new Error(`${name}: ${reason}`)),
				onStateless: ({ payload }) => this.hear(payload),
			});
			this.providers.push(provider);
			provider.attach();
		});
	}

	private hear(payload: string): void {
		const message = readMessage(payload);
		if (message?.is !== 'rights') return;
		this.role = message.role;
		this.policy = message.policy;
	}

	private may(right: Right): boolean {
		return may(this.role, right, this.policy);
	}

	private handOn(doc: Y.Doc): EditContext {
		return {
			doc,
			person: this.me,
			origin: 'rehearsal',
			now: () => Date.now(),
			newId: () => `${this.me.keeper.slice(0, 12)}-${(this.ids++).toString(36)}`,
		};
	}

	/** Sends requests as this person, to wherever the server is. */
	private readonly call = createClient((address, init) => {
		const { base, origin } = this.where;
		const headers = { ...(init.headers as Record<string, string>), cookie: this.cookie, origin };
		return fetch(`${base}${address}`, { ...init, headers });
	});

	/** What came of a request; nothing when it was refused, which happens to real people too. */
	private async unlessRefused<T>(work: Promise<T>): Promise<T | undefined> {
		return work.catch((error: unknown) => {
			if (error instanceof ApiError && error.kind === 'refused') return undefined;
			throw error;
		});
	}

	/** What they know of the room. */
	private know(): Situation {
		const state = readSession(this.session);
		const step = runningStep(state);
		const key = `${step?.id} ${state.running?.startedAt}`;
		if (key !== this.step) {
			this.step = key;
			this.written = 0;
		}
		const notes = [...this.stageModel.objects.values()].filter(isNote);
		const isFree = this.may('nod');
		return {
			gathers: this.may('line') && this.gathering() !== undefined,
			may: this.policy.step.may,
			kind: step?.kind,
			own: notes.filter(({ by, lock, held }) => by[0] === this.me.id && !lock && !held).map(({ id }) => id),
			others: isFree
				? notes
						.filter(
							({ by, nods }) => by[0] !== this.me.id && !nods?.some(({ person }) => person === this.me.id),
						)
						.map(({ id }) => id)
				: [],
			parked: readParking(this.session).map(({ text }) => text),
			texts: notes.map(({ text }) => plainText(text)).filter(Boolean),
			written: this.written,
		};
	}

	private gathering() {
		return gatheringFor(
			this.session,
			readSession(this.session),
			this.me.id,
			(id) => this.stageModel.find(id) !== undefined,
		);
	}

	private write(text: string): void {
		const gathering = this.gathering();
		const field = gathering && this.stageModel.find(gathering.field);
		if (!gathering || !field) return;
		this.written++;
		const pigment = PIGMENTS[this.who.seed % PIGMENTS.length]!;
		if (gathering.silence) {
			const id = writeSilently(this.handOn(this.silent), this.models[1]!, gathering.silence, {
				text,
				pigment,
			});
			this.tally.silent.add(id);
			return;
		}
		const id = addObject(this.handOn(this.stage), this.stageModel, {
			kind: 'note',
			sheet: field.sheet,
			box: guessPlacement(this.stageModel, field),
			style: { form: 'card', pigment },
			text,
			landing: field.id,
		});
		this.tally.notes.add(id);
	}

	/** Votes where a vote is open in which they have not voted. */
	private async vote(): Promise<void> {
		const params = { id: this.where.board };
		const all = (await this.unlessRefused(this.call(listVotes, { params }))) ?? [];
		const open = all.filter(
			(vote) => vote.closedAt === undefined && vote.mayVote && !this.voted.has(vote.id),
		);
		for (const { id, terms, options } of open) {
			// The quiet ones do not all vote.
			if (this.who.habit === 'silent' && this.random() < 0.3) continue;
			this.voted.add(id);
			const choice = ballotOf({ ...terms, options }, this.random, emptyChoice(terms.method));
			const body = { choice, basedOn: 0 };
			const cast = await this.unlessRefused(this.call(castBallot, { params: { ...params, vote: id }, body }));
			if (cast?.isTaken) this.tally.ballots++;
		}
	}
}
