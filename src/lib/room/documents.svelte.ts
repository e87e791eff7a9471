/**
 * The live documents of a board over one websocket: opened with what is kept here or on the server, kept in step, and what of them is
 * saved. Whether the person may be in is learnt here as well.
 */
import { HocuspocusProviderWebsocket, WebSocketStatus } from '@hocuspocus/provider';
import { tighten } from '$core/board/ops/tighten';
import { LAYERS, TO_WRITE, type Layer, type OpenLayer } from '$core/access/layers';
import type { Right } from '$core/access/rights';
import { FITTED, TEXT_NODES } from '$core/board/text-nodes';
import * as Y from 'yjs';
import { checkAccess } from './access';
import { applyPiece, type DocumentKey, type LocalCopy, type Piece } from './local-copy';
import type { Content } from './opening';
import { Provider } from './provider';
import { readMessage, type ServerMessage } from '$core/contract/server-messages';

/**
 * How it stands with what was done here. `isKept`: whether it is kept on this device until it is
 * saved.
 */
export type SaveState =
	| { is: 'saved' }
	| { is: 'saving' }
	| { is: 'opening' }
	| { is: 'offline'; kept: number; isKept: boolean }
	/** The server does not take it now: one may not write any more, or the board is full. */
	| { is: 'waiting'; count: number; isKept: boolean; why: 'rights' | 'full' };

interface Open {
	doc: Y.Doc;
	provider: Provider;
	key: DocumentKey;
	/** What the sync library counts as not confirmed. */
	unsaved: number;
	/** Own actions that the server has not confirmed. */
	own: number;
	/** What the last of them was: typing that goes on is one action. */
	last: { typed: boolean; at: number };
}

/** A pause in typing after which it counts as another action, ms. */
const TYPING = 3000;
/** What only follows from other actions, and is not counted. */
const FOLLOWING: readonly unknown[] = [TEXT_NODES, FITTED];

/** How often it is asked why there is no connection, ms. */
const ASK_WHY = 4000;

/** With what the server closes when edits come faster than anybody works. */
const TOO_FAST = 4429;

/** Marks content that was read before the sync. */
const READ = 'read';

/**
 * Whether a change comes from the text editor. Its own mark is not imported: phones would load the
 * whole editor for it.
 */
const isTyping = (origin: unknown): boolean =>
	typeof origin === 'object' && origin !== null && 'key' in origin && String(origin.key).startsWith('y-sync');

export interface DocumentCallbacks {
	/** What the server says beside the documents. */
	message(message: ServerMessage): void;
	/** Edits came faster than the server takes them. */
	hurried(): void;
	/** The board is to be opened anew. */
	renewed(): void;
	may(right: Right): boolean;
	/** Everything that was done in a layer is saved. */
	confirmed(layer: Layer): void;
	/** The person may be in, and is connected to the sheets. */
	admitted(): void;
}

export class Documents {
	save = $state.raw<SaveState>({ is: 'opening' });
	/** Whether the board's content has been read, from the server or from what is kept here. */
	ready = $state(false);
	/** Whether the person may be in; a closed board opens again. */
	access = $state<'open' | 'closed' | 'ended' | 'banned' | 'signed out'>('open');

	private readonly socket: HocuspocusProviderWebsocket;
	private readonly layers = new Map<Layer, Open>();
	private connected = $state(false);
	/** Whether all that is not saved is kept on this device. */
	private isKept: boolean;
	/** Whether the board had no room for what was sent last. */
	private isFull = false;
	private readonly synced = new Set<Layer>();
	private readonly stops: (() => void)[] = [];

	constructor(
		private readonly boardId: string,
		private readonly madeAt: number,
		private readonly copy: LocalCopy | undefined,
		private readonly callbacks: DocumentCallbacks,
	) {
		this.isKept = copy !== undefined;
		if (copy)
			copy.onkept = (isKept) => {
				this.isKept = isKept;
				this.judge();
			};
		const url = new URL('/sync', location.href);
		url.protocol = url.protocol === 'https:' ? 'wss:' : 'ws:';
		this.socket = new HocuspocusProviderWebsocket({
			url: url.href,
			delay: 400,
			minDelay: 300,
			maxDelay: 4000,
			onClose: ({ event }) => {
				if (event.code === TOO_FAST) this.callbacks.hurried();
			},
			onStatus: ({ status }) => {
				this.connected = status === WebSocketStatus.Connected;
				this.judge();
			},
		});
	}

	/** Opens the layers that everybody has. */
	openAll(contents: Record<OpenLayer, Content>): void {
		for (const layer of LAYERS) this.open(layer, contents[layer]);
		this.followNetwork();
	}

