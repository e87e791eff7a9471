/** How long nothing moved when it counts as still, ms. */
const STILL = 180;

/**
 * Whether the view or something on it is on the move, told when that changes. One timer serves for many movements: setting one in each
 * frame costs more than what is done in most frames.
 */
export class MotionTracker {
	private movedAt = 0;
	private timer: ReturnType<typeof setTimeout> | undefined;

	/**
	 * @param onchange told when something begins to move, and when all is still again
	 * @param rest how long nothing has to move for that, ms
	 * @param isHeld whether a hand has hold of something, which counts as moving
	 */
	constructor(
		private readonly onchange: (moves: boolean) => void,
		private readonly rest = STILL,
		private readonly isHeld: () => boolean = () => false,
	) {}

	get moves(): boolean {
		return this.timer !== undefined;
	}

	/** Notes that something moved. */
	move(): void {
		this.movedAt = performance.now();
		if (this.moves) return;
		this.onchange(true);
		this.look();
	}

	destroy(): void {
		clearTimeout(this.timer);
	}

	private look(): void {
		const rests = this.isHeld() ? 0 : performance.now() - this.movedAt;
		this.timer = rests < this.rest ? setTimeout(() => this.look(), this.rest - rests) : undefined;
		if (!this.moves) this.onchange(false);
	}
}
