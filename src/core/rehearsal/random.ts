/** Random numbers from a seed: the same seed gives the same numbers (mulberry32: T. Ettinger, 2017, public domain). */
export interface Random {
	/** From 0 up to 1. */
	(): number;
}

export function randomFrom(seed: number): Random {
	let state = seed >>> 0;
	return () => {
		state = (state + 0x6d2b79f5) >>> 0;
		let mixed = state;
		mixed = Math.imul(mixed ^ (mixed >>> 15), mixed | 1);
		mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
		return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
	};
}

/** One of several. */
export const pick = <T>(random: Random, all: readonly T[]): T => all[Math.floor(random() * all.length)]!;
