/**
 * A board as one person has it open: the live documents, who else is here, what is saved, and the time.
 * Nothing here draws; the views read it.
 */
import { HocuspocusProviderWebsocket, WebSocketStatus } from '@hocuspocus/provider';
import { BoardModel } from '$core/board/model';
import { guessLanding } from '$core/board/gather';
import { addObject, type Hand } from '$core/board/edits';
import type { Pigment } from '$core/board/colours';
import { clockOffset, type Exchange } from '$core/session/clock';
import {
	houseSchema,
	leads,
	may,
	OPEN_HOUSE,
	ROLES,
	type House,
	type Right,
	type Role,
} from '$core/session/rights';
import { readSession, runningStep, type SessionState, type Step } from '$core/session/runsheet';
import { nanoid } from 'nanoid';
import * as Y from 'yjs';
import { z } from 'zod';
import { applyPiece, LocalCopy, type DocumentKey, type Piece } from './local-copy';
import { firstContent, tidyLater, type Content } from './opening';
import { Provider } from './provider';

export interface RoomInfo {
	boardId: string;
	title: string;
	role: Role;
	house: House;
	person: { id: string; name: string; guest: boolean };
	/** Tells boards apart that were made anew under the same id, so that what is kept here never mixes. */
	madeAt: number;
}

export interface Presence {
	client: number;
	person: string;
	name: string;
	sheet?: string | undefined;
	cursor?: [number, number] | null | undefined;
	editing?: string | null | undefined;
}

export type SaveState =
	{ is: 'saved' } | { is: 'saving' } | { is: 'offline'; kept: number } | { is: 'opening' };

const presenceSchema = z.object({
	person: z.string(),
	name: z.string(),
	sheet: z.string().optional(),
	cursor: z.tuple([z.number(), z.number()]).nullable().optional(),
	editing: z.string().nullable().optional(),
});

/** What the server says when somebody's rights changed. */
const rightsSchema = z.object({
	is: z.literal('rights'),
	role: z.enum(ROLES),
	house: houseSchema,
});

const LAYERS = ['stage', 'session'] as const;
type LayerName = (typeof LAYERS)[number];

interface Layer {
	doc: Y.Doc;
	provider: Provider;
	key: DocumentKey;
	unsaved: number;
}

/** Marks content that was read before the sync. */
const READ = 'read';

/** Times between questions for the server's time, ms: a few at once, then now and then. */
const CLOCK_EVERY = 60_000;
const CURSOR_EVERY = 60;

export class Room {
	readonly model: BoardModel;
	readonly stage: Y.Doc;
	readonly session: Y.Doc;
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
	access = $state<'open' | 'closed' | 'ended'>('open');
	people = $state.raw<Presence[]>([]);
	plan = $state.raw<SessionState>({ steps: [], running: undefined, done: false });
	/** Server time minus local time, ms. */
	offset = $state(0);
	/** Counts changes of the board, so that lists know when to look again. */
	version = $state(0);

	private readonly socket: HocuspocusProviderWebsocket;
	private readonly layers: Record<LayerName, Layer>;
	private connected = $state(false);
	/** Own changes that wait to be saved. */
	private kept = 0;
	private readonly synced = new Set<LayerName>();
	private readonly stops: (() => void)[] = [];
	private cursorTimer: ReturnType<typeof setTimeout> | undefined;
	private pendingPresence: Partial<Presence> = {};
	private versionTimer: number | undefined;

	/** Opens a board: with what this browser kept of it, or with what the server has. */
	static async open(info: RoomInfo): Promise<Room> {
		const copy = LocalCopy.open(info.person.id);
		const [stage, session] = await Promise.all(
			LAYERS.map((layer) => firstContent(info.boardId, layer, info.madeAt, copy)),
		);
		tidyLater(info.person.id, [stage!, session!]);
		return new Room(info, { stage: stage!, session: session! }, await copy);
	}

