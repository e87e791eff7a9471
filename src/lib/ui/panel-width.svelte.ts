import { z } from 'zod';

const Kept = z.number().finite();

/** How wide a panel at the side of the board is, px: set by whoever uses it, kept in this browser. */
export class PanelWidth {
	#width = $state(0);
	readonly #key: string;

	constructor(
		name: string,
		readonly usual: number,
		readonly least: number,
		readonly most: number,
	) {
		this.#key = `width of ${name}`;
		this.#width = this.#read();
	}

	get now(): number {
		return this.#width;
	}

	/** Sets the width, within what the panel bears. */
	set(width: number): void {
		this.#width = Math.round(Math.max(this.least, Math.min(this.most, width)));
		try {
			localStorage.setItem(this.#key, JSON.stringify(this.#width));
		} catch {
			// A browser that keeps nothing shows the usual width the next time.
		}
	}

	#read(): number {
		try {
			const kept = Kept.safeParse(JSON.parse(localStorage.getItem(this.#key) ?? 'null'));
			if (kept.success) return Math.max(this.least, Math.min(this.most, kept.data));
		} catch {
			// Nothing that can be read.
		}
		return this.usual;
	}
}
