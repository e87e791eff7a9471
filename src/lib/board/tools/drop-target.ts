/**
 * Where what is carried would go if the hand let go now: into which holder, and to which place
 * there, or a theme into which other one.
 */
import { boxesInSlot, cardsAmong, dropAt, slotAt, type Slot } from '$core/board/holders/cards';
import { isNote, isTheme } from '$core/board/kinds/guards';
import { mergeThemes, themeAt } from '$core/board/ops/themes';
import type { Primitive } from '$core/board/drawing';
import { chalkOn } from '$core/board/colours';
import type { Box } from '$core/geometry/box';
import type { Board } from '../board.svelte';
import { lineToInsertInto } from '../flows';
import type { HandEvent } from './tool';

export interface DropTarget {
	slot?: Slot;
	/** The theme that the carried ones are joined with. */
	theme?: string;
	boxes: Box[];
}

/** Things beyond which it is not shown one by one where they land. */
const MAX_SHOWN = 24;

export function dropTargetOf(
	board: Board,
	moving: ReadonlySet<string>,
	event: HandEvent,
): DropTarget | undefined {
	const { model, sheet, selected } = board;
	if (selected.length > 0 && selected.every(isTheme)) {
		const theme = themeAt(model, sheet, event.at, moving);
		return theme && { theme: theme.id, boxes: [model.boundsOf(theme.id)!] };
	}
	const slot = slotAt(model, sheet, event.at, moving);
	const cards = slot ? cardsAmong(model, board.selection, model.find(slot.holder)) : [];
	if (!slot || cards.length === 0) return undefined;
	const sizes = cards.slice(0, MAX_SHOWN).map(({ box: [, , w, h] }) => ({ w, h }));
	return { slot, boxes: boxesInSlot(model, slot, sizes, moving) };
}

/** Puts down what is carried, where it would go. */
export function dropInto(board: Board, dx: number, dy: number, target: DropTarget | undefined): void {
	const { editContext } = board.room;
	if (target?.theme === undefined) {
		const into = board.model.find(target?.slot?.holder ?? '');
		const moved = isTheme(into) ? notesComing(board, into.id) : [];
		dropAt(editContext, board.model, board.selection, dx, dy, target?.slot);
		if (moved.length > 0) board.sortedByHand.emit(moved, into!.id);
	} else {
		mergeThemes(editContext, board.model, target.theme, [...board.selection]);
		board.select([target.theme]);
	}
}

/** Notes of the selection that are not in a theme yet, with the one that each is in. */
export const notesComing = (board: Board, theme: string): { id: string; from: string | undefined }[] =>
	board.selected
		.filter((note) => isNote(note) && note.theme !== theme && !note.lock)
		.map(({ id, theme: from }) => ({ id, from }));

/** The places, as dashed boxes, and the line between the neighbours. */
export function dropTargetItems(board: Board, { boxes }: DropTarget): Primitive[] {
	const stroke = chalkOn('ochre', board.ground.surface);
	const unit = 1 / board.view.scale;
	return boxes.flatMap(({ x, y, w, h }): Primitive[] => [
		{
			type: 'rect',
			x,
			y,
			w,
			h,
			r: 4,
			fill: stroke + '24',
			stroke,
			width: 2 * unit,
			dash: [7 * unit, 5 * unit],
		},
	]);
}

/**
 * The line that the one thing that is carried would be put into: under the hand, or under its
 * middle.
 */
export function lineUnder(board: Board, moving: ReadonlySet<string>, event: HandEvent): string | undefined {
	const [id, more] = [...board.selection];
	const box =
		id === undefined || more !== undefined || !moving.has(id) ? undefined : board.held.preview?.get(id);
	if (!box) return undefined;
	const [x, y, w, h] = box;
	return (
		lineToInsertInto(board, id!, event.at, event.reach) ??
		lineToInsertInto(board, id!, { x: x + w / 2, y: y + h / 2 }, event.reach)
	);
}

/** That line, drawn thicker. */
export function insertItems(board: Board, line: string): Primitive[] {
	const route = board.model.routeOf(line);
	if (!route) return [];
	const points = route.path.map(({ x, y }): [number, number] => [x, y]);
	const stroke = chalkOn('ochre', board.ground.surface);
	return [{ type: 'path', points, closed: false, stroke, width: 5 / board.view.scale }];
}
