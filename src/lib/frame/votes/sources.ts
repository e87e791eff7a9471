/** About which objects a vote is: what is selected, what lies in a field, theme headings, all notes, all of what kind. */
import { traitsOf } from '$core/board/kinds/traits';
import type { BoardObject } from '$core/board/objects';
import type { ShownVote } from '$core/contract/votes';
import { m } from '$lib/messages';
import type { Board } from '../../board/board.svelte';
import { laidOut } from '../../ui/laid-out';

export type Source = 'inside' | 'selection' | 'step' | 'themes' | 'sorted' | 'notes' | 'shapes' | 'pictures';

export const SOURCES: { id: Source; label: () => string }[] = [
	{ id: 'inside', label: () => m.source_inside() },
	{ id: 'selection', label: () => m.source_selection() },
	{ id: 'step', label: () => m.source_step() },
	{ id: 'themes', label: () => m.source_themes() },
	{ id: 'sorted', label: () => m.source_sorted() },
	{ id: 'notes', label: () => m.source_notes() },
	{ id: 'shapes', label: () => m.source_shapes() },
	{ id: 'pictures', label: () => m.source_pictures() },
];

const isVotable = (object: BoardObject): boolean => traitsOf(object).votable !== 'never';

/** Notes and their like in a field, at any depth. */
function inside(board: Board, id: string): string[] {
	const field = board.model.find(id);
	if (!field) return [];
	return board.model.contentsOf(field).filter((each) => {
		const object = board.model.find(each);
		return object !== undefined && traitsOf(object).votable === 'inside';
	});
}

/** In the order in which one reads them. */
const inOrder = (board: Board, ids: readonly string[]): string[] =>
	[...new Set(ids)].sort((a, b) => {
		const [p, q] = [board.model.find(a)!.box, board.model.find(b)!.box];
		return p[1] - q[1] || p[0] - q[0];
	});

/** Shows what a vote is about, on the sheet where most of it lies, as soon as the ballot beside it has its place. */
export async function showVoted(board: Board, { options }: ShownVote): Promise<void> {
	await laidOut();
	const there = options.flatMap(({ id }) => board.model.find(id) ?? []);
	const on = (sheet: string): typeof there => there.filter((object) => object.sheet === sheet);
	const [first, ...others] = new Set(there.map(({ sheet }) => sheet));
	if (first === undefined) return;
	const sheet = others.reduce((most, each) => (on(each).length > on(most).length ? each : most), first);
	// Not as a going there by hand: on a phone that would close the ballot.
	board.goToSheet(sheet);
	board.showAll(on(sheet).map(({ id }) => id));
}

/**
 * About what a new vote most likely is: what was asked for; after notes have been sorted the
 * themes, since what is left in the step's field then is only what fits nowhere; else the notes in
 * that field.
 */
export function likelySource(board: Board, asked: readonly string[]): Source {
	const order: Source[] = ['inside', 'selection', 'themes', 'step', 'notes', 'shapes', 'pictures'];
	return order.find((source) => objectsFor(board, source, asked).length > 1) ?? 'notes';
}

export function objectsFor(board: Board, source: Source, asked: readonly string[]): string[] {
	const ofKind = (kind: BoardObject['kind']): string[] =>
		board.model.onSheet(board.sheet).flatMap((object) => (object.kind === kind ? object.id : []));
	switch (source) {
		case 'inside':
			return inOrder(
				board,
				asked.flatMap((id) => inside(board, id)),
			);
		case 'selection':
			return inOrder(
				board,
				asked.filter((id) => {
					const object = board.model.find(id);
					return object !== undefined && isVotable(object);
				}),
			);
		case 'step': {
			const { step } = board.room;
			const fields = step?.fields ?? (step?.field ? [step.field] : []);
			return inOrder(
				board,
				fields.flatMap((field) => inside(board, field)),
			);
		}
		case 'themes':
			return inOrder(board, ofKind('theme'));
		case 'sorted':
			return inOrder(
				board,
				ofKind('note').filter((id) => {
					const theme = board.model.find(id)?.theme;
					return theme !== undefined && board.model.find(theme)?.sheet === board.sheet;
				}),
			);
		case 'notes':
			return inOrder(board, ofKind('note'));
		case 'shapes':
			return inOrder(board, ofKind('shape'));
		case 'pictures':
			return inOrder(board, ofKind('picture'));
	}
}
