/** Worker thread of the server: encodes texts and sorts notes into themes, away from the main thread. */
import { parentPort } from 'node:worker_threads';
import { sortIntoThemes } from '../core/themes';
import type { ThemesAnswer, ThemesQuestion } from '../lib/server/themes/encoder';
import { encodeTexts } from './model';

async function answer(question: ThemesQuestion): Promise<ThemesAnswer> {
	const { id } = question;
	if (question.ask === 'sort')
		return { id, proposal: sortIntoThemes(question.notes, question.vectors, question.count) };
	return { id, vectors: (await encodeTexts(question.texts)).map((vector) => Float32Array.from(vector)) };
}

parentPort?.on('message', (question: ThemesQuestion) => {
	answer(question).then(
		(reply) => parentPort!.postMessage(reply),
		(error: unknown) =>
			parentPort!.postMessage({ id: question.id, error: String(error) } satisfies ThemesAnswer),
	);
});
