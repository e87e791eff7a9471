/**
 * The time that was worked on a board, without its pauses: the axis along which a session is replayed. A week in
 * which nobody came takes no more room than a breath.
 */

/** A time in which something happened again and again: server times of its first and last update, ms. */
export interface Period {
	from: number;
	to: number;
}

/** What a pause is shortened to, ms. */
export const BREATH = 1500;

export class Timeline {
	/** Where each period begins on the axis, ms. */
	private readonly starts: number[] = [];
	readonly length: number;

	/** @param periods in their order, not overlapping */
	constructor(readonly periods: readonly Period[]) {
		let at = 0;
		for (const [i, { from, to }] of periods.entries()) {
			if (i > 0) at += Math.min(BREATH, from - periods[i - 1]!.to);
			this.starts.push(at);
			at += to - from;
		}
		this.length = at;
	}

	/** Server time at a place on the axis. */
	timeAt(place: number): number {
		const { periods, starts } = this;
		if (periods.length === 0) return 0;
		const i = lastNotAfter(starts, Math.max(0, place));
		const { from, to } = periods[i]!;
		return Math.min(to, from + Math.max(0, place) - starts[i]!);
	}

	/** Place on the axis of a server time; a time in a pause stands where the pause begins. */
	placeOf(time: number): number {
		const { periods, starts } = this;
		if (periods.length === 0) return 0;
		const i = lastNotAfter(
			periods.map(({ from }) => from),
			time,
		);
		const { from, to } = periods[i]!;
		return starts[i]! + Math.min(to - from, Math.max(0, time - from));
	}
}

/** Index of the last of the rising `values` that is not after `value`; 0 when all are. */
function lastNotAfter(values: readonly number[], value: number): number {
	let low = 0;
	let high = values.length - 1;
	while (low < high) {
		const middle = (low + high + 1) >> 1;
		if (values[middle]! <= value) low = middle;
		else high = middle - 1;
	}
	return low;
}
