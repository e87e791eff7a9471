/** Tools that make objects: a click makes one of the usual size, a drag one of that size. */
import { putIn, slotAt } from '$core/board/holders/cards';
import { NOTE_SIZES } from '$core/board/objects';
import { boxFrom, distance, type Box, type Point } from '$core/geometry/box';
import type { Board } from '../board.svelte';
import { insert, lineForNew } from '../flows';
import { putHolder, putMark } from '../holders';
import { SLOP, type HandEvent, type Sketch, type Tool } from './tool';

interface Maker {
	/** Makes the object; `box` is given when the hand drew one. Returns its id. */
	make: (board: Board, event: HandEvent, box: Box | undefined) => string;
	/** Whether typing starts at once. */
	edits: boolean;
}

/** A tool that makes something, with the state of its own movement. */
const making =
	({ make, edits }: Maker) =>
	(): Tool => {
		let start: HandEvent | undefined;
		let box: Box | undefined;
		return {
			cursor: () => 'crosshair',
			down(_, event) {
				start = event;
				box = undefined;
			},
			drag(board, event) {
				if (!start || distance(start.screen, event.screen) < SLOP * 2) return;
				box = boxFrom(start.at, event.at);
				board.wake();
			},
			up(board, event) {
				if (!start) return;
				start = undefined;
				const drawn = box && box.w > 12 && box.h > 12 ? box : undefined;
				box = undefined;
				const id = make(board, event, drawn);
				board.tool = 'pick';
				if (edits) board.startEditing(id);
			},
			cancel(board) {
				start = undefined;
				box = undefined;
				board.wake();
			},
			sketch: (): Sketch | undefined => box && { type: 'box', ...box },
		};
	};

const centred = (at: Point, w: number, h: number): [number, number, number, number, number] => [
	Math.round(at.x - w / 2),
	Math.round(at.y - h / 2),
	w,
	h,
	0,
];
const asDrawn = (box: Box, least: { w: number; h: number }): [number, number, number, number, number] => [
	Math.round(box.x),
	Math.round(box.y),
	Math.round(Math.max(least.w, box.w)),
	Math.round(Math.max(least.h, box.h)),
	0,
];

/**
 * Puts an empty note down at a point, as large as drawn; in a column or a cell it takes its place
 * there at once. Returns its id.
 */
export function putNote(board: Board, at: Point, drawn?: Box): string {
	const { form, pigment } = board.next;
	const size = NOTE_SIZES[form];
	const slot = board.mayAll ? slotAt(board.model, board.sheet, at, new Set()) : undefined;
	let id = '';
	board.asOne(() => {
		id = board.add<'note'>({
			kind: 'note',
			box: drawn && !slot ? asDrawn(drawn, { w: 64, h: 56 }) : centred(at, size.w, size.h),
			style: { form, pigment },
		});
		if (slot) putIn(board.room.editContext, board.model, [id], slot);
	});
	return id;
}

export const createNote = making({
	edits: true,
	make: (board, event, box) => putNote(board, event.at, box),
});

export const createText = making({
	edits: true,
	make(board, event, box) {
		const { role, chalk } = board.next;
		return board.add<'text'>({
			kind: 'text',
			box: box
				? asDrawn(box, { w: 60, h: 24 })
				: [Math.round(event.at.x), Math.round(event.at.y - 12), 280, 24, 0],
			style: { role, chalk },
		});
	},
});

export const createShape = making({
	edits: false,
	make(board, event, box) {
		const { shape: form, fill, chalk } = board.next;
		// Made on a line, it belongs into it, as when it is dropped there. Afterwards that line
		// would
		// lead round it.
		const at = box ? { x: box.x + box.w / 2, y: box.y + box.h / 2 } : event.at;
		const line = event.hold ? undefined : lineForNew(board, at, event.reach);
		const id = board.add<'shape'>({
			kind: 'shape',
			box: box ? asDrawn(box, { w: 24, h: 24 }) : centred(event.at, 160, form === 'diamond' ? 110 : 90),
			style: { shape: form, fill, chalk },
		});
		if (line) board.steps.joinLast(() => insert(board, id, line));
		return id;
	},
});

export const createField = making({
	edits: true,
	make(board, event, box) {
		return board.add<'field'>({
			kind: 'field',
			box: box ? asDrawn(box, { w: 120, h: 90 }) : centred(event.at, 560, 400),
			style: { chalk: board.next.chalk },
		});
	},
});

export const createHolder = making({
	edits: false,
	make: (board, event, box) => putHolder(board, board.next.holder, event.at, box),
});

export const createMark = making({
	edits: false,
	make(board, event, box) {
		const size = box && Math.max(16, Math.round(Math.min(box.w, box.h)));
		const at = box ? { x: box.x + box.w / 2, y: box.y + box.h / 2 } : event.at;
		return board.next.mark ? putMark(board, board.next.mark, at, size) : '';
	},
});
