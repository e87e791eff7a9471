/** The journal in words. */
import type { KindName } from '$core/board/objects';
import type { Thing, Verb } from '$core/journal/happenings';
import type { Line } from '$core/journal/lines';
import { m } from '$lib/messages';
import { kindName, manyOf } from '$lib/kinds-ui';

interface Told {
	/** What it was done to, with its article or number: "a note", "3 notes". */
	things: string;
	/** The first words on it, in quotation marks; empty when there are none. */
	words: string;
}

const VERBS: Record<Verb, (told: Told) => string> = {
	added: (told) => m.did_added(told),
	deleted: (told) => m.did_deleted(told),
	'brought back': (told) => m.did_brought_back(told),
	wrote: (told) => m.did_wrote(told),
	moved: (told) => m.did_moved(told),
	resized: (told) => m.did_resized(told),
	'moved to sheet': (told) => m.did_moved_sheet(told),
	sorted: (told) => m.did_sorted(told),
	tied: (told) => m.did_tied(told),
	styled: (told) => m.did_styled(told),
	stacked: (told) => m.did_stacked(told),
	locked: (told) => m.did_locked(told),
	unlocked: (told) => m.did_unlocked(told),
	nodded: (told) => m.did_nodded(told),
	'took back nod': (told) => m.did_took_nod(told),
	changed: (told) => m.did_changed(told),
	'added sheet': ({ words }) => m.did_added_sheet({ words }),
	'deleted sheet': ({ words }) => m.did_deleted_sheet({ words }),
	'renamed sheet': ({ words }) => m.did_renamed_sheet({ words }),
	'changed sheet': ({ words }) => m.did_changed_sheet({ words }),
	commented: ({ words }) => m.did_commented({ words }),
	answered: ({ words }) => m.did_answered({ words }),
	resolved: ({ words }) => m.did_resolved({ words }),
	reopened: ({ words }) => m.did_reopened({ words }),
	'took back comment': ({ words }) => m.did_took_comment({ words }),
	'started step': ({ words }) => m.did_started_step({ words }),
	revealed: ({ words }) => m.did_revealed({ words }),
	'ended session': () => m.did_ended_session(),
	'changed plan': () => m.did_changed_plan(),
	'renamed board': ({ words }) => m.did_renamed_board({ words }),
	'asked model': (told) => m.did_asked_model(told),
};

const OTHER_THINGS: Record<string, { name: () => string; one: () => string }> = {
	sheet: { name: () => m.sheet(), one: () => m.one_sheet() },
	comment: { name: () => m.comment(), one: () => m.one_comment() },
	step: { name: () => m.step(), one: () => m.one_step() },
	board: { name: () => m.board(), one: () => m.one_board() },
};

export const thingName = (thing: Thing): string => OTHER_THINGS[thing]?.name() ?? kindName(thing as KindName);

/** "one note", "3 notes". */
const things = (thing: Thing, count: number): string =>
	OTHER_THINGS[thing]?.one() ?? manyOf(thing as KindName, count);

/** Without the colon that nothing follows. */
const tidy = (text: string): string => text.replace(/[:\s]+$/, '');

/** What was done, without who: "added 3 notes: “Spare parts”, “Queue”". */
export function lineWords({ verb, thing, count, words }: Line): string {
	const quoted = words.map((text) => m.quoted({ text })).join(', ');
	return tidy(VERBS[verb]({ things: things(thing, count), words: quoted }));
}

/** What was done to how many things, for the news. */
export const countWords = (counts: readonly [Verb, number][]): string =>
	counts
		.slice(0, 3)
		.map(([verb, count]) => tidy(VERBS[verb]({ things: m.things({ count }), words: '' })))
		.join(', ');