	private constructor(
		readonly info: RoomInfo,
		contents: Record<LayerName, Content>,
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
			onStatus: ({ status }) => {
				this.connected = status === WebSocketStatus.Connected;
				this.judge();
			},
		});
		this.kept = contents.stage.waiting;
		this.layers = {
			stage: this.openLayer('stage', contents.stage),
			session: this.openLayer('session', contents.session),
		};
		this.stage = this.layers.stage.doc;
		this.session = this.layers.session.doc;
		this.model = new BoardModel(this.stage);
		this.ready = this.model.sheets.length > 0;
		this.stops.push(this.model.onChange(() => this.bump()));
		this.followSession();
		this.followPeople();
		this.followNetwork();
		void this.readClock(4);
		const timer = setInterval(() => void this.readClock(1), CLOCK_EVERY);
		this.stops.push(() => clearInterval(timer));
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

	/** Whether this person may do something now. */
	may(right: Right): boolean {
		return this.access === 'open' && may(this.role, right, this.house);
	}

	get mayEdit(): boolean {
		return this.may('write');
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
		return Math.round(Date.now() + this.offset);
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

	/** Tells others where this person is; at most a few times a second. */
	tell(presence: Partial<Pick<Presence, 'sheet' | 'cursor' | 'editing'>>): void {
		Object.assign(this.pendingPresence, presence);
		this.cursorTimer ??= setTimeout(() => {
			this.cursorTimer = undefined;
			const awareness = this.layers.stage.provider.awareness;
			if (!awareness) return;
			awareness.setLocalState({ ...(awareness.getLocalState() ?? this.self()), ...this.pendingPresence });
			this.pendingPresence = {};
		}, CURSOR_EVERY);
	}

	destroy(): void {
		clearTimeout(this.cursorTimer);
		if (this.versionTimer !== undefined) cancelAnimationFrame(this.versionTimer);
		for (const stop of this.stops) stop();
		this.model.destroy();
		for (const name of LAYERS) this.layers[name].provider.destroy();
		this.socket.destroy();
		void this.copy?.close();
	}

	private self(): Record<string, unknown> {
		return { person: this.info.person.id, name: this.info.person.name };
	}

	private openLayer(name: LayerName, { key, pieces }: Content): Layer {
		const doc = new Y.Doc();
		// Before anybody listens: telling them of a whole board would cost as much as reading it.
		doc.transact(() => pieces.forEach((piece) => this.readIn(doc, piece)), READ);
		const provider = new Provider({
			name: key.name,
			document: doc,
			websocketProvider: this.socket,
			token: 'cookie',
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
				if (name === 'stage')
					this.layers?.stage.provider.awareness?.setLocalState({ ...this.self(), ...this.pendingPresence });
			},
			onAuthenticationFailed: ({ reason }) => {
				this.access = reason === 'closed' ? 'closed' : 'ended';
				this.judge();
			},
			onStateless: ({ payload }) => this.hearRights(payload),
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

	/** The server changed what this person may do. */
	private hearRights(payload: string): void {
		const heard = rightsSchema.safeParse(JSON.parse(payload));
		if (!heard.success) return;
		this.rightsHeard++;
		const couldEdit = this.mayEdit;
		this.role = heard.data.role;
		this.house = heard.data.house;
		// What was written in the moment in which it was not allowed any more goes out now.
		if (this.mayEdit && !couldEdit) this.layers.stage.provider.forceSync();
		this.judge();
	}

	/** Works out what to say about saving. */
	private judge(): void {
		if (!this.layers) return;
		const layers = LAYERS.map((name) => this.layers[name]);
		// A connection that may not write never counts as saved by the library's reckoning; there is nothing to save.
		const writable = this.leads ? layers : [this.layers.stage];
		const unsaved = !this.mayEdit ? 0 : writable.reduce((sum, layer) => sum + layer.unsaved, 0);
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
			const title = map.get('title');
			if (typeof title === 'string' && title !== '') this.title = title;
		};
		map.observe(read);
		read();
	}

	private followPeople(): void {
		const awareness = this.layers.stage.provider.awareness!;
		awareness.setLocalState(this.self());
		const read = (): void => {
			const people: Presence[] = [];
			for (const [client, state] of awareness.getStates()) {
				if (client === this.stage.clientID) continue;
				const parsed = presenceSchema.safeParse(state);
				if (parsed.success) people.push({ client, ...parsed.data });
			}
			this.people = people;
		};
		awareness.on('change', read);
		this.stops.push(() => awareness.off('change', read));
	}

	private followNetwork(): void {
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

	private async readClock(times: number): Promise<void> {
		const exchanges: Exchange[] = [];
		for (let i = 0; i < times; i++) {
			try {
				const sent = Date.now();
				const response = await fetch('/api/time', { cache: 'no-store' });
				const { now } = z.object({ now: z.number() }).parse(await response.json());
				exchanges.push({ sent, server: now, received: Date.now() });
			} catch {
				return;
			}
		}
		this.offset = clockOffset(exchanges);
	}
}
