/** Themes for many notes by a language model: asked in parts, with the themes carried on. */
import type { NoteText } from '../themes';
import { languagesOf } from '../themes/language';
import {
	askForSummary,
	askForThemes,
	NoAnswer,
	PART,
	readSummary,
	readThemes,
	type AskLanguage,
	type ModelMessage,
	type Summary,
} from './questions';

/** Gives the answer of a model; what it throws ends the question. */
export type Complete = (messages: ModelMessage[]) => Promise<string>;

export interface ModelThemes {
	themes: { name: string; noteIds: string[] }[];
	/** Notes that it put nowhere. */
	left: string[];
	/** Notes that say the same. */
	doubles: [string, string][];
}

/** How often an answer is asked for before it counts as none. */
const MAX_TRIES = 2;

/** Asks until an answer can be read. @throws NoAnswer when none could be */
async function readable<T>(complete: Complete, ask: ModelMessage[], read: (answer: string) => T): Promise<T> {
	for (let turn = 1; ; turn++) {
		try {
			return read(await complete(ask));
		} catch (error) {
			if (!(error instanceof NoAnswer) || turn === MAX_TRIES) throw error;
		}
	}
}

/**
 * Asks for themes. The notes go in parts of at most `PART`; each part is told what themes there are
 * already, and may put notes into them.
 * @param count how many themes are wanted, where that is given
 * @throws NoAnswer when the model does not keep to the form
 */
export async function themesByModel(
	notes: readonly NoteText[],
	complete: Complete,
	count?: number,
): Promise<ModelThemes> {
	const language = languageOf(notes);
	const themes = new Map<string, { name: string; noteIds: string[] }>();
	const doubles: [string, string][] = [];
	for (let at = 0; at < notes.length; at += PART) {
		const part = notes.slice(at, at + PART);
		const texts = part.map(({ text }) => text);
		const carried = [...themes.values()].map(({ name }) => name);
		const answer = await readable(complete, askForThemes(texts, { language, carried, count }), (text) =>
			readThemes(text, part.length),
		);
		for (const { name, notes: indexes } of answer.themes) {
			const key = name.toLowerCase();
			const theme = themes.get(key) ?? { name, noteIds: [] };
			theme.noteIds.push(...indexes.map((i) => part[i]!.id));
			themes.set(key, theme);
		}
		doubles.push(...answer.same.map(([a, b]): [string, string] => [part[a]!.id, part[b]!.id]));
	}
	const placed = new Set([...themes.values()].flatMap(({ noteIds }) => noteIds));
	return {
		themes: [...themes.values()],
		left: notes.map(({ id }) => id).filter((id) => !placed.has(id)),
		doubles,
	};
}

/** Asks what the notes of a theme say, in one sentence. @throws NoAnswer as above */
export const summaryByModel = (
	name: string,
	notes: readonly NoteText[],
	complete: Complete,
): Promise<Summary> =>
	readable(
		complete,
		askForSummary(
			name,
			notes.map(({ text }) => text),
			languageOf(notes),
		),
		readSummary,
	);

/** The language that a model is to answer in: that of most notes, as far as it is spoken here. */
function languageOf(notes: readonly NoteText[]): AskLanguage {
	const languages = languagesOf(notes.map(({ text }) => text));
	const german = languages.filter((language) => language === 'de').length;
	return german * 2 > languages.length ? 'de' : 'en';
}
