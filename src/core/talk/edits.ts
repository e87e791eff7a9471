/** Saying something about a board: comments, answers, ends of threads, lines of the chat. Each function is one transaction. */
import { Fault } from '../fault';
import * as Y from 'yjs';
import type { EditContext } from '../board/store';
import type { Thread } from './model';
import {
	chatKey,
	endKey,
	LONGEST,
	LONGEST_QUOTE,
	remarkKey,
	talkOf,
	threadKey,
	type Speaker,
	type ThreadValue,
} from './shape';

/** What a new thread hangs on. */
export type Spot = Pick<ThreadValue, 'sheet' | 'on' | 'at' | 'quote'>;

const speaker = (editContext: EditContext): Speaker => [editContext.person.id, editContext.person.name];

/** The text as it is kept. Throws Fault when nothing or too much is left of it. */
function said(text: string): string {
	const kept = text.trim();
	if (kept === '') throw new Fault('nothing written');
	if (kept.length > LONGEST) throw new Fault('text too long', { length: kept.length, max: LONGEST });
	return kept;
}

const spokenTo = (to: readonly string[]): { to?: string[] } =>
	to.length > 0 ? { to: [...new Set(to)] } : {};

function write(editContext: EditContext, work: (map: Y.Map<unknown>) => void): void {
	editContext.doc.transact(() => work(talkOf(editContext.doc)), editContext.origin);
}

/** Begins a thread with its first comment. Returns the thread's id. */
export function beginThread(
	editContext: EditContext,
	spot: Spot,
	text: string,
	to: readonly string[] = [],
): string {
	const [thread, remark] = [editContext.newId(), editContext.newId()];
	const made = editContext.now();
	const first = said(text);
	write(editContext, (map) => {
		map.set(threadKey(thread), {
			by: speaker(editContext),
			made,
			sheet: spot.sheet,
			at: spot.at,
			...(spot.on === undefined ? {} : { on: spot.on }),
			...(spot.quote ? { quote: spot.quote.slice(0, LONGEST_QUOTE) } : {}),
		});
		map.set(remarkKey(thread, remark), { by: speaker(editContext), made, text: first, ...spokenTo(to) });
	});
	return thread;
}

/** Adds a comment to a thread; a resolved one is open again. */
export function answer(
	editContext: EditContext,
	thread: string,
	text: string,
	to: readonly string[] = [],
): void {
	const kept = said(text);
	write(editContext, (map) => {
		map.set(remarkKey(thread, editContext.newId()), {
			by: speaker(editContext),
			made: editContext.now(),
			text: kept,
			...spokenTo(to),
		});
		map.delete(endKey(thread));
	});
}

/** Changes what one said. Only one's own comments change. */
export function rewrite(
	editContext: EditContext,
	thread: Thread,
	remark: string,
	text: string,
	to: readonly string[] = [],
): void {
	const before = thread.remarks.find(({ id }) => id === remark);
	if (!before || before.by[0] !== editContext.person.id) throw new Fault('another writer');
	const kept = said(text);
	if (kept === before.text) return;
	write(editContext, (map) =>
		map.set(remarkKey(thread.id, remark), {
			by: before.by,
			made: before.made,
			edited: editContext.now(),
			text: kept,
			...spokenTo(to),
		}),
	);
}

/** Takes a comment away; with its last comment goes the thread. */
export function takeAway(editContext: EditContext, thread: Thread, remark: string): void {
	write(editContext, (map) => {
		map.delete(remarkKey(thread.id, remark));
		if (thread.remarks.some(({ id }) => id !== remark)) return;
		map.delete(endKey(thread.id));
		map.delete(threadKey(thread.id));
	});
}

/** Resolves a thread, or opens it again. */
export function resolve(editContext: EditContext, thread: string, isResolved: boolean): void {
	write(editContext, (map) => {
		if (isResolved) map.set(endKey(thread), { by: speaker(editContext), made: editContext.now() });
		else map.delete(endKey(thread));
	});
}

/** Hangs a thread on something else, or on another spot. */
export function moveThread(editContext: EditContext, thread: Thread, spot: Spot): void {
	const { by, made } = thread;
	write(editContext, (map) =>
		map.set(threadKey(thread.id), {
			by,
			made,
			sheet: spot.sheet,
			at: spot.at,
			...(spot.on === undefined ? {} : { on: spot.on }),
			...(spot.quote ? { quote: spot.quote.slice(0, LONGEST_QUOTE) } : {}),
		}),
	);
}

/** Adds a line to the chat. */
export function chatter(editContext: EditContext, text: string): void {
	const kept = said(text);
	write(editContext, (map) =>
		map.set(chatKey(editContext.newId()), { by: speaker(editContext), made: editContext.now(), text: kept }),
	);
}

/** Takes a line of the chat away. */
export function takeLineAway(editContext: EditContext, line: string): void {
	write(editContext, (map) => map.delete(chatKey(line)));
}

/**
 * People whose names are called with an @ in a text. Longer names are looked for first, so that "@Rosa Lind" is not taken
 * for a Rosa.
 */
export function calledIn(text: string, people: readonly { id: string; name: string }[]): string[] {
	let rest = text.toLowerCase();
	const called: string[] = [];
	for (const { id, name } of [...people].sort((a, b) => b.name.length - a.name.length)) {
		const call = `@${name.toLowerCase()}`;
		if (name === '' || !rest.includes(call)) continue;
		called.push(id);
		rest = rest.replaceAll(call, ' ');
	}
	return called;
}
