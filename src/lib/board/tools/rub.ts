/** The eraser: takes whole strokes, or only what it passes over. What it touches is written when it is lifted. */
import { isStroke } from '$core/board/kinds/guards';
import { chalkOn, seeThrough } from '$core/board/colours';
import { eraseStrokes } from '$core/board/ops/ink-edits';
import { inkOnBoard } from '$core/board/kinds/stroke';
import type { ObjectOf } from '$core/board/objects';
import { boxFrom, inflate, type Point } from '$core/geometry/box';
import { distanceToPath } from '$core/link/polyline';
import { erase } from '$core/ink/erase';
import { NIB_FORMS, outlineOfStroke, type InkPoint } from '$core/ink/stroke';
import type { Board } from '../board.svelte';
import type { HandEvent, Sketch, Tool } from './tool';

type Stroke = ObjectOf<'stroke'>;

/** Radius of the eraser, pixels. */
const RADIUS = 11;

const radiusOn = (board: Board): number => RADIUS / board.view.scale;

/** A stroke goes altogether as soon as its drawn line is touched. */
function whole(object: Stroke, pieces: InkPoint[][], from: Point, to: Point, radius: number): InkPoint[][] {
	const reach = radius + object.style.width / 2;
	const isHit = pieces.some((piece) => {
		const path = piece.length === 1 ? [piece[0]!, piece[0]!] : piece;
		return distanceToPath(to, path) <= reach || erase(piece, from, to, reach).length !== 1;
	});
	return isHit ? [] : pieces;
}

export function createEraser(): Tool {
	/** What is left of each stroke that was touched. */
	let left = new Map<string, InkPoint[][]>();
	let last: Point | undefined;
	let at: Point | undefined;
	let rubbing: Board | undefined;

	function rub(board: Board, event: HandEvent): void {
		const from = last ?? event.at;
		const radius = radiusOn(board);
		const area = inflate(boxFrom(from, event.at), radius);
		let isNew = false;
		for (const object of board.model.touching(board.sheet, area)) {
			if (!isStroke(object) || object.lock) continue;
			const pieces = left.get(object.id) ?? [inkOnBoard(object)];
			const after =
				board.next.eraser === 'whole'
					? whole(object, pieces, from, event.at, radius)
					: pieces.flatMap((piece) => erase(piece, from, event.at, radius));
			if (after.length === pieces.length && after.every((piece, i) => piece.length === pieces[i]!.length))
				continue;
			isNew ||= !left.has(object.id);
			left.set(object.id, after);
		}
		last = event.at;
		if (isNew) board.held.lift(left.keys());
		board.wake();
	}

	function reset(board: Board): void {
		left = new Map();
		last = undefined;
		rubbing = undefined;
		board.held.drop();
	}

	return {
		fine: true,
		cursor: () => 'none',
		down(board, event) {
			left = new Map();
			last = undefined;
			rubbing = board;
			rub(board, event);
		},
		drag: rub,
		up(board) {
			if (left.size > 0) eraseStrokes(board.room.editContext, board.model, left);
			reset(board);
		},
		hover(board, event) {
			at = event.at;
			board.hovered = undefined;
			board.wake();
		},
		cancel: reset,
		/** Lifted strokes are shown by what is left of them. */
		hides: (id) => left.has(id),
		sketch(board): Sketch | undefined {
			const centre = last ?? at;
			const items: Extract<Sketch, { type: 'paint' }>['items'] = [];
			if (rubbing) {
				for (const [id, pieces] of left) {
					const object = rubbing.model.find(id);
					if (!isStroke(object)) continue;
					const { nib, chalk, width } = object.style;
					const fill = seeThrough(chalkOn(chalk, rubbing.context.surface), NIB_FORMS[nib].alpha);
					for (const piece of pieces)
						items.push({ type: 'path', points: outlineOfStroke(piece, nib, width), closed: true, fill });
				}
			}
			if (centre) {
				const r = radiusOn(board);
				items.push({
					type: 'ellipse',
					cx: centre.x,
					cy: centre.y,
					rx: r,
					ry: r,
					stroke: chalkOn('white', board.context.surface),
					width: 1.5 / board.view.scale,
				});
			}
			return { type: 'paint', items };
		},
	};
}
