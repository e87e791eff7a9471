/**
 * A board as one person has it open: the live documents, who else is here, what may be done, where the session stands, and the time.
 * Nothing here draws; the views read it.
 */
import { Emitter } from '../ui/emitter';
import { isNote } from '$core/board/kinds/guards';
import { AT_ONCE, BoardModel } from '$core/board/model/model';
import { guessPlacement } from '$core/board/ops/gather';
import { addObject } from '$core/board/ops/edits';
import type { EditContext } from '$core/board/store';
import type { Pigment } from '$core/board/colours';
import { type BoardPolicy, may, OPEN_POLICY, type Right, seesNames } from '$core/access/rights';
import { leads, type Role } from '$core/access/roles';
import { TalkModel } from '$core/talk/model';
import { LAYERS, type OpenLayer } from '$core/access/layers';
import { leaderIn, type Call, type Leader } from '$core/meeting/calls';
import {
	EMPTY_SESSION,
	readSession,
	runningStep,
	type SessionState,
	type Step,
} from '$core/meeting/runsheet';
import { readShow, type Show } from '$core/meeting/show';
import { silencesIn, type Silence } from '$core/meeting/silence';
import { gatheringFor, type Gathering } from '$core/meeting/gathering';
import { newId } from '$lib/new-id';
import type * as Y from 'yjs';
import { Backstage } from './backstage.svelte';
import { LocalCopy } from './local-copy';
import { Company, type Presence } from './company.svelte';
import { Documents, type SaveState } from './documents.svelte';
import { firstContent, tidyLater, type Content } from './opening';
import { ServerClock } from './server-clock.svelte';
import { SilentNotes } from './silence.svelte';
import { rescue } from './rescue';
import { UnsavedTexts } from './unsaved-texts';
import { Voices } from './voices.svelte';
import { SortingRound } from './sorting-round.svelte';
import { Votes } from './votes.svelte';
import type { RoomInfo } from './room-info';
import type { RightsMessage, ServerMessage } from '$core/contract/server-messages';
import { Changes } from '../ui/changes.svelte';

export type { SaveState };

/** Time for routing connectors in the moment of a change, ms; what is left is done between frames. */
const ROUTE_SLICE = 6;

export class Room {
	readonly model: BoardModel;
	readonly stage: Y.Doc;
	readonly session: Y.Doc;
	/** What people say about the board. */
	readonly talk: TalkModel;
	readonly company: Company;
	/** What only those who lead see; undefined for everybody else. */
	readonly backstage: Backstage | undefined;
	/** Marks this screen's own edits, for undo. */
	readonly origin = { own: true };
	title = $state('');
	role = $state<Role>('viewer');
	/** Counts how often the server said that somebody's rights changed. */
	rightsHeard = $state(0);
	/** How the board is run. */
	policy = $state.raw<BoardPolicy>(OPEN_POLICY);
	plan = $state.raw<SessionState>(EMPTY_SESSION);
	/** Runs of silent writing. */
	silences = $state.raw<Silence[]>([]);
	/** One's own silent notes, once there is a reason to have them. */
	silent = $state.raw<SilentNotes | undefined>();
	/** What is shown as slides. */
	show = $state.raw<Show | undefined>();
	/** Whose view everybody follows. */
	leader = $state.raw<Leader | undefined>();
	readonly clock = new ServerClock();
	readonly votes: Votes;
	readonly round: SortingRound;
	readonly voices: Voices;
	/** Changes of the board, and of what people say: lists know by them when to look again. */
	readonly changes = new Changes();
	readonly talkChanges = new Changes();
	/** Told when somebody who leads calls everyone to a place. */
	readonly called = new Emitter<[Call]>();
	/** Told when the server does not take in what was done: the board is full, or it came too fast. */
	readonly refused = new Emitter<['full' | 'hurried']>();
	/** Told when the board is to be opened anew: the person goes by another name from now on, or it was restored. */
	readonly renewed = new Emitter();
	/** Counts how often it was told that silent notes changed. */
	silenceHeard = $state(0);
	/** Who hears what else the server says; of several the one that came last. */
	private readonly listeners: ((message: ServerMessage) => void)[] = [];

	/** Texts that were changed here and are not saved yet. */
	readonly unsavedTexts: UnsavedTexts;
	private readonly documents: Documents;
	private readonly stops: (() => void)[] = [];
	private changesTimer: number | undefined;

