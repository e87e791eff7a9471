/**
 * What goes to one person within a moment goes out together: handing a message to the network costs more than most messages cost
 * otherwise. One that comes alone waits for nothing but the end of what is being done.
 */
import type { Duplex } from 'node:stream';
import type { WebSocket } from 'ws';

/** How long messages that come thick and fast wait for each other, ms. */
export const ROUND = 16;

/**
 * @param ws the connection whose messages are to go out in rounds
 * @param socket what it writes to
 */
export function sendInRounds(
	ws: Pick<WebSocket, 'send' | 'once'>,
	socket: Pick<Duplex, 'cork' | 'uncork'>,
): void {
	const send = ws.send.bind(ws) as (...all: unknown[]) => void;
	let isHeld = false;
	let hasSent = false;
	let timer: NodeJS.Timeout | undefined;
	const round = (): void => {
		socket.uncork();
		// Another one may be right behind.
		isHeld = hasSent;
		hasSent = false;
		if (!isHeld) return;
		socket.cork();
		timer = setTimeout(round, ROUND);
	};
	ws.send = ((...all: unknown[]) => {
		if (!isHeld) {
			isHeld = true;
			socket.cork();
			setImmediate(round);
		}
		hasSent = true;
		send(...all);
	}) as WebSocket['send'];
	ws.once('close', () => clearTimeout(timer));
}
