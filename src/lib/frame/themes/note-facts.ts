/** What is known of notes beside what they say, in words: by this they can be sorted as well. */
import { isNote } from '$core/board/kinds/guards';
import type { BoardObject, NoteForm } from '$core/board/objects';
import { plainText } from '$core/text/rich';
import { languagesOf } from '$core/themes/language';
import { bandsOf, roundsOf, SORT_KEYS, type NoteFacts, type SortKey } from '$core/themes/sort-by';
import { locale, m } from '$lib/messages';
import { momentWords } from '$lib/words/when';
import type { Board } from '../../board/board.svelte';
import { colourName } from '../../ui/colour-names';

export const sortKeyNames: Record<SortKey, () => string> = {
	colour: () => m.sort_by_colour(),
	person: () => m.sort_by_person(),
	dots: () => m.sort_by_dots(),
	nods: () => m.sort_by_nods(),
	time: () => m.sort_by_time(),
	language: () => m.sort_by_language(),
	kind: () => m.sort_by_form(),
};

const formNames: Record<NoteForm, () => string> = {
	card: () => m.form_card(),
	square: () => m.form_square(),
	oval: () => m.form_oval(),
	round: () => m.form_round(),
};

/** What notes can be sorted by here: by person only where everybody sees the names. */
export const sortKeys = (board: Board): SortKey[] =>
	SORT_KEYS.filter((key) => {
		if (key === 'person') return board.room.policy.names === 'shown';
		return key !== 'dots' || dotsByNote(board) !== undefined;
	});

/** Dots by object, of the last vote with dots whose outcome may be seen. */
export function dotsByNote({ room }: Board): ReadonlyMap<string, number> | undefined {
	const vote = room.votes.all.findLast(({ terms, outcome }) => terms.method === 'dots' && outcome);
	return vote && new Map(vote.outcome!.results.map(({ option, score }) => [option.id, score]));
}

/** Each note with the value by which it is sorted. */
export function factsOf(board: Board, noteIds: readonly string[], by: SortKey): NoteFacts[] {
	const notes = noteIds.flatMap((id) => board.model.find(id) ?? []).filter(isNote);
	const byNumber = (numbers: number[]): NoteFacts[] => inBands(notes, numbers);
	switch (by) {
		case 'colour':
			return notes.map(({ id, style }) => ({ id, value: colourName(style.pigment) }));
		case 'kind':
			return notes.map(({ id, style }) => ({ id, value: formNames[style.form]() }));
		case 'person':
			return notes.map(({ id, by: [, name] }) => ({ id, value: name || m.nobody_known() }));
		case 'nods':
			return byNumber(notes.map(({ nods }) => nods?.length ?? 0));
		case 'dots': {
			const dots = dotsByNote(board);
			return byNumber(notes.map(({ id }) => dots?.get(id) ?? 0));
		}
		case 'language':
			return byLanguage(notes);
		case 'time':
			return byTime(notes);
	}
}

function byLanguage(notes: readonly BoardObject[]): NoteFacts[] {
	const names = new Intl.DisplayNames([locale()], { type: 'language' });
	const languages = languagesOf(notes.map(({ text }) => plainText(text)));
	return notes.map(({ id }, i) => ({ id, value: names.of(languages[i]!) ?? languages[i]! }));
}

/** Named after the moment at which each round of writing began. */
function byTime(notes: readonly BoardObject[]): NoteFacts[] {
	const rounds = roundsOf(notes.map(({ made }) => made));
	const begun = new Map<number, number>();
	notes.forEach(({ made }, i) =>
		begun.set(rounds[i]!, Math.min(made, begun.get(rounds[i]!) ?? Number.POSITIVE_INFINITY)),
	);
	return notes.map(({ id }, i) => ({
		id,
		// Two rounds are never of the same minute: a long pause lies between them.
		value: momentWords(begun.get(rounds[i]!)!),
		rank: rounds[i]!,
	}));
}

function inBands(notes: readonly BoardObject[], numbers: readonly number[]): NoteFacts[] {
	const bands = bandsOf(numbers);
	return notes.map(({ id }, i) => {
		const rank = bands.findIndex(({ least }) => numbers[i]! >= least);
		const { least, most } = bands[rank]!;
		return { id, rank, value: least === most ? String(least) : `${least}–${most}` };
	});
}
