/** What else the machine does while it is measured, from Linux' own account (`proc(5)`, /proc/stat). */
import { readFileSync } from 'node:fs';
import { setTimeout as wait } from 'node:timers/promises';

/** Ticks of all cores since the machine started. */
interface Ticks {
	all: number;
	idle: number;
	/** Taken by others on the same hardware. */
	stolen: number;
}

function ticks(): Ticks {
	const [line = ''] = readFileSync('/proc/stat', 'utf8').split('\n');
	const [user = 0, nice = 0, system = 0, idle = 0, io = 0, irq = 0, soft = 0, stolen = 0] = line
		.split(/\s+/)
		.slice(1)
		.map(Number);
	return { all: user + nice + system + idle + io + irq + soft + stolen, idle: idle + io, stolen };
}

/** Share of time that may be spent while the machine counts as at rest, and how long it has to be, ms. */
const BUSY = 0.1;
const RESTS = 2000;
const LOOK = 250;
const MAX = 60_000;

/**
 * Waits until the machine has been at rest for two seconds: what the case before has left the server to do, a snapshot say, is not
 * what is measured next. Says so on standard error where it does not come to rest within a minute.
 */
export async function atRest(): Promise<void> {
	let before = ticks();
	let rested = 0;
	for (let waited = 0; rested < RESTS; waited += LOOK) {
		if (waited > MAX) {
			process.stderr.write('The machine does not come to rest: the next figures are those of a busy one.\n');
			return;
		}
		await wait(LOOK);
		const now = ticks();
		rested = 1 - (now.idle - before.idle) / (now.all - before.all) < BUSY ? rested + LOOK : 0;
		before = now;
	}
}

/** Begins to watch; the function that it gives says what share of the time since was stolen, percent. */
export function watchStolen(): () => number {
	const before = ticks();
	return () => {
		const now = ticks();
		return (100 * (now.stolen - before.stolen)) / Math.max(1, now.all - before.all);
	};
}
