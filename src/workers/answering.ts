/** How a worker thread of the server answers: each question by its number, one after the other. */
import { parentPort } from 'node:worker_threads';

/** Answers every question with what `answer` gives; what it throws is told to whoever asked. */
export function answerWith<Q, A>(answer: (question: Q) => Promise<A>): void {
	parentPort?.on('message', ({ id, question }: { id: number; question: Q }) => {
		answer(question).then(
			(is) => parentPort!.postMessage({ id, is }),
			(error: unknown) => parentPort!.postMessage({ id, error: String(error) }),
		);
	});
}
