import { z } from 'zod';
import { recall, remember } from '../ui/kept-here';
import type { Board } from './board.svelte';

/**
 * Whether a board is as blank as it was made, so that it says how to begin. Once something has
 * stood on it, it never says so again in this browser.
 */
export class BlankState {
	#wasUsed = $state(false);
	readonly #key: string;
	readonly #stop: () => void;

	constructor(private readonly board: Board) {
		this.#key = `begun ${board.room.info.boardId}`;
		this.#wasUsed = recall(this.#key, z.literal(true)) ?? false;
		this.#stop = board.model.onChange(() => this.#look());
		this.#look();
	}

	get isBlank(): boolean {
		const { room } = this.board;
		return !this.#wasUsed && room.observed.objects.size === 0;
	}

	/** Somebody wants to begin without being told how. */
	dismiss(): void {
		this.#wasUsed = true;
		remember(this.#key, true);
	}

	destroy(): void {
		this.#stop();
	}

	#look(): void {
		if (!this.#wasUsed && this.board.model.objects.size > 0) this.dismiss();
	}
}