	/** Opens a board: with what this browser kept of it, or with what the server has. */
	static async open(info: RoomInfo): Promise<Room> {
		const opening = LocalCopy.open(info.keeper);
		const first = (layer: string) => firstContent(info.boardId, layer, info.madeAt, opening, info.keeper);
		const [contents, backstage] = await Promise.all([
			Promise.all(LAYERS.map(first)),
			leads(info.role) ? first('backstage') : undefined,
		]);
		tidyLater(info.keeper, contents);
		const [stage, session, talk] = contents;
		const copy = await opening;
		const texts = (await copy?.texts(stage!.key)) ?? [];
		const room = new Room(info, { stage: stage!, session: session!, talk: talk! }, backstage, copy, texts);
		// What was written here and never left goes out, whatever runs now.
		const own = await copy?.read({
			name: `board/${info.boardId}/silent/${info.keeper}`,
			madeAt: info.madeAt,
		});
		if (own && own.length > 0) void room.openSilent();
		return room;
	}

	private constructor(
		readonly info: RoomInfo,
		contents: Record<OpenLayer, Content>,
		backstage: Content | undefined,
		private readonly copy: LocalCopy | undefined,
		/** Objects whose texts were changed here on an earlier visit and not saved. */
		texts: readonly string[],
	) {
		this.title = info.title;
		this.role = info.role;
		this.policy = info.policy;
		this.documents = new Documents(info.boardId, info.madeAt, copy, {
			message: (message) => this.hear(message),
			hurried: () => this.refused.emit('hurried'),
			renewed: () => this.renewed.emit(),
			may: (right) => may(this.role, right, this.policy),
			confirmed: (layer) => {
				if (layer === 'stage') this.unsavedTexts?.clear();
			},
			// Awareness forgets us when the connection drops; say again who we are.
			admitted: () => {
				this.company?.tellNow();
				// What was said while there was no connection is asked for.
				void this.votes?.read();
				this.round?.follow();
			},
		});
		this.documents.openAll(contents);
		this.stage = this.documents.doc('stage');
		this.session = this.documents.doc('session');
		this.model = new BoardModel(this.stage, AT_ONCE, ROUTE_SLICE);
		this.unsavedTexts = new UnsavedTexts(
			this.model,
			this.stage,
			texts,
			(ids) => void copy?.setTexts(contents.stage.key, ids),
			(lost) => rescue(this, lost),
		);
		this.stops.push(() => this.unsavedTexts.destroy());
		this.backstage =
			backstage && new Backstage(this.documents.open('backstage', backstage), this.editContext);
		const { awareness } = this.documents.provider('stage');
		this.company = new Company(awareness!, info.person, () => this.may('talk'));
		this.talk = new TalkModel(this.documents.doc('talk'));
		this.stops.push(this.talk.onChange(() => this.talkChanges.note()));
		this.documents.ready = this.model.sheets.length > 0;
		this.stops.push(this.model.onChange(() => this.bump()));
		this.votes = new Votes(info.boardId, () => this.now());
		this.round = new SortingRound(info.boardId, info.person.id, this.session);
		this.stops.push(() => (this.votes.destroy(), this.round.destroy()));
		this.voices = new Voices(info.boardId);
		void this.voices.read(this.isToldNames);
		this.followSession();
		this.stops.push(() => this.clock.destroy());
		this.guard();
	}

	get save(): SaveState {
		return this.documents.save;
	}

	/** Whether the board's content has been read, from the server or from what is kept here. */
	get ready(): boolean {
		return this.documents.ready;
	}

	/** Own actions that the server has not confirmed. */
	get unconfirmed(): number {
		return this.documents.unconfirmed;
	}

	get access(): Documents['access'] {
		return this.documents.access;
	}

	get editContext(): EditContext {
		return {
			doc: this.stage,
			person: this.info.person,
			origin: this.origin,
			now: () => this.now(),
			newId,
		};
	}

	/** Who says something: handed to what is said in core. */
	get voice(): EditContext {
		return { ...this.editContext, doc: this.talk.doc };
	}

	/** Whether this person may do something now. */
	may(right: Right): boolean {
		return this.access === 'open' && may(this.role, right, this.policy);
	}

	/** Everybody who is known here by name: who is in, oneself, and who has said something. */
	get names(): { id: string; name: string }[] {
		this.talkChanges.observe();
		const known = new Map([[this.info.person.id, this.info.person.name]]);
		for (const { remarks } of this.talk.threads) for (const { by } of remarks) known.set(...by);
		for (const { person, name } of this.people) known.set(person, name);
		return [...known].map(([id, name]) => ({ id, name }));
	}

	get leads(): boolean {
		return leads(this.role);
	}

	/** The step that is running, if any. */
	get step(): Step | undefined {
		return runningStep(this.plan);
	}

	/** What is being gathered now, where this person may write. */
	get gathering(): Gathering | undefined {
		this.changes.observe();
		// Where silent notes are revealed, and who sits where, stands beside the plan.
		void this.silences;
		if (!this.may('line')) return undefined;
		const has = (id: string): boolean => this.model.find(id) !== undefined;
		return gatheringFor(this.session, this.plan, this.info.person.id, has);
	}

	/** Server time, ms. */
	now(): number {
		return this.clock.now();
	}

