/**
 * Does work piece by piece. Between two pieces, messages are heard: a channel to oneself is the
 * fastest way to the end of the queue.
 */
export class WorkLoop {
	private readonly turn = new MessageChannel();
	private isRunning = false;
	private later: ReturnType<typeof setTimeout> | undefined;
	/** Until when nothing is done, so that others get their turn. */
	private restUntil = 0;

	/**
	 * @param work one piece; resolves with how long there is none, ms, or nothing when there is
	 * none at all
	 * @param restAfter how long to rest after a piece that took so long, ms
	 * @param onfault told what went wrong; the work goes on when `run` is called again
	 */
	constructor(
		private readonly work: () => Promise<number | undefined>,
		private readonly restAfter: (took: number) => number,
		private readonly onfault: (error: unknown) => void,
	) {
		this.turn.port1.onmessage = () => void this.piece();
	}

	/** There is something to do. */
	run(): void {
		if (this.isRunning) return;
		const rest = this.restUntil - performance.now();
		if (rest > 0) return this.runIn(rest);
		clearTimeout(this.later);
		this.isRunning = true;
		this.turn.port2.postMessage(0);
	}

	/** Ends a rest. */
	wake(): void {
		this.restUntil = 0;
	}

	private async piece(): Promise<void> {
		const start = performance.now();
		let wait: number | undefined;
		try {
			wait = await this.work();
		} catch (error) {
			this.onfault(error);
		}
		const now = performance.now();
		this.isRunning = false;
		const rest = this.restAfter(now - start);
		this.restUntil = rest > 0 ? now + rest : 0;
		if (wait === 0) this.run();
		else if (wait !== undefined) this.runIn(wait);
	}

	private runIn(wait: number): void {
		clearTimeout(this.later);
		this.later = setTimeout(() => this.run(), wait);
	}
}
