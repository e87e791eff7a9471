/** A person who sorts a set by hand, note by note, and knows where each belongs. */
import { placeNotes, type ThemeToFill } from '$core/themes/place-notes';
import { PlacingSpace } from '$core/themes/placing';
import type { Topics } from '$core/themes/topics';
import type { LabelledSet } from './labelled-sets';

/**
 * Seconds for a key and for making up one's mind, of the keystroke-level model (S. Card, T. Moran,
 * A. Newell, "The keystroke-level model for user performance time with interactive systems", 1980).
 */
const KEY_SECONDS = 0.2;
const MIND_SECONDS = 1.35;

export interface DealtSet {
	/** Keys, and names that were typed, each as one. */
	entries: number;
	seconds: number;
	/**
	 * Of the notes with a theme that was named before: the share with theirs among three, and
	 * first.
	 */
	amongThree: number;
	first: number;
}

/** @param nowhere the label of notes that belong to no theme: they are put aside by one key */
export function dealSet(set: LabelledSet, topics: Topics, nowhere: string): DealtSet {
	const notes = set.notes.map(({ text }, i) => ({ id: String(i), text }));
	const space = new PlacingSpace(set.vectors, topics);
	const themes: (ThemeToFill & { noteIds: string[]; label: string })[] = [];
	const aside = new Set<number>();
	const ranks: number[] = [];
	let [entries, seconds] = [0, 0];
	let last: string | undefined;
	for (;;) {
		const names = themes.map(({ label }) => set.named[set.themes.indexOf(label)]!);
		const meanings = { notes: set.vectors, names, topics };
		const { placings, order } = placeNotes(notes, themes, meanings, { last, space });
		const next = order.find((i) => !aside.has(i));
		if (next === undefined) break;
		last = String(next);
		seconds += MIND_SECONDS;
		const label = set.notes[next]!.theme;
		const known = themes.findIndex((theme) => theme.label === label);
		if (label === nowhere) aside.add(next);
		else if (known >= 0) {
			ranks.push(placings[next]!.ranked.indexOf(known));
			themes[known]!.noteIds.push(last);
		} else {
			const name = label.replaceAll('-', ' ');
			themes.push({ name, label, noteIds: [last] });
			// The key for a new theme, the name as one entry, and what ends it is the entry counted
			// below.
			entries += 2;
			seconds += MIND_SECONDS + (name.length + 1) * KEY_SECONDS;
		}
		entries++;
		seconds += KEY_SECONDS;
	}
	const share = (below: number): number => ranks.filter((rank) => rank < below).length / ranks.length;
	return { entries, seconds, amongThree: share(3), first: share(1) };
}
