/**
 * How fine a canvas is painted: as fine as the screen is, and half as fine while things move, where it turned out that this
 * machine cannot keep up otherwise. At rest it is always as fine as the screen.
 */
import { MotionTracker } from './motion-tracker';

/** How long nothing has to move before it counts as resting, ms. */
const REST_DELAY_MS = 100;
/** Time that painting a frame may take, ms; half of what the script of a frame may, so that the rest has room. */
const MAX = 2;
/** Frames over that time from which on the canvas is painted coarser: one alone may be chance. */
const SLOW = 3;

export class AdaptiveResolution {
	private slow = 0;
	private readonly motion: MotionTracker;

	/** @param onrest called when everything rests again, and is to be painted fine */
	constructor(onrest: () => void) {
		this.motion = new MotionTracker((moves) => !moves && onrest(), REST_DELAY_MS);
	}

	/** Notes that something moved. */
	move(): void {
		this.motion.move();
	}

	/** Canvas pixels a CSS pixel to paint with now, on a screen that has `full` of them; never less than one. */
	ratio(full: number): number {
		return this.motion.moves && this.slow >= SLOW ? Math.max(1, full / 2) : full;
	}

	/** Notes how long a frame took to paint, ms. */
	took(time: number): void {
		if (this.motion.moves && time > MAX && this.slow < SLOW) this.slow++;
	}

	destroy(): void {
		this.motion.destroy();
	}
}
