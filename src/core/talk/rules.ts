/**
 * Who may say what: every value is its speaker's own. The server asks here about each change that comes through
 * somebody's connection, and takes back what was not theirs to say.
 */
import * as Y from 'yjs';
import { MAX_VALUES, NUMBERS, numberKey, readEntry, remarkKey, talkOf, threadKey, type Entry } from './shape';

export interface Sayer {
	id: string;
	name: string;
	/** Whether they lead: they may take away what others said, and move it. */
	leads: boolean;
}

/** Somebody's change of a value, with what stood there before. */
export interface Said {
	key: string;
	before: unknown;
}

const isBy = (entry: Entry | undefined, who: Sayer): boolean =>
	entry !== undefined &&
	entry.is !== 'number' &&
	entry.value.by[0] === who.id &&
	entry.value.by[1] === who.name;

/** Whether any comment in a thread is by somebody else. */
const hasOthers = (map: Y.Map<unknown>, thread: string, who: Sayer): boolean =>
	[...map.entries()].some(([key, value]) => {
		const entry = key.startsWith(remarkKey(thread, '')) ? readEntry(key, value) : undefined;
		return entry !== undefined && !isBy(entry, who);
	});

/** Whether a change was this person's to make. `map` is as it stands after the change. */
export function maySay(map: Y.Map<unknown>, { key, before }: Said, who: Sayer): boolean {
	const now = map.get(key);
	const was = before === undefined ? undefined : readEntry(key, before);
	const is = now === undefined ? undefined : readEntry(key, now);
	// What cannot be read is nobody's word; what never could be read may go.
	if (now !== undefined && !is) return false;
	const entry = is ?? was;
	if (!entry) return key !== NUMBERS;
	switch (entry.is) {
		case 'number':
			return false;
		case 'end':
			return is ? isBy(is, who) && map.has(threadKey(entry.thread)) : true;
		case 'chat':
			// A line stays as it was said.
			return is ? was === undefined && isBy(is, who) : who.leads || isBy(was, who);
		case 'remark':
			if (!is) return who.leads || isBy(was, who);
			return isBy(is, who) && (was === undefined || isBy(was, who)) && map.has(threadKey(entry.thread));
		case 'thread':
			if (!is) return who.leads || (isBy(was, who) && !hasOthers(map, entry.id, who));
			if (!was) return isBy(is, who);
			return (who.leads || isBy(was, who)) && sameOrigin(was, is);
	}
}

/** A thread that moves stays who began it, and when. */
const sameOrigin = (was: Entry, is: Entry): boolean =>
	was.is === 'thread' &&
	is.is === 'thread' &&
	was.value.made === is.value.made &&
	was.value.by.join() === is.value.by.join();

/**
 * Changes among `said` that were not this person's to make; with too many values in the document, all that are new.
 */
export function notTheirs(doc: Y.Doc, said: readonly Said[], who: Sayer): Said[] {
	const map = talkOf(doc);
	const isFull = map.size > MAX_VALUES;
	return said.filter((each) => (isFull && each.before === undefined) || !maySay(map, each, who));
}

/** Puts values back as they were. */
export function putBack(doc: Y.Doc, said: readonly Said[]): void {
	const map = talkOf(doc);
	for (const { key, before } of said) {
		if (before === undefined) map.delete(key);
		else map.set(key, before);
	}
}

/** Gives numbers to threads that have none, in the order in which they were begun; takes away numbers of threads that are gone. */
export function giveNumbers(doc: Y.Doc): void {
	const map = talkOf(doc);
	let last = typeof map.get(NUMBERS) === 'number' ? (map.get(NUMBERS) as number) : 0;
	const waiting: { id: string; made: number }[] = [];
	for (const [key, value] of map.entries()) {
		const entry = readEntry(key, value);
		if (entry?.is === 'thread' && !map.has(numberKey(entry.id)))
			waiting.push({ id: entry.id, made: entry.value.made });
		else if (entry?.is === 'number' && !map.has(threadKey(entry.thread))) map.delete(key);
	}
	if (waiting.length === 0) return;
	waiting.sort((a, b) => a.made - b.made || (a.id < b.id ? -1 : 1));
	for (const { id } of waiting) map.set(numberKey(id), ++last);
	map.set(NUMBERS, last);
}
