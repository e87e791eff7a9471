/**
 * Who is on a document and what they tell about themselves, passed on in turns: what comes within a moment goes out as one
 * message, encoded once. With a hundred pointers on a board everything else would wait for them otherwise.
 */
import type { Connection, Document } from '@hocuspocus/server';
import * as encoding from 'lib0/encoding';
import type { WebSocket } from 'ws';
import { applyAwarenessUpdate, Awareness, encodeAwarenessUpdate } from 'y-protocols/awareness';
import { frame, KIND } from './frames';
import { OTHER_SERVER } from './origins';

/** How long what people tell waits for company, ms: pointers glide over that on the screens. */
const GATHER_MS = 40;

interface Change {
	added: number[];
	updated: number[];
	removed: number[];
}

/** After how long somebody who is alone on a document is told about themselves, ms. */
const QUIET_MS = 10_000;

/** Listens to nobody but us: the library's own listener would work out everybody's state at every message. */
class Presence extends Awareness {
	isSealed = false;
	override on(...args: Parameters<Awareness['on']>): ReturnType<Awareness['on']> {
		if (!this.isSealed || args[0] !== 'update') super.on(...args);
		return args[1] as never;
	}
}

/**
 * Takes over what people tell on a document that has just been loaded.
 * @param pass told which windows of people on this server have changed, turn by turn
 */
export function gather(document: Document, pass?: (clients: number[]) => void): void {
	document.awareness.destroy();
	const presence = new Presence(document);
	presence.setLocalState(null);
	const changed = new Set<number>();
	const own = new Set<number>();
	/** When each connection was last told anything here, or first told something itself, ms. */
	const toldAt = new WeakMap<Connection, number>();
	let timer: NodeJS.Timeout | undefined;

	const turn = (): void => {
		timer = undefined;
		const now = Date.now();
		const clients = [...changed].filter((client) => presence.meta.has(client));
		changed.clear();
		if (own.size > 0) pass?.([...own]);
		own.clear();
		const states = encodeAwarenessUpdate(presence, clients);
		const message = frame(document.name, KIND.awareness, (encoder) =>
			encoding.writeVarUint8Array(encoder, states),
		);
		for (const connection of document.getConnections()) {
			const mine = document.getClients(connection.webSocket);
			// Nobody needs to be told only about themselves, but now and then: a page that hears
			// nothing for half a minute takes its line for dead. Windows tell of themselves every
			// 15 s.
			const isOwn = clients.every((client) => mine.has(client));
			const heardAt = toldAt.get(connection);
			if (!isOwn || heardAt === undefined || now - heardAt >= QUIET_MS) toldAt.set(connection, now);
			if (isOwn && (heardAt === undefined || now - heardAt < QUIET_MS)) continue;
			connection.send(message);
		}
	};
	presence.on('update', ({ added, updated, removed }: Change, origin: unknown) => {
		// The library forgets the windows that came over a socket when it closes.
		const mine = document.getClients(origin as WebSocket);
		for (const client of added) mine.add(client);
		for (const client of removed) mine.delete(client);
		for (const client of [...added, ...updated, ...removed]) {
			changed.add(client);
			if (origin !== OTHER_SERVER && origin !== 'timeout') own.add(client);
		}
		timer ??= setTimeout(turn, GATHER_MS);
	});
	// Whoever went last is told to the other servers as well.
	document.on('destroy', () => {
		if (!timer) return;
		clearTimeout(timer);
		turn();
	});
	presence.isSealed = true;
	document.awareness = presence;
}

/** What was told on documents that are not open yet over a socket: the newest of each. */
const early = new WeakMap<WebSocket, Map<string, Uint8Array>>();
/** Documents for which something is kept like that, at most. */
const MAX_EARLY = 6;

/** Takes in what was told over a socket on a document; when it is opened, if that is still going on. */
export function takeIn(
	documents: ReadonlyMap<string, Document>,
	name: string,
	socket: WebSocket,
	states: Uint8Array,
): void {
	const document = documents.get(name);
	if (document?.connections.has(socket)) return applyAwarenessUpdate(document.awareness, states, socket);
	const kept = early.get(socket) ?? new Map<string, Uint8Array>();
	early.set(socket, kept);
	if (kept.has(name) || kept.size < MAX_EARLY) kept.set(name, states);
}

/** Takes in what was told before a document was open over a socket. */
export function takeInEarly(document: Document, socket: WebSocket): void {
	const states = early.get(socket)?.get(document.name);
	early.get(socket)?.delete(document.name);
	if (states) applyAwarenessUpdate(document.awareness, states, socket);
}
