/** What a tool does with the hand's movements. A new tool is one file that is registered in `index.ts`. */
import type { Point } from '$core/geometry/box';
import type { Board } from '../board.svelte';

/** One position of the pointer. */
export interface HandEvent {
	/** On the board. */
	at: Point;
	/** On the screen, from the canvas's upper left corner. */
	screen: Point;
	shift: boolean;
	alt: boolean;
	/** Ctrl or Cmd: holds snapping off; on a free spot it draws a lasso. */
	hold: boolean;
	/** How far off the hand may be, in board units; more for fingers. */
	reach: number;
	touch: boolean;
}

export interface Tool {
	cursor: (board: Board) => string;
	down?: (board: Board, event: HandEvent) => void;
	/** The hand moved while it is down. */
	drag?: (board: Board, event: HandEvent) => void;
	up?: (board: Board, event: HandEvent) => void;
	/** The hand moved while it is up. */
	hover?: (board: Board, event: HandEvent) => void;
	/** The movement was broken off: nothing of it may stay. */
	cancel?: (board: Board) => void;
	/** What the tool shows while at work, drawn by the live layer in board units. */
	sketch?: () => Sketch | undefined;
}

export type Sketch =
	| { type: 'box'; x: number; y: number; w: number; h: number; dashed?: boolean }
	| { type: 'loop'; points: readonly Point[] }
	/** How far something is turned, in degrees. */
	| { type: 'angle'; at: Point; by: number; of: number }
	| { type: 'line'; from: Point; to: Point; target?: string | undefined };

/** Distance the pointer must travel before a press becomes a drag, pixels. */
export const SLOP = 4;
