/**
 * Work beside the server. A thread shares memory and priority with it; a process of its own shares
 * neither, nor the collector of garbage: for what takes long and nobody waits for.
 */
import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { Tinypool } from 'tinypool';
import { log } from './log';
import { once } from './once';

type Runtime = 'child_process' | 'worker_threads';

/** How long one is kept without a question, ms. A process may hold hundreds of megabytes. */
const IDLE_MS: Record<Runtime, number> = { child_process: 60_000, worker_threads: 2 ** 31 - 1 };

const fileOf = (name: string): string => resolve(`build/workers/${name}.js`);

/** Whether a worker can be asked at all; where the application runs unbuilt it is not there. */
export const isWorkerBuilt = (name: string): boolean => existsSync(fileOf(name));

/** Whether an error says that a worker ended while it was asked, for want of memory, say. */
export const isWorkerGone = (error: unknown): boolean =>
	error instanceof Error && error.message.includes('exited unexpectedly');

interface WorkerOptions {
	/** Where it is, if not among those that were built. */
	file?: string;
	/** How many answer at once. */
	processes?: number;
	/** Arguments of Node for a process of its own. */
	execArgv?: string[];
}
interface AskOptions {
	/** Ends the worker that works on the question, and rejects. */
	signal?: AbortSignal;
	/** What a process of its own sends while it works on the question. */
	onMessage?: (message: unknown) => void;
}

/** One worker, which answers one question after the other with what its file exports as default. */
export class PooledWorker<Q, A> {
	private pool: Tinypool | undefined;

	constructor(
		private readonly name: string,
		private readonly runtime: Runtime,
		private readonly options: WorkerOptions = {},
	) {}

	/**
	 * Asks and waits for the answer, and keeps the server from ending meanwhile. Rejects with what
	 * the worker throws, and where it ends or cannot start; the next question starts another.
	 */
	async ask(question: Q, { signal, onMessage }: AskOptions = {}): Promise<A> {
		const pool = (this.pool ??= this.open());
		try {
			return (await pool.run(question, {
				...(signal ? { signal } : {}),
				...(onMessage ? { channel: { postMessage: onMessage } } : {}),
			})) as A;
		} catch (error) {
			// One that died leaves those that wait behind it without an answer.
			if (pool.threads.length === 0) this.drop(pool, error);
			throw error;
		}
	}

	/** Ends it. Whoever waits for it is told. */
	async destroy(): Promise<void> {
		await this.pool?.destroy();
		this.pool = undefined;
	}

	private open(): Tinypool {
		const pool = new Tinypool({
			filename: pathToFileURL(this.options.file ?? fileOf(this.name)).href,
			runtime: this.runtime,
			minThreads: 0,
			maxThreads: this.options.processes ?? 1,
			...(this.options.execArgv ? { execArgv: this.options.execArgv } : {}),
			idleTimeout: IDLE_MS[this.runtime],
			// Nothing but the settings tells a process where the database is.
			...(this.runtime === 'child_process'
				? { env: process.env as Record<string, string>, serialization: 'advanced' as const }
				: {}),
		});
		// It ended while it was asked nothing, or before it could be asked anything.
		pool.on('error', (error) => this.drop(pool, error));
		return pool;
	}

	private drop(pool: Tinypool, error: unknown): void {
		if (this.pool !== pool) return;
		this.pool = undefined;
		log.error({ err: error, worker: this.name }, 'a worker ended');
		void pool.destroy();
	}
}

/** The one worker of that name that this process has. */
export const workerOf = <Q, A>(name: string, runtime: Runtime): PooledWorker<Q, A> =>
	once(`worker-${name}`, () => new PooledWorker<Q, A>(name, runtime));
