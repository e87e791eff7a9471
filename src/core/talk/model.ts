/** What was said about a board, read from its document and kept up with it. */
import * as Y from 'yjs';
import {
	readEntry,
	talkOf,
	type ChatValue,
	type EndValue,
	type RemarkValue,
	type ThreadValue,
} from './shape';

export interface Remark extends RemarkValue {
	id: string;
}

export interface Thread extends ThreadValue {
	id: string;
	/** Undefined until the server has given one. */
	number: number | undefined;
	resolved: EndValue | undefined;
	/** In the order in which they were made; never empty. */
	remarks: Remark[];
}

export interface ChatLine extends ChatValue {
	id: string;
}

/** Order of what was made at a time; ids decide between the same, so that every screen shows one order. */
const byTime = (a: { made: number; id: string }, b: { made: number; id: string }): number =>
	a.made - b.made || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);

export class TalkModel {
	private readonly map: Y.Map<unknown>;
	private readonly listeners = new Set<() => void>();
	private known: { threads: Thread[]; chat: ChatLine[] } | undefined;
	private readonly onEvent = (): void => {
		this.known = undefined;
		for (const listener of this.listeners) listener();
	};

	constructor(readonly doc: Y.Doc) {
		this.map = talkOf(doc);
		this.map.observe(this.onEvent);
	}

	/** Threads in the order of their numbers; those without one yet come last. */
	get threads(): readonly Thread[] {
		return this.read().threads;
	}

	get chat(): readonly ChatLine[] {
		return this.read().chat;
	}

	find(thread: string): Thread | undefined {
		return this.threads.find(({ id }) => id === thread);
	}

	/** Calls back after each change; returns the way to stop. */
	onChange(listener: () => void): () => void {
		this.listeners.add(listener);
		return () => void this.listeners.delete(listener);
	}

	destroy(): void {
		this.map.unobserve(this.onEvent);
		this.listeners.clear();
	}

	private read(): { threads: Thread[]; chat: ChatLine[] } {
		if (this.known) return this.known;
		const threads = new Map<string, Thread>();
		const remarks = new Map<string, Remark[]>();
		const numbers = new Map<string, number>();
		const ends = new Map<string, EndValue>();
		const chat: ChatLine[] = [];
		for (const [key, value] of this.map.entries()) {
			const entry = readEntry(key, value);
			if (!entry) continue;
			if (entry.is === 'thread')
				threads.set(entry.id, {
					...entry.value,
					id: entry.id,
					number: undefined,
					resolved: undefined,
					remarks: [],
				});
			else if (entry.is === 'number') numbers.set(entry.thread, entry.value);
			else if (entry.is === 'end') ends.set(entry.thread, entry.value);
			else if (entry.is === 'chat') chat.push({ ...entry.value, id: entry.id });
			else {
				const of = remarks.get(entry.thread) ?? [];
				of.push({ ...entry.value, id: entry.id });
				remarks.set(entry.thread, of);
			}
		}
		const said = [...threads.values()].filter((thread) => remarks.has(thread.id));
		for (const thread of said) {
			thread.number = numbers.get(thread.id);
			thread.resolved = ends.get(thread.id);
			thread.remarks = remarks.get(thread.id)!.sort(byTime);
		}
		const place = ({ number }: Thread): number => number ?? Number.MAX_SAFE_INTEGER;
		return (this.known = {
			threads: said.sort((a, b) => place(a) - place(b) || byTime(a, b)),
			chat: chat.sort(byTime),
		});
	}
}

/** Which threads are listed. */
export interface TalkFilter {
	show: 'open' | 'resolved' | 'all';
	/** Only those in which this person speaks or is spoken to. */
	person?: string | undefined;
	sheet?: string | undefined;
	words?: string | undefined;
}

/** Whether a person speaks in a thread, or is spoken to by name. */
export const concerns = (thread: Thread, person: string): boolean =>
	thread.remarks.some(({ by, to }) => by[0] === person || to?.includes(person));

/** Picks threads. `sheetOf` says on which sheet a thread is now: its object may have moved to another. */
export function filterThreads(
	threads: readonly Thread[],
	{ show, person, sheet, words }: TalkFilter,
	sheetOf: (thread: Thread) => string,
): Thread[] {
	const wanted = words?.trim().toLowerCase() ?? '';
	return threads.filter(
		(thread) =>
			(show === 'all' || (show === 'open') === (thread.resolved === undefined)) &&
			(person === undefined || concerns(thread, person)) &&
			(sheet === undefined || sheetOf(thread) === sheet) &&
			(wanted === '' ||
				thread.remarks.some(
					({ text, by }) => text.toLowerCase().includes(wanted) || by[1].toLowerCase().includes(wanted),
				)),
	);
}
