/**
 * A board as one person has it open: the live documents, who else is here, what is saved, and the time.
 * Nothing here draws; the views read it.
 */
import { HocuspocusProviderWebsocket, WebSocketStatus } from '@hocuspocus/provider';
import { BoardModel } from '$core/board/model';
import { guessLanding } from '$core/board/gather';
import { addObject, type Hand } from '$core/board/edits';
import type { Pigment } from '$core/board/colours';
import { leads, may, OPEN_HOUSE, type House, type Right, type Role } from '$core/session/rights';
import { TalkModel } from '$core/talk/model';
import { LAYERS, TO_WRITE, type Layer } from '$core/session/layers';
import { leaderIn, type Call, type Leader } from '$core/session/calls';
import { readSession, runningStep, type SessionState, type Step } from '$core/session/runsheet';
import { nanoid } from 'nanoid';
import * as Y from 'yjs';
import { applyPiece, LocalCopy, type DocumentKey, type Piece } from './local-copy';
import { Company, type Presence } from './company.svelte';
import { firstContent, tidyLater, type Content } from './opening';
import { Provider } from './provider';
import { askDoor } from './door';
import { ServerClock } from './server-clock.svelte';
import { readWord, type RightsWord } from './words';

export interface RoomInfo {
	boardId: string;
	title: string;
	role: Role;
	house: House;
	/** Under what the person goes on the board. */
	person: { id: string; name: string; guest: boolean };
	/** Whose store in this browser it is: their own id, whatever they go by. */
	keeper: string;
	/** Tells boards apart that were made anew under the same id, so that what is kept here never mixes. */
	madeAt: number;
	/** When the person was last here, server time, ms. */
	lastHere?: number | undefined;
}

export type SaveState =
	{ is: 'saved' } | { is: 'saving' } | { is: 'offline'; kept: number } | { is: 'opening' };

interface Open {
	doc: Y.Doc;
	provider: Provider;
	key: DocumentKey;
	unsaved: number;
}

/** How often it is asked why there is no connection, ms. */
const ASK_WHY = 4000;

/** With what the server closes when edits come faster than anybody works. */
const TOO_FAST = 4429;

/** Marks content that was read before the sync. */
const READ = 'read';

export class Room {
	readonly model: BoardModel;
	readonly stage: Y.Doc;
	readonly session: Y.Doc;
	/** What people say about the board. */
	readonly talk: TalkModel;
	readonly company: Company;
	/** Marks this screen's own edits, for undo. */
	readonly origin = { own: true };
	title = $state('');
	role = $state<Role>('viewer');
	/** Counts how often the server said that somebody's rights changed. */
	rightsHeard = $state(0);
	/** How the board is set. */
	house = $state.raw<House>(OPEN_HOUSE);
	save = $state.raw<SaveState>({ is: 'opening' });
	/** Whether the board's content has been read, from the server or from what is kept here. */
	ready = $state(false);
	/** Whether the person may be in; a closed board opens again. */
	access = $state<'open' | 'closed' | 'ended' | 'signed out'>('open');
	plan = $state.raw<SessionState>({ steps: [], running: undefined, done: false });
	/** Whose view everybody follows. */
	leader = $state.raw<Leader | undefined>();
	readonly clock = new ServerClock();
	/** Counts changes of the board, so that lists know when to look again. */
	version = $state(0);
	/** Counts changes of what people say. */
	talkVersion = $state(0);

	/** Told when somebody who leads calls everyone to a place. */
	oncall: (call: Call) => void = () => {};

	/** Told when the server does not take in what was done: the board is full, or it came too fast. */
	onrefused: (why: 'full' | 'hurried') => void = () => {};
	/** Told when the board is to be opened anew: the person goes by another name from now on, or it was restored. */
	onrenewed: () => void = () => {};

	private readonly socket: HocuspocusProviderWebsocket;
	private readonly layers: Record<Layer, Open>;
	private connected = $state(false);
	/** Own changes that wait to be saved. */
	private kept = 0;
	private readonly synced = new Set<Layer>();
	private readonly stops: (() => void)[] = [];
	private versionTimer: number | undefined;

