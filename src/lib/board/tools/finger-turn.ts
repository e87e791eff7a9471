/**
 * Two fingers that turn what is selected: decided when they have turned, before they have moved
 * apart.
 */
import { setBoxes } from '$core/board/ops/edits';
import { centreOf, type Point } from '$core/geometry/box';
import { toBoard } from '$core/geometry/view';
import type { Board } from '../board.svelte';
import { turnPoint } from './knobs';
import { carryCards, ownBoxes, resizeTarget, turned, withCards, type Turning } from './reshape';

/** How far the middle of the fingers may be from the edge of what they turn, px. */
const AROUND = 70;
/** From how many degrees on it is a turn; and from what growth, or how many px, none any more. */
const TURNS_FROM = 8;
const ZOOMS_FROM = 1.15;
const PANS_FROM = 24;

const angleOf = (a: Point, b: Point): number => (Math.atan2(b.y - a.y, b.x - a.x) * 180) / Math.PI;
const middleOf = (a: Point, b: Point): Point => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });
/** The way from one angle to another, degrees, -180 to 180. */
const between = (from: number, to: number): number => ((((to - from + 180) % 360) + 360) % 360) - 180;

export class FingerTurn {
	private turning: Turning | undefined;

	private constructor(
		private readonly board: Board,
		private readonly from: readonly [Point, Point],
	) {}

	/**
	 * Two fingers have come down.
	 * @param a, b where, px of the canvas
	 * @returns undefined where there is nothing between them that they could turn
	 */
	static begin(board: Board, a: Point, b: Point): FingerTurn | undefined {
		const target = turnPoint(board) && resizeTarget(board);
		if (!target) return undefined;
		const middle = toBoard(board.view, middleOf(a, b));
		const { x, y } = centreOf(target);
		const around = AROUND / board.view.scale;
		const isNear =
			Math.abs(middle.x - x) <= target.w / 2 + around && Math.abs(middle.y - y) <= target.h / 2 + around;
		return isNear ? new FingerTurn(board, [a, b]) : undefined;
	}

	/** Whether the fingers turn, do something else from now on, or have not said yet. */
	move(a: Point, b: Point): 'turns' | 'other' | 'open' {
		// Rights may go while one turns.
		if (!this.board.mayEdit) return this.drop();
		const by = between(angleOf(...this.from), angleOf(a, b));
		if (!this.turning) {
			const apart = Math.hypot(b.x - a.x, b.y - a.y);
			const first = Math.hypot(this.from[1].x - this.from[0].x, this.from[1].y - this.from[0].y);
			const growth = apart / Math.max(1, first);
			const [before, now] = [middleOf(...this.from), middleOf(a, b)];
			if (growth > ZOOMS_FROM || growth < 1 / ZOOMS_FROM) return 'other';
			if (Math.hypot(now.x - before.x, now.y - before.y) > PANS_FROM) return 'other';
			if (Math.abs(by) < TURNS_FROM) return 'open';
			this.take();
		}
		this.show(by);
		return 'turns';
	}

	private take(): void {
		const { board } = this;
		const objects = board.pieces;
		const centre = centreOf(resizeTarget(board)!);
		// As by the knob: a hand that goes round the middle, beginning at its right.
		this.turning = { start: { at: { x: centre.x + 1, y: centre.y } }, objects, centre, by: 0 };
		board.held.lift(withCards(board, objects));
	}

	private show(degrees: number): void {
		const { board, turning } = this;
		const { x, y } = turning!.centre;
		const by = (degrees * Math.PI) / 180;
		const at = { x: x + Math.cos(by), y: y + Math.sin(by) };
		board.held.preview = carryCards(board, turned(turning!, { at, shift: false }));
		board.wake();
	}

	/** A finger was lifted: what was turned stays so, unless the browser broke it off. */
	end(isBrokenOff: boolean): void {
		const { board, turning } = this;
		if (!turning) return;
		const { preview } = board.held;
		if (preview && !isBrokenOff && board.mayEdit)
			setBoxes(board.room.editContext, ownBoxes(turning.objects, preview));
		this.drop();
	}

	/** Shows everything as it is. */
	private drop(): 'other' {
		if (this.turning) {
			this.board.held.drop();
			this.board.wake();
		}
		this.turning = undefined;
		return 'other';
	}
}
