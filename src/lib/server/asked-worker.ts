/** A worker thread that answers questions, each by its number. */
import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { Worker } from 'node:worker_threads';
import { log } from './log';

/** An answer, or why there is none. */
export type Answer<A> = { id: number; is: A } | { id: number; error: string };

export class AskedWorker<Q, A> {
	private worker: Worker | undefined;
	private next = 1;
	private readonly waiting = new Map<
		number,
		{ resolve: (answer: A) => void; reject: (reason: Error) => void }
	>();
	private readonly path: string;

	/** @param name of its file among the built workers */
	constructor(private readonly name: string) {
		this.path = resolve(`build/workers/${name}.js`);
	}

	/** Whether it can be asked at all; where the application runs unbuilt it is not there. */
	get isBuilt(): boolean {
		return existsSync(this.path);
	}

	/** Asks the worker and waits for its answer; a worker that died is started anew by the next question. */
	ask(question: Q): Promise<A> {
		const id = this.next++;
		return new Promise((resolveAnswer, reject) => {
			this.waiting.set(id, { resolve: resolveAnswer, reject });
			this.start().postMessage({ id, question });
		});
	}

	private start(): Worker {
		if (this.worker) return this.worker;
		if (!this.isBuilt) throw new Error(`The worker for ${this.name} is not built.`);
		const worker = new Worker(this.path);
		worker.unref();
		worker.on('message', (answer: Answer<A>) => {
			const asked = this.waiting.get(answer.id);
			this.waiting.delete(answer.id);
			if ('error' in answer) asked?.reject(new Error(answer.error));
			else asked?.resolve(answer.is);
		});
		const fail = (error: unknown): void => {
			log.error({ err: error, worker: this.name }, 'a worker thread ended');
			if (this.worker === worker) this.worker = undefined;
			for (const { reject } of this.waiting.values()) reject(new Error(`The worker for ${this.name} ended.`));
			this.waiting.clear();
		};
		worker.on('error', fail);
		worker.on('exit', fail);
		this.worker = worker;
		return worker;
	}
}
