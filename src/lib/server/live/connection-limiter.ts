/** How many connections one address and one person may hold, and where a connection comes from. */
import type { IncomingMessage } from 'node:http';
import { readSettings } from '../settings';

/** Connections of one person at once: windows on several boards and machines, and some that are not known to be gone yet. */
const PER_PERSON = 40;

/**
 * The address of whoever connects. Behind a proxy it stands in a header, and of several in it the one that the outermost
 * trusted proxy has written: the same settings as for pages (ADDRESS_HEADER, XFF_DEPTH).
 */
export function addressOf(request: IncomingMessage): string {
	const name = process.env['ADDRESS_HEADER']?.toLowerCase();
	const own = request.socket.remoteAddress ?? '';
	if (!name) return own;
	const value = request.headers[name];
	const text = Array.isArray(value) ? value.join(',') : (value ?? '');
	if (name !== 'x-forwarded-for') return text.trim() || own;
	const all = text.split(',').map((each) => each.trim());
	const depth = Math.max(1, Number(process.env['XFF_DEPTH'] ?? 1) || 1);
	return all.at(-depth) || own;
}

export class ConnectionLimiter {
	private readonly addresses = new Map<string, number>();
	private readonly people = new Map<string, number>();
	private readonly perAddress = readSettings(process.env).WANDTAFEL_CONNECTIONS_PER_ADDRESS;

	/** Whether one more may come from an address; asked before it is known who it is. */
	hasRoom(address: string): boolean {
		return (this.addresses.get(address) ?? 0) < this.perAddress;
	}

	/** Lets a connection in; gives the way to let it go, or undefined when there are too many. */
	enter(address: string, person: string): (() => void) | undefined {
		if (!this.hasRoom(address) || (this.people.get(person) ?? 0) >= PER_PERSON) return undefined;
		count(this.addresses, address, 1);
		count(this.people, person, 1);
		let isIn = true;
		return () => {
			if (!isIn) return;
			isIn = false;
			count(this.addresses, address, -1);
			count(this.people, person, -1);
		};
	}
}

function count(counts: Map<string, number>, key: string, by: 1 | -1): void {
	const now = (counts.get(key) ?? 0) + by;
	if (now > 0) counts.set(key, now);
	else counts.delete(key);
}
