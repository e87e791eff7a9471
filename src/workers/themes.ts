/** Worker thread of the server: encodes texts and sorts notes into themes, away from the main thread. */
import { sortIntoThemes } from '../core/themes';
import type { ThemesAnswer, ThemesQuestion } from '../lib/server/themes/encoder';
import { encodeTexts } from './model';

export default async function answer(question: ThemesQuestion): Promise<ThemesAnswer> {
	if (question.ask === 'sort')
		return { proposal: sortIntoThemes(question.notes, question.vectors, question.count) };
	return { vectors: await encodeTexts(question.texts) };
}
