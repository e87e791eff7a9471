/** Worker thread of the server: encodes texts and sorts notes into themes, away from the main thread. */
import { reasonsOf, sortIntoThemes } from '../core/themes';
import { placeNotes } from '../core/themes/place-notes';
import { PlacingSpace } from '../core/themes/placing';
import { likeMoved, reviewNotes } from '../core/themes/review';
import type { PlaceQuestion, ThemesAnswer, ThemesQuestion } from '../lib/server/themes/encoder';
import { encodeTexts } from './model';
import { loadTopics } from './topics';

export default async function answer(question: ThemesQuestion): Promise<ThemesAnswer> {
	if (question.ask === 'encode') return { vectors: await encodeTexts(question.texts) };
	// Headings are of use only with vectors of the same encoder.
	const topics = question.vectors && (await loadTopics());
	if (question.ask === 'sort') {
		const { notes, vectors, count, kept } = question;
		return { proposal: sortIntoThemes(notes, { vectors, count, topics, kept }) };
	}
	const { notes, themes, vectors, names } = question;
	const meanings = vectors && names && { notes: vectors, names, topics };
	if (question.ask === 'review')
		return {
			review: {
				notes: reviewNotes(notes, themes, meanings, new Set(question.unsettled)),
				themes: reasonsOf(notes, themes, { vectors, topics }),
			},
		};
	if (question.ask === 'like moved') return { like: likeMoved(notes, themes, meanings, question.move) };
	const space = vectors && spaceOf(question, vectors, topics);
	return { placed: placeNotes(notes, themes, meanings, { last: question.last, space }) };
}

/** What was learnt about notes that were asked about lately, the last one at the end. */
const spaces = new Map<string, PlacingSpace>();
const MAX_SPACES = 12;

function spaceOf(
	{ notes }: PlaceQuestion,
	vectors: Float32Array[],
	topics: Awaited<ReturnType<typeof loadTopics>> | undefined,
): PlacingSpace {
	const key = JSON.stringify(notes);
	const space = spaces.get(key) ?? new PlacingSpace(vectors, topics);
	spaces.delete(key);
	spaces.set(key, space);
	if (spaces.size > MAX_SPACES) spaces.delete(spaces.keys().next().value!);
	return space;
}
