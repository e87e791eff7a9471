/** What others did since somebody was last here, by person and by the field in which it happened. */
import { isField } from '../board/kinds/guards';
import { fieldOf } from '../board/model/containment';
import type { BoardQuery } from '../board/model/query';
import type { Happening, Verb } from './happenings';

/** What one person did in one place. */
export interface Doing {
	person: string;
	/** The field in which the things stand now; undefined outside of all fields, and for what is gone. */
	field: string | undefined;
	sheet: string | undefined;
	/** How many things each verb was done to, most first. */
	counts: [Verb, number][];
	/** The things that are still there, in the order in which they were touched. */
	ids: string[];
	at: number;
}

/** Doings, the person who did something last first; without what the person who reads did. */
export function sinceThen(model: BoardQuery, happenings: readonly Happening[], reader: string): Doing[] {
	type Counted = Doing & { done: Map<Verb, Set<string>> };
	const doings = new Map<string, Counted>();
	const latest = new Map<string, number>();
	for (const { person, verb, id, sheet, until } of happenings) {
		if (person === undefined || person === reader) continue;
		const object = id === undefined ? undefined : model.find(id);
		const field = object && (isField(object) ? object.id : fieldOf(model, object)?.id);
		const place = object?.sheet ?? sheet;
		const key = JSON.stringify([person, field, place]);
		const doing: Counted = doings.get(key) ?? {
			person,
			field,
			sheet: place,
			counts: [],
			ids: [],
			at: until,
			done: new Map(),
		};
		doings.set(key, doing);
		doing.at = Math.max(doing.at, until);
		latest.set(person, Math.max(latest.get(person) ?? 0, until));
		const things = doing.done.get(verb) ?? new Set<string>();
		doing.done.set(verb, things.add(id ?? ''));
		if (object && !doing.ids.includes(object.id)) doing.ids.push(object.id);
	}
	return [...doings.values()]
		.sort(
			(a, b) =>
				latest.get(b.person)! - latest.get(a.person)! ||
				(a.person < b.person ? -1 : a.person > b.person ? 1 : b.at - a.at),
		)
		.map(({ done, ...doing }) => ({
			...doing,
			counts: [...done]
				.map(([verb, things]): [Verb, number] => [verb, things.size])
				.sort((a, b) => b[1] - a[1]),
		}));
}