	open(layer: Layer, { key, pieces, waiting }: Content): Y.Doc {
		const doc = new Y.Doc();
		// Before anybody listens: telling them of a whole board would cost as much as reading it.
		doc.transact(() => pieces.forEach((piece) => this.readIn(doc, piece)), READ);
		tighten(doc);
		const provider = new Provider({
			name: key.name,
			document: doc,
			websocketProvider: this.socket,
			// The cookie says who it is; this says which board one has.
			token: String(this.madeAt),
			onSynced: () => {
				this.synced.add(layer);
				if (LAYERS.every((each) => this.synced.has(each))) this.ready = true;
				this.judge();
			},
			onUnsyncedChanges: ({ number }) => {
				const open = this.layers.get(layer);
				if (open) open.unsaved = number;
				// Only the server's word counts: what it has not confirmed is not saved, whatever
				// one may do now.
				if (open && number === 0) {
					this.isFull = false;
					this.setOwn(open, 0);
					this.callbacks.confirmed(layer);
				}
				this.judge();
			},
			onAuthenticated: () => {
				this.access = 'open';
				if (layer === 'stage') this.callbacks.admitted();
			},
			onAuthenticationFailed: ({ reason }) => {
				if (reason === 'renewed') return this.callbacks.renewed();
				// What only those who lead see is closed to whoever led until now; they are still in.
				if (reason === 'not yours') return;
				this.access = reason === 'closed' ? 'closed' : 'ended';
				if (this.access === 'ended') void this.askBanned();
				this.judge();
			},
			onStateless: ({ payload }) => {
				const message = readMessage(payload);
				if (message?.is === 'full') this.isFull = true;
				if (message) this.callbacks.message(message);
				this.judge();
			},
		});
		doc.on('update', (_: Uint8Array, origin: unknown) => {
			const open = this.layers.get(layer);
			if (origin === provider || !open) return;
			if (!FOLLOWING.includes(origin)) this.countAction(open, isTyping(origin));
			this.judge();
		});
		if (this.copy) this.stops.push(this.copy.follow(key, doc));
		this.layers.set(layer, { doc, provider, key, unsaved: 0, own: waiting, last: { typed: false, at: 0 } });
		provider.attach();
		return doc;
	}

	doc(layer: OpenLayer): Y.Doc {
		return this.layers.get(layer)!.doc;
	}

	provider(layer: OpenLayer): Provider {
		return this.layers.get(layer)!.provider;
	}

	/** Layers that the person may write in now. */
	get writable(): Layer[] {
		return [...this.layers.keys()].filter((layer) => this.callbacks.may(TO_WRITE[layer]));
	}

	/** What was written in the moment in which it was not allowed goes out now. */
	sendAgain(layers: readonly Layer[]): void {
		for (const layer of layers) this.layers.get(layer)?.provider.forceSync();
	}

	private isJudging = false;

	/**
	 * Works out what to say about saving, a moment later: documents change at any time, also in the
	 * middle of an update of the page, in which nothing may be said.
	 */
	judge(): void {
		if (this.isJudging) return;
		this.isJudging = true;
		queueMicrotask(() => {
			this.isJudging = false;
			this.judgeNow();
		});
	}

	private judgeNow(): void {
		const { isKept } = this;
		const writable = new Set(this.writable);
		const layers = [...this.layers];
		const sum = (all: typeof layers): number => all.reduce((count, [, { own }]) => count + own, 0);
		const kept = sum(layers);
		const shut = sum(layers.filter(([layer]) => !writable.has(layer)));
		// A connection that may not write never counts as saved by the library's reckoning, also
		// where nothing was done.
		const isSaving = layers.some(([layer, { unsaved }]) => writable.has(layer) && unsaved > 0);
		if (!this.connected || !navigator.onLine) this.save = { is: 'offline', kept, isKept };
		else if (!this.ready) this.save = { is: 'opening' };
		else if (this.isFull && kept > 0) this.save = { is: 'waiting', count: kept, isKept, why: 'full' };
		else if (shut > 0) this.save = { is: 'waiting', count: shut, isKept, why: 'rights' };
		else this.save = isSaving ? { is: 'saving' } : { is: 'saved' };
	}

	/** Own actions that the server has not confirmed. */
	get unconfirmed(): number {
		return [...this.layers.values()].reduce((count, { own }) => count + own, 0);
	}

	destroy(): void {
		for (const stop of this.stops) stop();
		for (const { provider } of this.layers.values()) provider.destroy();
		this.socket.destroy();
		void this.copy?.close();
	}

	private readIn(doc: Y.Doc, piece: Piece): void {
		try {
			applyPiece(doc, piece, READ);
		} catch (error) {
			// A damaged copy is no reason not to open the board: the sync brings what is missing.
			console.warn('What was kept of this board could not be read', error);
		}
	}

	/** Counts what somebody did; typing without a pause is one action. */
	private countAction(open: Open, typed: boolean): void {
		const now = Date.now();
		const goesOn = typed && open.last.typed && now - open.last.at < TYPING;
		open.last = { typed, at: now };
		if (!goesOn || open.own === 0) this.setOwn(open, open.own + 1);
	}

	private setOwn(open: Open, count: number): void {
		if (count === open.own) return;
		open.own = count;
		void this.copy?.setWaiting(open.key, count);
	}

	/** A connection that is refused does not say why: perhaps one is signed out, or not on the board any more. */
	private async askWhy(): Promise<void> {
		if (this.connected || !navigator.onLine || this.access !== 'open') return;
		const access = await checkAccess(this.boardId);
		if (access === 'signed out') this.access = 'signed out';
		else if (access === 'gone') this.access = 'ended';
		else if (access === 'banned') this.access = 'banned';
	}

	/** Whether one was sent out for good, and not because a link ended. */
	private async askBanned(): Promise<void> {
		if ((await checkAccess(this.boardId)) === 'banned') this.access = 'banned';
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
