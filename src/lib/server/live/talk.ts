/**
 * Keeps what people say about a board theirs: what somebody says in another's name, or changes of another's words, is taken
 * back at once. New threads get their numbers here.
 */
import { giveNumbers, notTheirs, putBack, type Sayer } from '$core/talk/rules';
import { talkOf } from '$core/talk/shape';
import * as Y from 'yjs';
import { log } from '../log';

type Edit = (work: (doc: Y.Doc) => void) => Promise<unknown>;

/**
 * Watches the talk about a board; returns the way to stop.
 * @param sayerOf whose connection a change came through; undefined for the server's own
 */
export function watchTalk(
	doc: Y.Doc,
	edit: Edit,
	sayerOf: (origin: unknown) => Sayer | undefined,
): () => void {
	const map = talkOf(doc);
	const onChange = (event: Y.YMapEvent<unknown>, { origin }: Y.Transaction): void => {
		const sayer = sayerOf(origin);
		if (!sayer) return;
		const said = [...event.changes.keys].map(([key, { oldValue }]) => ({
			key,
			before: oldValue as unknown,
		}));
		const foreign = notTheirs(doc, said, sayer);
		const isOfThreads = said.some(({ key }) => key.startsWith('thread:'));
		if (foreign.length === 0 && !isOfThreads) return;
		edit(() => {
			putBack(doc, foreign);
			giveNumbers(doc);
		}).catch((error: unknown) => log.error({ err: error }, 'talk could not be put in order'));
	};
	map.observe(onChange);
	return () => map.unobserve(onChange);
}