	/** Opens a board: with what this browser kept of it, or with what the server has. */
	static async open(info: RoomInfo): Promise<Room> {
		const copy = LocalCopy.open(info.keeper);
		const contents = await Promise.all(
			LAYERS.map((layer) => firstContent(info.boardId, layer, info.madeAt, copy)),
		);
		tidyLater(info.keeper, contents);
		const [stage, session, talk] = contents;
		return new Room(info, { stage: stage!, session: session!, talk: talk! }, await copy);
	}

	private constructor(
		readonly info: RoomInfo,
		contents: Record<Layer, Content>,
		private readonly copy: LocalCopy | undefined,
	) {
		this.title = info.title;
		this.role = info.role;
		this.house = info.house;
		const url = new URL('/sync', location.href);
		url.protocol = url.protocol === 'https:' ? 'wss:' : 'ws:';
		this.socket = new HocuspocusProviderWebsocket({
			url: url.href,
			delay: 400,
			minDelay: 300,
			maxDelay: 4000,
			onClose: ({ event }) => {
				if (event.code === TOO_FAST) this.onrefused('hurried');
			},
			onStatus: ({ status }) => {
				this.connected = status === WebSocketStatus.Connected;
				this.judge();
			},
		});
		this.kept = contents.stage.waiting;
		this.layers = {
			stage: this.openLayer('stage', contents.stage),
			session: this.openLayer('session', contents.session),
			talk: this.openLayer('talk', contents.talk),
		};
		this.stage = this.layers.stage.doc;
		this.session = this.layers.session.doc;
		this.model = new BoardModel(this.stage);
		this.company = new Company(this.layers.stage.provider.awareness!, info.person, () => this.may('talk'));
		this.talk = new TalkModel(this.layers.talk.doc);
		this.stops.push(this.talk.onChange(() => this.talkVersion++));
		this.ready = this.model.sheets.length > 0;
		this.stops.push(this.model.onChange(() => this.bump()));
		this.followSession();
		this.followNetwork();
		this.stops.push(() => this.clock.destroy());
	}

	/** Who edits: handed to every edit in core. */
	get hand(): Hand {
		return {
			doc: this.stage,
			person: this.info.person,
			origin: this.origin,
			now: () => this.now(),
			newId: () => nanoid(10),
		};
	}

	/** Who says something: handed to what is said in core. */
	get voice(): Hand {
		return { ...this.hand, doc: this.talk.doc };
	}

	/** Whether this person may do something now. */
	may(right: Right): boolean {
		return this.access === 'open' && may(this.role, right, this.house);
	}

	get mayEdit(): boolean {
		return this.may('write');
	}

