/** Questions to a worker of the page, which answers each by its number. */

/** How a worker answers. */
export interface WorkerAnswer<Answer> {
	id: number;
	answer: Answer;
}

/**
 * A way to ask a worker, which is started at the first question and anew after it failed.
 * @returns asks; rejects where the worker fails
 */
export function workerClient<Question, Answer>(start: () => Worker): (question: Question) => Promise<Answer> {
	let worker: Worker | undefined;
	let asked = 0;
	const waiting = new Map<number, { done: (answer: Answer) => void; failed: (error: Error) => void }>();
	function begin(): Worker {
		const begun = start();
		begun.onmessage = ({ data }: MessageEvent<WorkerAnswer<Answer>>) => {
			waiting.get(data.id)?.done(data.answer);
			waiting.delete(data.id);
		};
		begun.onerror = ({ message }) => {
			for (const { failed } of waiting.values()) failed(new Error(message));
			waiting.clear();
			worker = undefined;
			begun.terminate();
		};
		return begun;
	}
	return (question) => {
		worker ??= begin();
		const id = ++asked;
		return new Promise((done, failed) => {
			waiting.set(id, { done, failed });
			worker!.postMessage({ id, question });
		});
	};
}
