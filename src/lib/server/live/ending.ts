/**
 * Ending a connection. A client need not answer when it is asked to close, and could go on writing
 * until it does: from here on nothing that it sends is heard, and after a moment the line is cut.
 */
import type { WebSocket } from 'ws';

/** How long a client has to hear why, ms. */
const LAST_WORDS = 2000;

const ended = new WeakSet<WebSocket>();

/** Whether a connection has been ended: what still comes over it counts for nothing. */
export const isEnded = (socket: WebSocket): boolean => ended.has(socket);

export function endConnection(socket: WebSocket, code: number, reason: string): void {
	if (ended.has(socket)) return;
	ended.add(socket);
	socket.close(code, reason);
	setTimeout(() => socket.terminate(), LAST_WORDS).unref();
}

/** Ends a connection, and keeps the library from handling what came over it. */
export function refuse(webSocket: WebSocket, code: number, reason: string): never {
	endConnection(webSocket, code, reason);
	throw Object.assign(new Error(''), { code, reason });
}
