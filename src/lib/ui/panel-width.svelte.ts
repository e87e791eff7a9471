import { z } from 'zod';
import { recall, remember } from './kept-here';

/**
 * How wide a panel at the side of the board is, px: set by whoever uses it, kept in this browser.
 */
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
		this.#width = this.#within(recall(this.#key, z.number()) ?? usual);
	}

	get now(): number {
		return this.#width;
	}

	/** Sets the width, within what the panel bears. */
	set(width: number): void {
		this.#width = this.#within(width);
		remember(this.#key, this.#width);
	}

	#within(width: number): number {
		return Math.round(Math.max(this.least, Math.min(this.most, width)));
	}
}
