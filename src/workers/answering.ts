/** How a worker thread or a process of the server answers: each question by its number. */
import { readdirSync } from 'node:fs';
import { constants, setPriority } from 'node:os';
import { parentPort } from 'node:worker_threads';

interface Question<Q> {
	id: number;
	question: Q;
}

/** Answers every question with what `answer` gives; what it throws is told to whoever asked. */
export function answerWith<Q, A>(answer: (question: Q) => Promise<A>): void {
	const post = (message: object): void => {
		if (parentPort) parentPort.postMessage(message);
		else process.send?.(message);
	};
	const hear = ({ id, question }: Question<Q>): void => {
		answer(question).then(
			(is) => post({ id, is }),
			(error: unknown) => post({ id, error: String(error) }),
		);
	};
	if (parentPort) parentPort.on('message', hear);
	else process.on('message', hear);
}

/**
 * Makes this process one that stands back for others and lives as long as the server that started it. A stop that is sent to both is
 * the server's to follow: it may still wait for an answer.
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
