/**
 * Where the notes of a round most likely belong, by what was agreed on so far, and their order.
 * Worked out beside the answers and now and then: nobody waits for it.
 */
import type { ThemeToFill } from '$core/themes/place-notes';
import { log } from '../log';
import { once } from '../once';
import { placeAmong, proposeThemes } from '../themes/service';

interface Note {
	id: string;
	text: string;
}

interface Guesses {
	/** Notes, like ones near each other. */
	order: readonly string[];
	orderedFor: number;
	likeliest: ReadonlyMap<string, readonly string[]>;
	/** When it is asked for anew at the earliest. */
	nextAt: number;
	isAsking: boolean;
}

/**
 * How often it is worked out anew, ms; and how much of the time it may take at most, so that it
 * does not keep the machine from those who sort.
 */
const EVERY_MS = 2000;
const SHARE = 0.15;
/** Rounds whose guesses are kept. */
const MAX_KEPT = 50;

const kept = (): Map<string, Guesses> => once('round-guesses', () => new Map<string, Guesses>());

/** What is known of a round now. */
export function guessesFor(run: string): Guesses {
	const all = kept();
	const now = all.get(run) ?? {
		order: [],
		orderedFor: 0,
		likeliest: new Map<string, string[]>(),
		nextAt: 0,
		isAsking: false,
	};
	all.delete(run);
	all.set(run, now);
	if (all.size > MAX_KEPT) all.delete(all.keys().next().value!);
	return now;
}

interface FilledTheme {
	id: string;
	name: string;
	noteIds: string[];
}

/** Asks for better guesses, where that is due. */
export function askForGuesses(now: Guesses, notes: readonly Note[], themes: () => FilledTheme[]): void {
	if (now.isAsking || Date.now() < now.nextAt || notes.length < 2) return;
	now.isAsking = true;
	void ask(now, notes, themes());
}

async function ask(now: Guesses, notes: readonly Note[], themes: readonly FilledTheme[]): Promise<void> {
	const began = Date.now();
	try {
		if (now.orderedFor !== notes.length) {
			const proposal = await proposeThemes([...notes]);
			now.order = [...proposal.themes.flatMap(({ noteIds }) => noteIds), ...proposal.left];
			now.orderedFor = notes.length;
		}
		if (themes.length > 1) {
			const filled: ThemeToFill[] = themes.map(({ name, noteIds }) => ({ name: name || '…', noteIds }));
			const { places } = await placeAmong([...notes], filled);
			now.likeliest = new Map(places.map(({ id, ranked }) => [id, ranked.map((t) => themes[t]!.id)]));
		}
	} catch (error) {
		// People sort without it.
		log.warn({ err: error }, 'no guesses for a round of sorting');
	} finally {
		now.nextAt = Date.now() + Math.max(EVERY_MS, (Date.now() - began) / SHARE);
		now.isAsking = false;
	}
}
