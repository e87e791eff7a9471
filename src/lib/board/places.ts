/** Ways to places: objects that refer to each other, and addresses that open the board at one spot. */
import { tieSeeAlso } from '$core/board/ops/approve';
import type { Place } from '$core/board/model/places';
import { addPlace } from '$core/board/ops/named-places';
import { nextField } from '$core/board/ops/sequence';
import { m } from '$lib/messages';
import { toaster } from '../ui/toaster';
import type { Board } from './board.svelte';

/**
 * How long a reference waits for its second end: long enough to go to another sheet, and not so
 * long that one has forgotten, ms.
 */
const SEE_WAITS = 60_000;

/** What was begun on a board and waits for another end, and where one has come to. */
export class WayState {
	/** The first of two objects that are to refer to each other, and until when it waits, ms. */
	seeFrom: { id: string; until: number } | undefined;
	/** Where a link was begun by key. */
	linkFrom: string | undefined;
	/** How often one went on from an object to what it refers to. */
	jumps = 0;
	/** The field that one has come to, sheet by sheet. */
	readonly reached = new Map<string, string>();
}

/** Waits for no second end any more; says whether it did. */
export function forgetSeeAlso({ ways }: Board): boolean {
	const waited = ways.seeFrom !== undefined && ways.seeFrom.until > Date.now();
	ways.seeFrom = undefined;
	toaster.dismiss('see also');
	return waited;
}

/** Ties two selected objects as "see also"; of one, remembers it and waits for the other, on any sheet. */
export function seeAlso(board: Board): void {
	const [a, b] = [...board.selection];
	if (!a || !board.mayAll) return;
	const { seeFrom } = board.ways;
	const waiting = seeFrom && seeFrom.until > Date.now() ? seeFrom.id : undefined;
	const first = b ? a : waiting;
	const second = b ?? a;
	if (first && first !== second && board.model.find(first)) {
		tieSeeAlso(board.room.editContext, board.model, first, second);
		forgetSeeAlso(board);
		return;
	}
	board.ways.seeFrom = { id: a, until: Date.now() + SEE_WAITS };
	toaster.create({
		id: 'see also',
		type: 'info',
		title: m.see_also_first(),
		description: m.see_also_first_more(),
		duration: SEE_WAITS,
	});
}

/** Goes to what an object refers to; from several, to the next one each time. */
export function goToSeeAlso(board: Board, id: string): void {
	const there = (board.model.find(id)?.see ?? []).filter((each) => board.model.find(each));
	const next = there[board.ways.jumps++ % Math.max(1, there.length)];
	if (next) board.goTo(next);
}

/** Copies the address of what is selected, or of the place that is seen; it opens just that. */
export async function copyAddress(board: Board): Promise<void> {
	const url = new URL(`/board/${board.room.info.boardId}`, location.href);
	const [id] = board.selection;
	if (id) url.hash = `object=${id}`;
	else {
		const { x, y } = board.middle;
		url.hash = `sheet=${board.sheet}&at=${Math.round(x)},${Math.round(y)},${board.view.scale.toFixed(3)}`;
	}
	await navigator.clipboard.writeText(url.href);
	toaster.success({ title: m.address_copied(), description: m.address_copied_more() });
}

/** What an address names, of the things that are on the board. */
function namedIn(board: Board, hash: string) {
	const wanted = new URLSearchParams(hash.replace(/^#/, ''));
	const object = wanted.get('object') ?? '';
	const sheet = wanted.get('sheet') ?? '';
	return {
		wanted,
		object: board.model.find(object) && object,
		sheet: board.model.sheets.find(({ id }) => id === sheet)?.id,
	};
}

/** Whether an address leads to something that is on the board. */
export function isOnBoard(board: Board, hash: string): boolean {
	const { object, sheet } = namedIn(board, hash);
	return (object ?? sheet) !== undefined;
}

/** Shows what an address leads to; says whether there is such a thing. */
export function goToAddress(board: Board, hash: string): boolean {
	const { wanted, object, sheet } = namedIn(board, hash);
	if (object) {
		board.goTo(object);
		return true;
	}
	if (!sheet) return false;
	board.goToSheet(sheet);
	const [x, y, scale] = (wanted.get('at') ?? '').split(',').map(Number);
	if (x !== undefined && y !== undefined && scale && [x, y, scale].every(Number.isFinite)) {
		board.setView({ x: x - board.size.w / 2 / scale, y: y - board.size.h / 2 / scale, scale });
	}
	return true;
}

/** Goes to the next field of the sheet, or the one before, in their sequence. */
export function goToField(board: Board, by: -1 | 1): void {
	const next = nextField(board.model, board.sheet, board.ways.reached.get(board.sheet), by);
	if (!next) return;
	board.ways.reached.set(board.sheet, next.id);
	board.goTo(next.id);
}

/** Keeps what is seen under a name. Returns the id of the place. */
export function keepPlace(
	board: Board,
	title = m.place_named({ number: board.model.places.length + 1 }),
): string {
	const { x, y } = board.middle;
	return addPlace(board.room.editContext, {
		title,
		sheet: board.sheet,
		x: Math.round(x),
		y: Math.round(y),
		scale: board.view.scale,
	});
}

/** Shows a named place. */
export function goToPlace(board: Board, { sheet, x, y, scale }: Place): void {
	board.goToSheet(sheet);
	board.setView({ x: x - board.size.w / 2 / scale, y: y - board.size.h / 2 / scale, scale });
}