	/** Waits until what is being gathered can be written into: a silent step may have begun this very moment. */
	async toGather(): Promise<void> {
		if (this.gathering?.silence && !this.silent) await this.openSilent();
	}

	/** Writes a note into what is being gathered. Returns its id; undefined when it cannot be taken now. */
	gather(text: string, pigment: Pigment): string | undefined {
		const { gathering } = this;
		const field = gathering && this.model.find(gathering.field);
		if (!gathering || !field) return undefined;
		if (gathering.silence) return this.silent?.write(gathering.silence, text, pigment);
		return addObject(this.editContext, this.model, {
			kind: 'note',
			sheet: field.sheet,
			box: guessPlacement(this.model, field),
			style: { form: 'card', pigment },
			text,
			landing: field.id,
		});
	}

	/** Everybody's windows that have the board open, but this one. */
	get people(): Presence[] {
		return this.company.people;
	}

	/** Calls back before what others did on the board is taken in; returns the way to stop. */
	beforeOthers(work: () => void): () => void {
		return this.documents.provider('stage').beforeOthers(work);
	}

	/** Tells others about this person. */
	tell(presence: Parameters<Company['tell']>[0]): void {
		this.company.tell(presence);
	}

	destroy(): void {
		this.company.destroy();
		if (this.changesTimer !== undefined) cancelAnimationFrame(this.changesTimer);
		for (const stop of this.stops) stop();
		this.model.destroy();
		this.talk.destroy();
		this.silent?.destroy();
		this.backstage?.destroy();
		this.documents.destroy();
	}

	private openingSilent: Promise<void> | undefined;

	/** Opens one's own silent notes, once. */
	private async openSilent(): Promise<void> {
		if (may(this.role, 'keepNotes', this.policy)) await (this.openingSilent ??= this.fetchSilent());
	}

	private async fetchSilent(): Promise<void> {
		const { boardId, madeAt, keeper } = this.info;
		const content = await firstContent(boardId, 'silent', madeAt, Promise.resolve(this.copy), keeper);
		const doc = this.documents.open('silent', content);
		this.silent = new SilentNotes(doc, this.editContext);
	}

	/**
	 * Hears what the server says beside the documents, until the returned function is called. One
	 * view shows it at a time: the one that came last and is still there.
	 */
	onMessage(listener: (message: ServerMessage) => void): () => void {
		this.listeners.push(listener);
		return () => void this.listeners.splice(this.listeners.indexOf(listener), 1);
	}

	announce(message: ServerMessage): void {
		this.listeners.at(-1)?.(message);
	}

	private hear(message: ServerMessage): void {
		if (message.is === 'call') this.called.emit(message);
		else if (message.is === 'full') this.refused.emit('full');
		else if (message.is === 'rights') this.hearRights(message);
		else if (message.is === 'vote') this.votes.hear();
		else if (message.is === 'sorting round') this.round.hear(message.round);
		else if (message.is === 'silence') this.silenceHeard++;
		else this.announce(message);
	}

	private hearRights({ role, policy, person }: RightsMessage): void {
		const led = this.leads;
		if (person !== this.info.person.id) return this.renewed.emit();
		this.rightsHeard++;
		const could = this.documents.writable;
		this.role = role;
		this.policy = policy;
		// Whoever leads from now on, or no more, sees other documents.
		if (led !== this.leads) return this.renewed.emit();
		this.documents.sendAgain(this.documents.writable.filter((layer) => !could.includes(layer)));
		this.documents.judge();
		void this.voices.read(this.isToldNames);
		this.guard();
	}

	/** The board as it is now: derived values and effects that read it follow its changes. */
	get observed(): BoardModel {
		this.changes.observe();
		return this.model;
	}

	private get isToldNames(): boolean {
		return this.policy.names !== 'shown' && seesNames(this.role, this.policy);
	}

	/** While only own notes may be touched, everything else stands as if it were locked. */
	private guard(): void {
		const { id } = this.info.person;
		const isLimited = !may(this.role, 'edit', this.policy) && may(this.role, 'ownNotes', this.policy);
		this.model.guard(isLimited ? (object) => !isNote(object) || object.by[0] !== id : undefined);
	}

	private bump(): void {
		this.changesTimer ??= requestAnimationFrame(() => {
			this.changesTimer = undefined;
			this.changes.note();
		});
	}

	private followSession(): void {
		const map = this.session.getMap('session');
		const read = (): void => {
			this.plan = readSession(this.session);
			this.silences = silencesIn(this.session);
			this.leader = leaderIn(this.session);
			this.show = readShow(this.session);
			this.title = String(map.get('title') ?? '') || this.title;
			if (this.step?.silent || this.silences.some(({ open }) => open !== 'all')) void this.openSilent();
		};
		map.observe(read);
		read();
	}
}
