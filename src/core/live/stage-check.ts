/**
 * Whether what somebody does on the sheets is what the running step lets them do. Asked by the server for every edit of those who do not
 * lead, while a step lets them do less than everything.
 */
import type * as Y from 'yjs';
import { objectsOf } from '../board/document';
import { grantsOf, type StepRule } from '../access/step-grants';
import type { UpdatedValue } from './describe-update';

/** Things that were changed and may not be. */
export interface Violation {
	/** Objects that were there before. */
	objects: Set<string>;
	/** Objects that are new. */
	added: Set<string>;
	/** Sheets and named places, by the name of their map. */
	others: { map: 'sheets' | 'places'; id: string }[];
}

/** What of one's own note can be changed from the list beside the writing line. */
const FROM_THE_LINE = new Set(['text', 'style', 'changed']);
/** What of a note nobody changes, not even its writer. */
const NEVER = new Set(['by', 'kind', 'made', 'lock']);

const isOwnNod = (key: string, person: string): boolean =>
	/^nod(row)?:/.test(key) && key.slice(key.lastIndexOf(':') + 1) === person;

const isWriter = (by: unknown, person: string): boolean => Array.isArray(by) && by[0] === person;

/** Values that an update gives objects, by object. */
function valuesIn(updated: readonly UpdatedValue[]): Map<string, Map<string, unknown>> {
	const all = new Map<string, Map<string, unknown>>();
	for (const { path, writes, value } of updated) {
		const [root, id, key] = path;
		if (!writes || path.length !== 3 || root !== 'objects') continue;
		const values = all.get(id!) ?? new Map<string, unknown>();
		all.set(id!, values.set(key!, value));
	}
	return all;
}

const NO_VALUES: ReadonlyMap<string, unknown> = new Map();

/**
 * What of the touched may not be touched; undefined when all of it may.
 * @param person the id under which whoever does it goes on the board
 */
export function violationOf(
	doc: Y.Doc,
	updated: readonly UpdatedValue[],
	rule: StepRule,
	person: string,
): Violation | undefined {
	const grants = grantsOf(rule);
	if (grants.edit) return undefined;
	const objects = objectsOf(doc);
	const violation: Violation = { objects: new Set(), added: new Set(), others: [] };
	const others = new Set<string>();
	/** Whole objects that are put there, or taken away. */
	const whole = (writes: boolean): Set<string> =>
		new Set(
			updated
				.filter((each) => each.writes === writes && each.path[0] === 'objects' && each.path.length === 2)
				.map(({ path }) => path[1]!),
		);
	const put = whole(true);
	const removed = whole(false);
	const given = valuesIn(updated);
	const mayAdd = (id: string): boolean => {
		const values = given.get(id) ?? NO_VALUES;
		if (values.get('kind') !== 'note' || !isWriter(values.get('by'), person)) return false;
		if (values.has('lock')) return false;
		// Silent writing does not go onto the sheets at all.
		if (grants.own && !rule.silent) return true;
		const landing = values.get('landing');
		const isHere = landing === rule.field || rule.fields?.includes(String(landing));
		return grants.line && !rule.silent && landing !== undefined && isHere === true;
	};
	const mayChange = (id: string, key: string | undefined): boolean => {
		if (key !== undefined && grants.nod && isOwnNod(key, person)) return true;
		const map = objects.get(id);
		if (!map || map.get('kind') !== 'note' || map.get('lock') || !isWriter(map.get('by'), person))
			return false;
		if (key !== undefined && (NEVER.has(key) || /^(nod|nodrow|see):/.test(key))) return false;
		return grants.own || (grants.line && (key === undefined || FROM_THE_LINE.has(key)));
	};
	for (const id of put) {
		if (!objects.has(id)) {
			if (!mayAdd(id)) violation.added.add(id);
		} else if (!mayAdd(id) || !mayChange(id, undefined)) violation.objects.add(id);
	}
	for (const { path } of updated) {
		const [root, id, key] = path;
		if (id === undefined) continue;
		if (root === 'objects') {
			// With an object goes all that stands in it, and what is put there whole was looked at as a whole.
			if (put.has(id) || (removed.has(id) && key !== undefined)) continue;
			if (!mayChange(id, key)) violation.objects.add(id);
		} else if (root === 'sheets' || root === 'places') {
			const other = `${root} ${id}`;
			if (!others.has(other)) violation.others.push({ map: root, id });
			others.add(other);
		}
	}
	return violation.objects.size + violation.added.size + violation.others.length > 0 ? violation : undefined;
}
