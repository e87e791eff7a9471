/** Happenings put together for reading: what one person did alike in one go is one line. */
import type { Happening, Thing, Verb } from './happenings';

export interface Line {
	person: string | undefined;
	verb: Verb;
	thing: Thing;
	sheet: string | undefined;
	at: number;
	until: number;
	/** How many things. */
	count: number;
	/** The things that are told one by one, each once. */
	ids: string[];
	/** The first words on some of them. */
	words: string[];
}

/** Pause after which a new line begins, ms. */
const LINE_PAUSE_MS = 5 * 60_000;
/** What is told each time that it is done. */
const ALONE: readonly Verb[] = ['asked model'];
/** Words of how many things are told in one line. */
const TOLD = 3;

/** Lines from happenings that come oldest first; the lines in the order in which they ended. */
export function linesOf(happenings: readonly Happening[]): Line[] {
	const lines: Line[] = [];
	/** The line that each person is at. */
	const open = new Map<string | undefined, Line>();
	for (const { person, verb, thing, sheet, at, until, id, words, count } of happenings) {
		const line = open.get(person);
		const isAlike =
			line &&
			!ALONE.includes(verb) &&
			line.verb === verb &&
			line.thing === thing &&
			line.sheet === sheet &&
			at - line.until <= LINE_PAUSE_MS;
		if (!isAlike) {
			const fresh: Line = {
				...{ person, verb, thing, sheet, at, until, count },
				ids: id ? [id] : [],
				words: words ? [words] : [],
			};
			open.set(person, fresh);
			lines.push(fresh);
			continue;
		}
		line.until = Math.max(line.until, until);
		if (id && line.ids.includes(id)) continue;
		line.count += count;
		if (id) line.ids.push(id);
		if (words && line.words.length < TOLD) line.words.push(words);
	}
	// Somebody may have gone on with a line while others began theirs.
	return lines.sort((a, b) => a.until - b.until || a.at - b.at);
}
