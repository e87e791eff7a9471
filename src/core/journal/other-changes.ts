/** What changes of the live documents `talk` and `session` amount to. */
import type * as Y from 'yjs';
import { isStepKey, readSession } from '../meeting/runsheet';
import { silencesIn } from '../meeting/silence';
import { readEntry, remarkKey, talkOf, threadKey, type RemarkValue, type ThreadValue } from '../talk/shape';
import { firstWords } from './happenings';
import type { Change } from './stage-changes';

/** Tells what changes since it was last asked. */
export interface Changes {
	take(): Change[];
	destroy(): void;
}

/** Follows a map of plain values. */
function follow(map: Y.Map<unknown>, read: (event: Y.YMapEvent<unknown>) => Change[]): Changes {
	let found: Change[] = [];
	const onChange = (event: Y.YMapEvent<unknown>): void => void found.push(...read(event));
	map.observe(onChange);
	return {
		take: () => {
			const taken = found;
			found = [];
			return taken;
		},
		destroy: () => map.unobserve(onChange),
	};
}

/** Comments: begun, answered, resolved, taken back. The chat has a list of its own. */
export function talkChanges(doc: Y.Doc): Changes {
	const map = talkOf(doc);
	const sheetOf = (thread: string): string | undefined =>
		(map.get(threadKey(thread)) as ThreadValue | undefined)?.sheet;
	return follow(map, (event) =>
		[...event.changes.keys].flatMap(([key, { action, oldValue }]): Change[] => {
			const entry = readEntry(key, action === 'delete' ? oldValue : map.get(key));
			if (!entry) return [];
			if (entry.is === 'remark') {
				const words = firstWords((entry.value as RemarkValue).text);
				const isFirst = event.changes.keys.get(threadKey(entry.thread))?.action === 'add';
				const verb =
					action === 'delete'
						? 'took back comment'
						: action === 'update'
							? 'wrote'
							: isFirst
								? 'commented'
								: 'answered';
				return [{ verb, thing: 'comment', id: entry.thread, sheet: sheetOf(entry.thread), words }];
			}
			if (entry.is !== 'end' || action === 'update') return [];
			const first = [...map.keys()].find((each) => each.startsWith(remarkKey(entry.thread, '')));
			const words = first ? firstWords((map.get(first) as RemarkValue).text) : '';
			const verb = action === 'delete' ? 'reopened' : 'resolved';
			return [{ verb, thing: 'comment', id: entry.thread, sheet: sheetOf(entry.thread), words }];
		}),
	);
}

/** The run sheet: steps started, the plan changed, the session ended; and the board's title. */
export function sessionChanges(doc: Y.Doc): Changes {
	const map = doc.getMap('session');
	let before = readSession(doc);
	return follow(map, (event) => {
		const now = readSession(doc);
		const changes: Change[] = [];
		const running = now.steps.find(({ id }) => id === now.running?.step);
		if (running && now.running?.startedAt !== before.running?.startedAt)
			changes.push({
				verb: 'started step',
				thing: 'step',
				id: running.id,
				sheet: running.sheet,
				words: running.title,
			});
		if (now.done && !before.done)
			changes.push({ verb: 'ended session', thing: 'step', id: 'session', words: '' });
		if ([...event.changes.keys.keys()].some(isStepKey))
			changes.push({ verb: 'changed plan', thing: 'step', id: 'session', words: '' });
		if (event.changes.keys.has('title'))
			changes.push({
				verb: 'renamed board',
				thing: 'board',
				id: 'board',
				words: firstWords(String(map.get('title') ?? '')),
			});
		for (const { run, title, open } of silencesIn(doc)) {
			if (!event.changes.keys.has(`silence:${run}`) || open === 0) continue;
			changes.push({ verb: 'revealed', thing: 'step', id: run, words: title });
		}
		before = now;
		return changes;
	});
}
