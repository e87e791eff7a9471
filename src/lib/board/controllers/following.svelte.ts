/**
 * Seeing what somebody else sees: a person one follows by one's own choice, or whoever leads everybody's view. It ends as
 * soon as one moves the view oneself.
 */
import type { Call } from '$core/meeting/calls';
import { viewOf } from '$core/live/presence';
import { fitBox, type View } from '$core/geometry/view';
import { untrack } from 'svelte';
import { preferences } from '../../ui/preferences.svelte';
import type { Presence } from '../../room/company.svelte';
import type { Room } from '../../room/room.svelte';
import type { Board } from '../board.svelte';

/** Time in which the view glides to where it is led, ms. */
const GLIDE_MS = 160;

/** What it needs of the board that it moves. */
type FollowingBoard = Pick<Board, 'model' | 'view' | 'size' | 'sheet' | 'setView' | 'goToSheet'> & {
	readonly room: Pick<Room, 'info' | 'leader' | 'people'>;
};

export class Following {
	/** Person one follows by one's own choice. */
	whom = $state<string | undefined>();
	/** Whether one looks round alone while somebody leads the view. */
	isAlone = $state(false);
	/** Who called everyone here, until one goes back or stays. */
	called = $state.raw<{ by: string; back: { sheet: string; view: View } } | undefined>();
	/** The place one was called to, until one moves on: it stays whole in view while the window changes. */
	private place: Call | undefined;
	/** Whether the view moves by being led, and not by one's own hand. */
	private isLed = false;
	private frame: number | undefined;

	constructor(private readonly board: FollowingBoard) {}

	/** Whether one's own view is the one that everybody follows. */
	get isLeading(): boolean {
		const { leader, info } = this.board.room;
		return leader?.id === info.person.id;
	}

	/** Somebody who leads one's view now, or would if one did not look round alone. */
	get leader(): Presence | undefined {
		const { room } = this.board;
		return this.isLeading || !room.leader ? undefined : this.windowOf(room.leader.id);
	}

	/** Whose view one sees now. */
	get target(): Presence | undefined {
		const { leader } = this;
		if (leader && !this.isAlone) return leader;
		return this.whom === undefined ? undefined : this.windowOf(this.whom);
	}

	follow(person: string): void {
		this.whom = person;
		this.apply();
	}

	stop(): void {
		this.whom = undefined;
		if (this.leader) this.isAlone = true;
	}

	/** Comes along again with whoever leads the view. */
	comeAlong(): void {
		this.whom = undefined;
		this.isAlone = false;
		this.apply();
	}

	/** One moved the view oneself. */
	noteOwnMove(): void {
		if (this.isLed) return;
		if (this.frame !== undefined) cancelAnimationFrame(this.frame);
		this.frame = undefined;
		this.place = undefined;
		if (this.target) this.stop();
	}

	/** Moves the view without that counting as one's own doing. */
	quietly(work: () => void): void {
		const before = this.isLed;
		this.isLed = true;
		try {
			work();
		} finally {
			this.isLed = before;
		}
	}

	/** Brings the view to what is followed. */
	apply(): void {
		const told = this.target ?? this.place;
		const box = told && viewOf(told);
		if (told?.sheet && box) this.show(told.sheet, box);
	}

	private lastCall = '';

	/** Goes where somebody called everyone to, and keeps the way back. */
	answer(call: Call): void {
		const { board } = this;
		const { id, by, sheet } = call;
		if (by.id === board.room.info.person.id || id === this.lastCall) return;
		this.lastCall = id;
		if (!board.model.sheets.some(({ id }) => id === sheet)) return;
		const back = this.called?.back ?? { sheet: board.sheet, view: board.view };
		this.whom = undefined;
		this.place = call;
		this.apply();
		this.called = { by: by.name, back };
	}

	goBack(): void {
		const { board, called } = this;
		this.called = undefined;
		this.place = undefined;
		if (!called) return;
		this.quietly(() => {
			board.goToSheet(called.back.sheet);
			board.setView(called.back.view);
		});
	}

	private show(sheet: string, box: { x: number; y: number; w: number; h: number }): void {
		const { board } = this;
		const isElsewhere = board.sheet !== sheet;
		if (isElsewhere) this.quietly(() => board.goToSheet(sheet));
		const view = fitBox(box, board.size, 0, 8);
		if (isElsewhere || preferences.isCalm) this.quietly(() => board.setView(view));
		else this.glide(view);
	}

	/** Moves to a view in a few frames, so that the eye can follow. */
	private glide(to: View): void {
		const { board } = this;
		if (this.frame !== undefined) cancelAnimationFrame(this.frame);
		const from = board.view;
		const start = performance.now();
		const step = (now: number): void => {
			const t = Math.min(1, Math.max(0, (now - start) / GLIDE_MS));
			const mix = (a: number, b: number): number => (t === 1 ? b : a + (b - a) * t);
			const view = { x: mix(from.x, to.x), y: mix(from.y, to.y), scale: mix(from.scale, to.scale) };
			this.quietly(() => board.setView(view));
			this.frame = t < 1 ? requestAnimationFrame(step) : undefined;
		};
		this.frame = requestAnimationFrame(step);
	}

	/** The window of a person that was heard last. */
	private windowOf(person: string): Presence | undefined {
		return this.board.room.people
			.filter((each) => each.person === person)
			.sort((a, b) => b.heard - a.heard)[0];
	}
}

/**
 * Takes the view along with whoever is followed. Called while a component is set up; it ends with
 * it.
 */
export function followOthers(board: Board): void {
	$effect(() => {
		const { target } = board.following;
		void target?.view;
		void target?.sheet;
		void board.size;
		untrack(() => board.following.apply());
	});
	// When somebody else leads the view, one comes along at first.
	$effect(() => {
		const leader = board.room.leader?.id;
		untrack(() => {
			board.following.isAlone = false;
			// Whoever leads says where one is from here on; the call before that is over.
			if (leader) board.following.called = undefined;
		});
	});
}
