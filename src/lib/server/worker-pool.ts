/**
 * Work beside the server. A thread shares memory and priority with it; a process of its own shares neither,
 * nor the collector of garbage: for what takes long and nobody waits for.
 */
import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { Tinypool } from 'tinypool';
import { log } from './log';
import { once } from './once';

/** How long a process is kept without a question, ms: it may hold hundreds of megabytes. */
const IDLE_MS = 60_000;

/** Asks a worker and waits for its answer; rejects where it failed. One that died is started anew. */
export type Ask<Q, A> = (question: Q) => Promise<A>;

const fileOf = (name: string): string => resolve(`build/workers/${name}.js`);

/** Whether a worker can be asked at all; where the application runs unbuilt it is not there. */
export const isWorkerBuilt = (name: string): boolean => existsSync(fileOf(name));

/**
 * One worker of the file `name` among the built workers, which answers with what it exports as default.
 * It answers one question after the other, and keeps the server from ending while it is asked.
 */
export function askWorker<Q, A>(name: string, runtime: 'child_process' | 'worker_threads'): Ask<Q, A> {
	const pool = once(`worker-${name}`, () => {
		const isProcess = runtime === 'child_process';
		const made = new Tinypool({
			filename: pathToFileURL(fileOf(name)).href,
			runtime,
			minThreads: isProcess ? 0 : 1,
			maxThreads: 1,
			idleTimeout: IDLE_MS,
			// Nothing but the settings tells a process where the database is.
			...(isProcess ? { env: process.env as Record<string, string>, serialization: 'advanced' } : {}),
		});
		// One that ends while nobody asks it anything: the next question starts another.
		made.on('error', (error) => log.error({ err: error, worker: name }, 'a worker ended'));
		return made;
	});
	return (question) => pool.run(question) as Promise<A>;
}
