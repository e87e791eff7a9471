/** What a tool does with the hand's movements. A new tool is one file that is registered in `index.ts`. */
import type { Primitive } from '$core/board/drawing';
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
	/** Of a stylus, 0 to 1; 0.5 for what knows no pressure. */
	pressure: number;
}

export interface Tool {
	cursor: (board: Board) => string;
	/** Whether it wants every position that the pointer had, not only one a frame. */
	fine?: boolean;
	/** Whether it shows a lifted object itself. */
	hides?: (id: string) => boolean;
	down?: (board: Board, event: HandEvent) => void;
	/** The hand moved while it is down. */
	drag?: (board: Board, event: HandEvent) => void;
	up?: (board: Board, event: HandEvent) => void;
	/** The hand moved while it is up. */
	hover?: (board: Board, event: HandEvent) => void;
	/** The movement was broken off: nothing of it may stay. */
	cancel?: (board: Board) => void;
	/** What the tool shows while at work, drawn by the live layer in board units. */
	sketch?: (board: Board) => Sketch | undefined;
}

export type Sketch =
	| { type: 'box'; x: number; y: number; w: number; h: number; dashed?: boolean }
	| { type: 'loop'; points: readonly Point[] }
	/** How far something is turned, in degrees. */
	| { type: 'angle'; at: Point; by: number; of: number }
	/** Anything at all, in board units. */
	| { type: 'paint'; items: Primitive[] }
	| { type: 'line'; from: Point; to: Point; target?: string | undefined };

/** Distance the pointer must travel before a press becomes a drag, pixels. */
export const SLOP = 4;
