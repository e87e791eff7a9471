/**
 * The gate at the websocket: every frame passes it before the sync library sees it. It lets through only
 * the kinds of message that a client has a use for, caps what may queue up before somebody is known, and
 * sees to it that people can only say about themselves where they are.
 *
 * Frame: document name (string), kind (varUint), then what belongs to the kind; see lib0/encoding.
 */
import * as decoding from 'lib0/decoding';
import * as encoding from 'lib0/encoding';
import type { WebSocket } from 'ws';
import { presenceSchema, withoutTalk, type PresenceState } from '$core/live/presence';
import type { Identity } from '$core/live/veil';
import type { Person } from '../auth';
import { metrics } from '../metrics';
import { readSettings } from '../settings';
import { endConnection, isEnded } from './ending';
import { KIND } from './frames';
import { parseName } from './names';

/** Kinds that a client has a use for. */
const ALLOWED = new Set<number>([
	KIND.sync,
	KIND.awareness,
	KIND.auth,
	KIND.queryAwareness,
	KIND.syncReply,
	KIND.close,
]);

/** Largest frame, bytes: a large paste fits, a flood does not. */
export const LARGEST_FRAME = 8 * 1024 * 1024;
const LARGEST_STATE = 2048;
const QUEUE = { frames: 40, bytes: 2 * 1024 * 1024 };
/** Boards on which something is kept that was told before they were open, at most. */
const MAX_EARLY = 6;
/** Awareness messages a second, and how many may come at once. */
const RATE = { perSecond: 40, burst: 80 };

/** Quick signs a second, and how many may come at once. */
const SIGN_RATE = { perSecond: 1, burst: 4 };

export const CLOSE = {
	malformed: 1003,
	policy: 1008,
	failed: 1011,
	withdrawn: 4403,
	shut: 4423,
	hurried: 4429,
	restored: 1012,
	signedOut: 4401,
	parted: 1012,
} as const;

export interface Gate {
	/** Called when a document was opened for this person: the cap on what queues up ends. */
	admit(): void;
	/** Says whether the person may say something in passing on a board. */
	setTalk(boardId: string, mayTalk: boolean): void;
	/** Says under what the person goes on a board. */
	setSpeaker(boardId: string, speaker: Identity): void;
	/** Counts an edit; false when they come faster than anybody works. */
	mayEdit(): boolean;
}

/**
 * Lets so many things through a second, and some more at once: a token bucket, asked for every
 * frame.
 */
function bucket({ perSecond, burst }: { perSecond: number; burst: number }): () => boolean {
	let tokens = burst;
	let at = performance.now();
	return () => {
		const now = performance.now();
		tokens = Math.min(burst, tokens + ((now - at) / 1000) * perSecond);
		at = now;
		if (tokens < 1) return false;
		tokens--;
		return true;
	};
}

/** What a connection has told so far, and what it may tell. */
export interface Teller {
	person: Identity;
	/** Windows that it speaks for. */
	clients: Set<number>;
	mayTalk: boolean;
	/** The last quick sign of each window. */
	signs: Map<number, NonNullable<PresenceState['sign']>>;
	maySign: () => boolean;
}

/**
 * Puts the gate in front of a socket's message listeners.
 * @param tell given what the person tells about themselves on a document, checked: it goes past the sync library
 */
