/** Slides on one's own screen: whether they fill it, and the field that is shown. */
import { fitBox } from '$core/geometry/view';
import { untrack } from 'svelte';
import type { Board } from '../board.svelte';

/** Space around a shown field, px, and how much it is enlarged at most. */
const MARGIN = 28;
const MAX_ZOOM = 4;

/** Made while a component is set up; it ends with it. */
export class Slides {
	/** Whoever leads sees slides here only when they want to. */
	private isHere = $state(false);
	/** Whether one looks around on one's own while slides are shown. */
	private isAlone = $state(false);
	private readonly fields = $derived.by(() => this.board.room.show);
	/** Whether slides fill the screen. */
	readonly isOn = $derived.by(
		() => this.fields !== undefined && (this.board.room.leads ? this.isHere : !this.isAlone),
	);
	/** Whether one may go along again with what is shown. */
	readonly mayComeAlong = $derived.by(
		() => this.fields !== undefined && this.isAlone && !this.board.room.leads,
	);

	constructor(private readonly board: Board) {
		$effect(() => {
			if (this.fields) return;
			this.isHere = false;
			this.isAlone = false;
		});
		// The field that is shown fills the screen, whatever size that has.
		$effect(() => {
			const at = this.isOn ? this.fields?.at : undefined;
			void board.size;
			untrack(() => this.show(at));
		});
	}

	/** Fills the screen, where the browser lets it. */
	showHere(): void {
		this.isHere = true;
		void document.documentElement.requestFullscreen?.().catch(() => undefined);
	}

	leave(): void {
		if (this.board.room.leads) this.isHere = false;
		else this.isAlone = true;
		if (document.fullscreenElement) void document.exitFullscreen().catch(() => undefined);
	}

	comeAlong(): void {
		this.isAlone = false;
	}

	private show(at: string | undefined): void {
		const { board } = this;
		if (at !== undefined && !board.slides) board.takeUp('view');
		if (at === undefined && board.slides) board.takeUp('pick');
		board.slides = at !== undefined;
		const field = at === undefined ? undefined : board.model.find(at);
		if (!field) return;
		const [x, y, w, h] = field.box;
		board.following.quietly(() => {
			board.goToSheet(field.sheet);
			board.select([]);
			board.setView(fitBox({ x, y, w, h }, board.size, MARGIN, MAX_ZOOM));
		});
	}
}
