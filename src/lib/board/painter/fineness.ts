/**
 * How fine a canvas is painted: as fine as the screen is, and half as fine while things move, where it turned out that this
 * machine cannot keep up otherwise. At rest it is always as fine as the screen.
 */

/** How long nothing has to move before it counts as resting, ms. */
const REST = 100;
/** Time that painting a frame may take, ms; half of what the script of a frame may, so that the rest has room. */
const MOST = 2;
/** Frames over that time from which on the canvas is painted coarser: one alone may be chance. */
const SLOW = 3;

export class Fineness {
	private slow = 0;
	private timer: ReturnType<typeof setTimeout> | undefined;
	private movedAt = 0;

	/** @param onrest called when everything rests again, and is to be painted fine */
	constructor(private readonly onrest: () => void) {}

	/** Notes that something moved. */
	move(): void {
		this.movedAt = performance.now();
		this.timer ??= setTimeout(() => this.look(), REST);
	}

	private get isMoving(): boolean {
		return this.timer !== undefined;
	}

	private look(): void {
		const waits = this.movedAt + REST - performance.now();
		this.timer = waits > 0 ? setTimeout(() => this.look(), waits) : undefined;
		if (!this.isMoving) this.onrest();
	}

	/** Canvas pixels a CSS pixel to paint with now, on a screen that has `full` of them; never less than one. */
	ratio(full: number): number {
		return this.isMoving && this.slow >= SLOW ? Math.max(1, full / 2) : full;
	}

	/** Notes how long a frame took to paint, ms. */
	took(time: number): void {
		if (this.isMoving && time > MOST && this.slow < SLOW) this.slow++;
	}

	destroy(): void {
		clearTimeout(this.timer);
	}
}
