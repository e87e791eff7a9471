/** Names that somebody gave to themes, when the themes are found anew. */

interface NamedNotes {
	name: string;
	noteIds: readonly string[];
}

/**
 * Gives each name to the theme with which its notes have most in common, as long as that is more
 * than half of the smaller one; each theme takes one name.
 * @param named themes that somebody named, with the notes that they had then
 * @returns the themes, and the indexes of those that took a name
 */
export function keepNames<T extends NamedNotes>(
	themes: readonly T[],
	named: readonly NamedNotes[],
): { themes: T[]; kept: Set<number> } {
	const out = [...themes];
	const kept = new Set<number>();
	for (const { name, noteIds } of named) {
		const own = new Set(noteIds);
		const shared = themes.map((theme) => theme.noteIds.filter((id) => own.has(id)).length);
		const most = Math.max(0, ...shared.filter((_, i) => !kept.has(i)));
		const best = shared.findIndex((count, i) => count === most && !kept.has(i));
		if (best < 0 || most * 2 <= Math.min(own.size, themes[best]!.noteIds.length)) continue;
		// Another theme that was found under that name takes the one that is free now.
		const other = out.findIndex((theme, i) => i !== best && isSameName(theme.name, name));
		if (other >= 0) out[other] = { ...out[other]!, name: out[best]!.name };
		out[best] = { ...out[best]!, name };
		kept.add(best);
	}
	return { themes: out, kept };
}

const isSameName = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase();