	/** Everybody who is known here by name: who is in, oneself, and who has said something. */
	get names(): { id: string; name: string }[] {
		void this.talkVersion;
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

	/** The running step when it gathers notes into a field that exists. */
	get gathering(): Step | undefined {
		void this.version;
		const step = this.step;
		return step?.kind === 'gather' && step.field && this.model.find(step.field) ? step : undefined;
	}

	/** Server time, ms. */
	now(): number {
		return this.clock.now();
	}

	/** Puts a note from the writing line into the field of the running step. Returns its id. */
	gather(text: string, pigment: Pigment): string | undefined {
		const field = this.gathering?.field ? this.model.find(this.gathering.field) : undefined;
		if (!field || !this.mayEdit) return undefined;
		return addObject(this.hand, this.model, {
			kind: 'note',
			sheet: field.sheet,
			box: guessLanding(this.model, field),
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
		return this.layers.stage.provider.beforeOthers(work);
	}

	/** Tells others about this person. */
	tell(presence: Parameters<Company['tell']>[0]): void {
		this.company.tell(presence);
	}

	destroy(): void {
		this.company.destroy();
		if (this.versionTimer !== undefined) cancelAnimationFrame(this.versionTimer);
		for (const stop of this.stops) stop();
		this.model.destroy();
		this.talk.destroy();
		for (const name of LAYERS) this.layers[name].provider.destroy();
		this.socket.destroy();
		void this.copy?.close();
	}

	private openLayer(name: Layer, { key, pieces }: Content): Open {
		const doc = new Y.Doc();
		// Before anybody listens: telling them of a whole board would cost as much as reading it.
		doc.transact(() => pieces.forEach((piece) => this.readIn(doc, piece)), READ);
		const provider = new Provider({
			name: key.name,
			document: doc,
			websocketProvider: this.socket,
			// The cookie says who it is; this says which board one has.
			token: String(this.info.madeAt),
			onSynced: () => {
				this.synced.add(name);
				if (this.synced.size === LAYERS.length) this.ready = true;
				this.judge();
			},
			onUnsyncedChanges: ({ number }) => {
				const layer = this.layers?.[name];
				if (layer) layer.unsaved = number;
				this.judge();
			},
			onAuthenticated: () => {
				this.access = 'open';
				// Awareness forgets us when the connection drops; say again who we are.
				if (name === 'stage') this.company?.tellNow();
			},
			onAuthenticationFailed: ({ reason }) => {
				if (reason === 'renewed') return this.onrenewed();
				this.access = reason === 'closed' ? 'closed' : 'ended';
				this.judge();
			},
			onStateless: ({ payload }) => this.hear(payload),
		});
		doc.on('update', (_: Uint8Array, origin: unknown) => {
			if (origin === provider) return;
			this.setKept(this.kept + 1);
			this.judge();
		});
		if (this.copy) this.stops.push(this.copy.follow(key, doc));
		provider.attach();
		return { doc, provider, key, unsaved: 0 };
	}

	private readIn(doc: Y.Doc, piece: Piece): void {
		try {
			applyPiece(doc, piece, READ);
		} catch (error) {
			// A damaged copy is no reason not to open the board: the sync brings what is missing.
			console.warn('What was kept of this board could not be read', error);
		}
	}

	private setKept(count: number): void {
		if (count === this.kept) return;
		this.kept = count;
		if (this.layers) void this.copy?.setWaiting(this.layers.stage.key, count);
	}

	/** What the server tells beside the documents. */
	private hear(payload: string): void {
		const word = readWord(payload);
		if (word?.is === 'call') this.oncall(word);
		else if (word?.is === 'full') this.onrefused('full');
		else if (word) this.hearRights(word);
	}

	/** The server changed what this person may do. */
	private hearRights({ role, house, person }: RightsWord): void {
		if (person !== this.info.person.id) return this.onrenewed();
		this.rightsHeard++;
		const could = LAYERS.filter((name) => this.may(TO_WRITE[name]));
		this.role = role;
		this.house = house;
		// What was written in the moment in which it was not allowed any more goes out now.
		for (const name of LAYERS)
			if (this.may(TO_WRITE[name]) && !could.includes(name)) this.layers[name].provider.forceSync();
		this.judge();
	}

	/** Works out what to say about saving. */
	private judge(): void {
		if (!this.layers) return;
		// A connection that may not write never counts as saved by the library's reckoning; there is nothing to save.
		const writable = LAYERS.filter((name) => this.may(TO_WRITE[name]));
		const unsaved = writable.reduce((sum, name) => sum + this.layers[name].unsaved, 0);
		if (!this.connected || !navigator.onLine) this.save = { is: 'offline', kept: this.kept };
		else if (!this.ready) this.save = { is: 'opening' };
		else if (unsaved > 0) this.save = { is: 'saving' };
		else {
			this.setKept(0);
			this.save = { is: 'saved' };
		}
	}

	private bump(): void {
		this.versionTimer ??= requestAnimationFrame(() => {
			this.versionTimer = undefined;
			this.version++;
		});
	}

	private followSession(): void {
		const map = this.session.getMap('session');
		const read = (): void => {
			this.plan = readSession(this.session);
			this.leader = leaderIn(this.session);
			const title = map.get('title');
			if (typeof title === 'string' && title !== '') this.title = title;
		};
		map.observe(read);
		read();
	}

	/** A connection that is refused does not say why: perhaps one is signed out, or not on the board any more. */
	private async askWhy(): Promise<void> {
		if (this.connected || !navigator.onLine || this.access !== 'open') return;
		const door = await askDoor(this.info.boardId);
		if (door === 'signed out') this.access = 'signed out';
		else if (door === 'gone') this.access = 'ended';
	}

	private followNetwork(): void {
		const asking = setInterval(() => void this.askWhy(), ASK_WHY);
		this.stops.push(() => clearInterval(asking));
		const judge = (): void => this.judge();
		const again = (): void => {
			if (!this.connected) void this.socket.connect();
			this.judge();
		};
		addEventListener('online', again);
		addEventListener('offline', judge);
		this.stops.push(() => {
			removeEventListener('online', again);
			removeEventListener('offline', judge);
		});
	}
}
