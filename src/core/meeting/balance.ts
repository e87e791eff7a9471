/** How evenly a room contributes: notes by person and over time, and who has not been heard. */
import { isNote } from '../board/kinds/guards';
import type { BoardQuery } from '../board/model/query';
import { gini } from '../decide/agreement';

export interface Contribution {
	id: string;
	name: string;
	notes: number;
	/** Nods given. */
	nods: number;
}

export interface Balance {
	/** Everybody, those who wrote most first. */
	people: Contribution[];
	/** Those who are here and have written nothing. */
	unheard: Contribution[];
	/** Gini coefficient of notes: 0 when all have written the same; undefined when nothing is written. */
	gini: number | undefined;
	/** Notes by span of time, the first from `from` on. */
	times: { from: number; counts: number[]; span: number };
}

/** Spans of time that are told apart. */
const SPANS = 12;

/** How a room has contributed since `from`, with those who are here; times in ms. */
export function balanceOf(
	model: BoardQuery,
	here: readonly { id: string; name: string }[],
	from: number,
	now: number,
): Balance {
	const people = new Map<string, Contribution>(
		here.map(({ id, name }) => [id, { id, name, notes: 0, nods: 0 }]),
	);
	const of = (id: string, name: string): Contribution => {
		const known = people.get(id) ?? { id, name, notes: 0, nods: 0 };
		people.set(id, known);
		return known;
	};
	const span = Math.max(60_000, Math.ceil((now - from) / SPANS));
	const counts = Array.from({ length: SPANS }, () => 0);
	for (const object of model.objects.values()) {
		for (const { person, name } of object.nods ?? []) of(person, name).nods++;
		if (!isNote(object) || object.made < from || object.made > now) continue;
		// Notes that are shown without names are somebody's, but nobody's in particular.
		if (object.by[0] !== '') of(...object.by).notes++;
		counts[Math.min(SPANS - 1, Math.floor((object.made - from) / span))]! += 1;
	}
	const all = [...people.values()].sort((a, b) => b.notes - a.notes || a.name.localeCompare(b.name));
	const isHere = new Set(here.map(({ id }) => id));
	return {
		people: all,
		unheard: all.filter(({ id, notes }) => notes === 0 && isHere.has(id)),
		gini: gini(all.map(({ notes }) => notes)),
		times: { from, counts, span },
	};
}
