/** Pens: a stroke follows the hand, straight with Shift, and along the straight-edge when it lies near. */
import { chalkOn, seeThrough } from '$core/board/colours';
import { MAX_POINTS, strokeThrough } from '$core/board/kinds/stroke';
import { alongEdge, sideNear } from '$core/ink/straight-edge';
import { NIB_FORMS, outlineOfStroke, thinOut, type InkPoint } from '$core/ink/stroke';
import type { Board } from '../board.svelte';
import type { HandEvent, Sketch, Tool } from './tool';

/** Pixels within which the straight-edge takes hold of a pen, and what may be lost in thinning out. */
const HOLD = 26;
const TOLERANCE = 0.45;

export function createPen(): Tool {
	let points: InkPoint[] = [];
	let side: 1 | -1 | undefined;
	let drawing: Board | undefined;

	function place(board: Board, event: HandEvent): InkPoint {
		const width = board.next.width;
		const at = board.edge && side ? alongEdge(board.edge, side, event.at, width / 2) : event.at;
		return { ...at, p: event.pressure };
	}

	function finish(board: Board): void {
		drawing = undefined;
		const { nib, ink, width } = board.next;
		const thin = thinOut(points, TOLERANCE / board.view.scale);
		points = [];
		if (thin.length === 0) return;
		board.put<'stroke'>({
			kind: 'stroke',
			style: { nib, chalk: ink, width },
			...strokeThrough(thin.slice(0, MAX_POINTS)),
		});
	}

	return {
		fine: true,
		cursor: () => 'crosshair',
		down(board, event) {
			side = board.edge && sideNear(board.edge, event.at, HOLD / board.view.scale);
			points = [place(board, event)];
			drawing = board;
			board.wake();
		},
		drag(board, event) {
			const p = place(board, event);
			if (event.shift || side) points = [points[0]!, p];
			else points.push(p);
			// A very long stroke goes on as a new one.
			if (points.length >= MAX_POINTS) {
				const last = points.at(-1)!;
				finish(board);
				points = [last];
				drawing = board;
			}
			board.wake();
		},
		up(board) {
			finish(board);
			board.wake();
		},
		cancel(board) {
			points = [];
			drawing = undefined;
			board.wake();
		},
		sketch(): Sketch | undefined {
			if (!drawing || points.length === 0) return undefined;
			const { nib, ink, width } = drawing.next;
			const fill = seeThrough(chalkOn(ink, drawing.context.surface), NIB_FORMS[nib].alpha);
			return {
				type: 'paint',
				items: [{ type: 'path', points: outlineOfStroke(points, nib, width), closed: true, fill }],
			};
		},
	};
}
