/** Others that answer questions for the server, each by its number: threads and processes. */
import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { log } from './log';

/** An answer, or why there is none. */
export type Answer<A> = { id: number; is: A } | { id: number; error: string };

/** One that was started. */
export interface Running {
	post(message: { id: number; question: unknown }): void;
	/** Says whether somebody waits for it: only then it keeps the server from ending. */
	hold(isAwaited: boolean): void;
}

export abstract class WorkerClient<Q, A> {
	private running: Running | undefined;
	private next = 1;
	private readonly waiting = new Map<
		number,
		{ resolve: (answer: A) => void; reject: (reason: Error) => void }
	>();
	protected readonly path: string;

	/** @param name of its file among the built workers */
	constructor(protected readonly name: string) {
		this.path = resolve(`build/workers/${name}.js`);
	}

	/** Whether it can be asked at all; where the application runs unbuilt it is not there. */
	get isBuilt(): boolean {
		return existsSync(this.path);
	}

	/** Asks and waits for the answer; one that died is started anew by the next question. */
	ask(question: Q): Promise<A> {
		const id = this.next++;
		return new Promise((resolveAnswer, reject) => {
			this.waiting.set(id, { resolve: resolveAnswer, reject });
			const running = this.start();
			running.hold(true);
			running.post({ id, question });
		});
	}

	/**
	 * Starts it.
	 * @param hear is to be told what it answers
	 * @param ended is to be told that it ended, and why; without a reason where it was let go because nobody had a question
	 */
	protected abstract open(hear: (answer: Answer<A>) => void, ended: (why?: unknown) => void): Running;

	private start(): Running {
		if (this.running) return this.running;
		if (!this.isBuilt) throw new Error(`The worker for ${this.name} is not built.`);
		const running = this.open(
			(answer) => {
				const asked = this.waiting.get(answer.id);
				this.waiting.delete(answer.id);
				if (this.waiting.size === 0) running.hold(false);
				if ('error' in answer) asked?.reject(new Error(answer.error));
				else asked?.resolve(answer.is);
			},
			(why) => {
				if (this.running !== running) return;
				this.running = undefined;
				if (why === undefined) return;
				log.error({ err: why, worker: this.name }, 'a worker ended');
				for (const { reject } of this.waiting.values())
					reject(new Error(`The worker for ${this.name} ended.`));
				this.waiting.clear();
			},
		);
		return (this.running = running);
	}
}
