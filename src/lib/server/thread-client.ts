/** A worker thread that answers questions. */
import { Worker } from 'node:worker_threads';
import { WorkerClient, type Answer, type Running } from './worker-client';

export class ThreadClient<Q, A> extends WorkerClient<Q, A> {
	protected open(hear: (answer: Answer<A>) => void, ended: (why?: unknown) => void): Running {
		const worker = new Worker(this.path);
		worker.unref();
		worker.on('message', hear);
		worker.on('error', ended);
		worker.on('exit', (code) => ended(new Error(`It ended (${code}).`)));
		return {
			post: (message) => worker.postMessage(message),
			hold: (isAwaited) => (isAwaited ? worker.ref() : worker.unref()),
		};
	}
}
