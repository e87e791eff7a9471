/** The knobs round what is selected: one to turn it, and four from which a flow grows. */
import { traitsOf } from '$core/board/kinds/traits';
import { isShape } from '$core/board/kinds/guards';
import { canGrow, DIRECTIONS, type Direction } from '$core/board/ops/grow';
import { boxOf } from '$core/board/kinds';
import { centreOf, distance, turn, type Point, type TurnedBox } from '$core/geometry/box';
import { branchOf } from '../maps';
import type { Board } from '../board.svelte';
import { resizeTarget } from './reshape';
import type { HandEvent } from './tool';

/** Distance of the knobs from the box, and how near the hand must come, pixels. */
const OUT = 24;
const NEAR = 10;

/** Where the knob for turning stands: outside the upper right corner. */
export function turnPoint(board: Board): Point | undefined {
	const target = resizeTarget(board);
	if (!target || !board.mayEdit || board.pieces.some((object) => !traitsOf(object).turns)) return undefined;
	const out = OUT / board.view.scale;
	const corner = { x: target.x + target.w + out * 0.75, y: target.y - out * 0.75 };
	return turn(corner, centreOf(target), target.angle);
}

/** Where the knobs for growing stand, when a single object can grow and is large enough on the screen. */
export function growPoint(board: Board, direction: Direction): Point | undefined {
	const [object, more] = board.selected;
	if (!object || more || !board.mayAll || object.lock || !canGrow(object)) return undefined;
	if (branchOf(board)) return besideBox(board, boxOf(board.held.shown(object.id)!.box), direction);
	// Notes stand close together: knobs would cover their neighbours. Alt and an arrow grow from them too.
	if (!isShape(object) && board.model.tiesOf(object.id).length === 0) return undefined;
	return besideBox(board, boxOf(board.held.shown(object.id)!.box), direction);
}

/** A place outside a side of a box that is large enough on the screen. */
function besideBox(board: Board, box: TurnedBox, direction: Direction): Point | undefined {
	if (Math.min(box.w, box.h) * board.view.scale < 30) return undefined;
	const out = OUT / board.view.scale;
	const c = centreOf(box);
	const at = {
		right: { x: box.x + box.w + out, y: c.y },
		left: { x: box.x - out, y: c.y },
		down: { x: c.x, y: box.y + box.h + out },
		up: { x: c.x, y: box.y - out },
	}[direction];
	return turn(at, c, box.angle);
}

export function knobUnder(board: Board, event: HandEvent): 'turn' | Direction | undefined {
	const near = (event.touch ? NEAR * 1.8 : NEAR) / board.view.scale;
	const isNear = (p: Point | undefined): boolean => p !== undefined && distance(p, event.at) <= near;
	if (isNear(turnPoint(board))) return 'turn';
	return DIRECTIONS.find((direction) => isNear(growPoint(board, direction)));
}