export function guard(
	socket: WebSocket,
	person: Person,
	tell: (document: string, states: Uint8Array) => void,
): Gate {
	let admitted = false;
	let queued = { frames: 0, bytes: 0 };
	const mayTell = bucket(RATE);
	const perSecond = readSettings(process.env).WANDTAFEL_EDITS_PER_SECOND;
	const mayEdit = bucket({ perSecond, burst: 10 * perSecond });
	const maySign = bucket(SIGN_RATE);
	/** What is told on each board that is open over this connection. */
	const tellers = new Map<string, Teller>();
	const tellerOf = (boardId: string): Teller => {
		const teller = tellers.get(boardId) ?? {
			person,
			clients: new Set(),
			mayTalk: false,
			signs: new Map(),
			maySign,
		};
		tellers.set(boardId, teller);
		return teller;
	};
	/** What was told on boards before it was known who may say what there: the newest of each. */
	const early = new Map<string, { name: string; payload: Uint8Array }>();
	const pass = socket.emit.bind(socket) as (event: string, ...args: unknown[]) => boolean;

	/** Hands on what is told on a board. Throws when it is malformed. */
	const take = (boardId: string, name: string, payload: Uint8Array): void => {
		const states = ownStates(payload, tellerOf(boardId));
		if (states) tell(name, states);
	};
	const endMalformed = (): void => {
		metrics().refused.inc({ why: 'malformed' });
		endConnection(socket, CLOSE.malformed, 'malformed message');
	};

	/** The frame to hand on, or undefined to drop it. Throws when it is malformed. */
	const check = (frame: Uint8Array): Uint8Array | undefined => {
		const decoder = decoding.createDecoder(frame);
		const name = decoding.readVarString(decoder);
		const parsed = parseName(name);
		if (!parsed) throw new Error('unknown document');
		const kind = decoding.readVarUint(decoder);
		if (!ALLOWED.has(kind)) throw new Error(`message of kind ${kind}`);
		if (!admitted) {
			queued = { frames: queued.frames + 1, bytes: queued.bytes + frame.length };
			if (queued.frames > QUEUE.frames || queued.bytes > QUEUE.bytes)
				throw new Error('too much before opening');
		}
		if (kind !== KIND.awareness) return frame;
		// People are somewhere on the sheets; what is said about other documents would only tell that one has them open.
		if (parsed.layer !== 'stage' || !mayTell()) return undefined;
		const payload = decoding.readVarUint8Array(decoder);
		if (tellers.has(parsed.boardId)) take(parsed.boardId, name, payload);
		else if (early.size < MAX_EARLY || early.has(parsed.boardId))
			early.set(parsed.boardId, { name, payload });
		return undefined;
	};

	socket.emit = ((event: string, ...args: unknown[]): boolean => {
		if (event !== 'message') return pass(event, ...args);
		if (isEnded(socket)) return true;
		try {
			const frame = check(args[0] as Uint8Array);
			return frame === undefined ? true : pass(event, frame, ...args.slice(1));
		} catch {
			endMalformed();
			return true;
		}
	}) as WebSocket['emit'];

	return {
		admit() {
			admitted = true;
		},
		setTalk(boardId, mayTalk) {
			tellerOf(boardId).mayTalk = mayTalk;
			const waiting = early.get(boardId);
			early.delete(boardId);
			try {
				if (waiting) take(boardId, waiting.name, waiting.payload);
			} catch {
				endMalformed();
			}
		},
		setSpeaker(boardId, speaker) {
			tellerOf(boardId).person = speaker;
		},
		mayEdit,
	};
}

/** Of what is told only what the person says about themselves, and may say; undefined if that is nothing. */
export function ownStates(payload: Uint8Array, teller: Teller): Uint8Array | undefined {
	const { person, clients } = teller;
	const decoder = decoding.createDecoder(payload);
	const length = decoding.readVarUint(decoder);
	if (length > 500) throw new Error('too many states');
	const kept: { client: number; clock: number; state: string }[] = [];
	for (let i = 0; i < length; i++) {
		const client = decoding.readVarUint(decoder);
		const clock = decoding.readVarUint(decoder);
		const state = decoding.readVarString(decoder);
		if (state === 'null') {
			if (clients.has(client)) kept.push({ client, clock, state });
			continue;
		}
		if (state.length > LARGEST_STATE) throw new Error('state too large');
		const parsed = presenceSchema.safeParse(JSON.parse(state));
		if (!parsed.success || parsed.data.person !== person.id || parsed.data.name !== person.name) continue;
		if (clients.size > 8 && !clients.has(client)) continue;
		clients.add(client);
		kept.push({ client, clock, state: JSON.stringify(allowed(parsed.data, client, teller)) });
	}
	if (kept.length === 0) return undefined;
	const states = encoding.createEncoder();
	encoding.writeVarUint(states, kept.length);
	for (const { client, clock, state } of kept) {
		encoding.writeVarUint(states, client);
		encoding.writeVarUint(states, clock);
		encoding.writeVarString(states, state);
	}
	return encoding.toUint8Array(states);
}

/** The state with nothing in it that its person may not say now, and with signs no faster than they may come. */
function allowed(
	{ pigment: _, ...told }: PresenceState,
	client: number,
	{ person: { pigment }, mayTalk, signs, maySign }: Teller,
): PresenceState {
	const state: PresenceState = pigment ? { ...told, pigment } : told;
	if (!mayTalk) return withoutTalk(state);
	const last = signs.get(client);
	if (!state.sign || state.sign.count === last?.count) return state;
	// Until it may come, the one before it stays: nothing new is shown for that.
	if (!maySign()) return { ...state, sign: last ?? null };
	signs.set(client, state.sign);
	return state;
}

/** The update that a sync message carries, or undefined if it only asks. Throws when it is malformed. */
export function updateIn(frame: Uint8Array): Uint8Array | undefined {
	const decoder = decoding.createDecoder(frame);
	decoding.readVarString(decoder);
	const kind = decoding.readVarUint(decoder);
	if (kind !== KIND.sync && kind !== KIND.syncReply) return undefined;
	const step = decoding.readVarUint(decoder);
	const payload = decoding.readVarUint8Array(decoder);
	if (step === 0) return undefined;
	if (step !== 1 && step !== 2) throw new Error('unknown step of the sync protocol');
	return payload;
}

/** An update without content: nothing to save. */
export const isEmptyUpdate = (update: Uint8Array): boolean =>
	update.length === 2 && update[0] === 0 && update[1] === 0;
