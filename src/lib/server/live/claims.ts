/**
 * What people say in their own name: nods at objects and lines, signatures on action items. Nobody can say it for
 * another, nor take back what another said; the server undoes it, whatever client sent it.
 */
import * as Y from 'yjs';

/** Something said, or taken back, in the name of somebody else. */
export interface FalseClaim {
	map: Y.Map<unknown>;
	key: string;
	before: unknown;
}

const idOf = (value: unknown): string | undefined =>
	typeof value === 'object' && value !== null && 'id' in value ? String(value.id) : undefined;

/** Whether a change of a key says something that is another person's to say. */
function isForeign(map: Y.Map<unknown>, key: string, before: unknown, person: string): boolean {
	const [is, first = '', second = ''] = key.split(':');
	if (is === 'nod') return first !== person;
	// With a row goes all that was said about it.
	const hasRow = map.has(`row:${first}`);
	if (is === 'nodrow') return hasRow && second !== person;
	if (is !== 'fact' || second !== 'signed' || !hasRow) return false;
	const now = map.get(key);
	return (before !== undefined && idOf(before) !== person) || (now !== undefined && idOf(now) !== person);
}

/**
 * Claims among changes that were made through somebody's connection and are not theirs to make.
 * @param person whose connection it was; undefined for the server's own changes
 */
export function falseClaims(
	events: readonly Y.YEvent<Y.AbstractType<unknown>>[],
	person: string | undefined,
): FalseClaim[] {
	if (person === undefined) return [];
	return events.flatMap((event) => {
		if (event.path.length !== 1 || !(event.target instanceof Y.Map)) return [];
		const map = event.target as Y.Map<unknown>;
		return [...event.changes.keys]
			.filter(([key, change]) => isForeign(map, key, change.oldValue, person))
			.map(([key, change]) => ({ map, key, before: change.oldValue as unknown }));
	});
}

/** Puts things back as they were said. */
export function takeBack(claims: readonly FalseClaim[]): void {
	for (const { map, key, before } of claims) {
		if (before === undefined) map.delete(key);
		else map.set(key, before);
	}
}
