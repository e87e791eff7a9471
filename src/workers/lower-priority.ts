/** How a process of the server makes way for others. */
import { readdirSync } from 'node:fs';
import { constants, setPriority } from 'node:os';

/**
 * Lowers the priority of this process, and lets it live as long as the server that started it. A
 * stop that is sent to both is the server's to follow: it may still wait for an answer.
 */
export function lowerPriority(): void {
	for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => {});
	process.once('disconnect', () => process.exit(0));
	const { PRIORITY_BELOW_NORMAL } = constants.priority;
	// On Linux each thread has a priority of its own, those that collect garbage too.
	if (process.platform !== 'linux') setPriority(PRIORITY_BELOW_NORMAL);
	else
		for (const thread of readdirSync('/proc/self/task')) setPriority(Number(thread), PRIORITY_BELOW_NORMAL);
}
