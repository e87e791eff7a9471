/** Takes over websocket connections to /sync: only people with a session, only from our own pages. */
import type { IncomingMessage } from 'node:http';
import type { Duplex } from 'node:stream';
import { WebSocketServer } from 'ws';
import { personFrom } from '../auth';
import { log } from '../log';
import { once } from '../once';
import { addressOf, ConnectionLimiter } from './connection-limiter';
import { CLOSE, guard, LARGEST_FRAME } from './gate';
import { live } from './documents';
import { endConnection } from './ending';
import { takeIn } from './gathering';
import { sendInRounds } from './rounds';

const sockets = (): WebSocketServer =>
	once('sockets', () => new WebSocketServer({ noServer: true, maxPayload: LARGEST_FRAME }));

/** Without an opened document within this time the connection ends, ms. */
const OPEN_TIMEOUT_MS = 20_000;

/** How long a connection that failed has to hear why, ms. */
const LAST_WORDS = 2000;

const limiter = (): ConnectionLimiter => once('limiter', () => new ConnectionLimiter());

const refuse = (socket: Duplex, status: string): void => {
	socket.end(`HTTP/1.1 ${status}\r\nConnection: close\r\nContent-Length: 0\r\n\r\n`);
};

/** Whether the request comes from a page of ours: same host, or the configured origin. */
function isOwnOrigin(request: IncomingMessage): boolean {
	const { origin, host } = request.headers;
	if (!origin) return false;
	try {
		const url = new URL(origin);
		return url.host === host || url.origin === process.env['ORIGIN'];
	} catch {
		return false;
	}
}

export async function handleUpgrade(request: IncomingMessage, socket: Duplex, head: Buffer): Promise<void> {
	socket.on('error', () => socket.destroy());
	try {
		const address = addressOf(request);
		if (!limiter().hasRoom(address)) return refuse(socket, '429 Too Many Requests');
		if (!isOwnOrigin(request)) return refuse(socket, '403 Forbidden');
		const person = await personFrom(new Headers({ cookie: request.headers.cookie ?? '' }));
		if (!person) return refuse(socket, '401 Unauthorized');
		const leave = limiter().enter(address, person.id);
		if (!leave) return refuse(socket, '429 Too Many Requests');
		socket.once('close', leave);
		sockets().handleUpgrade(request, socket, head, (ws) => {
			// The library says why and closes; cut at once, the reason would not arrive.
			ws.on('error', () => setTimeout(() => ws.terminate(), LAST_WORDS).unref());
			sendInRounds(ws, socket);
			const gate = guard(ws, person, (name, states) => takeIn(live().hub.documents, name, ws, states));
			const timer = setTimeout(() => endConnection(ws, CLOSE.policy, 'no document opened'), OPEN_TIMEOUT_MS);
			ws.once('close', () => clearTimeout(timer));
			live().hub.handleConnection(ws, request, {
				person,
				gate: {
					admit() {
						clearTimeout(timer);
						gate.admit();
					},
					setTalk: gate.setTalk,
					setSpeaker: gate.setSpeaker,
					mayEdit: gate.mayEdit,
				},
			});
		});
	} catch (error) {
		log.error({ err: error }, 'a connection could not be opened');
		refuse(socket, '503 Service Unavailable');
	}
}
