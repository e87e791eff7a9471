/** Websockets with headers of their own, for people who come without a browser. */
import { WebSocket } from 'ws';

/**
 * A class of sockets that send these headers. One that is closed before it is open tells of an
 * error (ws does so); when nobody listens any more that would end the whole process.
 */
export function socketWith(headers: Readonly<Record<string, string>>): typeof WebSocket {
	class Socket extends WebSocket {
		constructor(url: string) {
			super(url, { headers });
			// Whoever uses it hears of it by its own listeners, as long as there are any.
			this.on('error', () => {});
		}
	}
	return Socket as typeof WebSocket;
}
