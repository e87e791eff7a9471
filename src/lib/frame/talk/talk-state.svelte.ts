/** What the desk shows of what people say: which thread is open, what is about to be said, and what is listed. */
import type { Point } from '$core/geometry/box';
import { answer, beginThread, calledIn, type Spot } from '$core/talk/edits';
import { filterThreads, type Thread } from '$core/talk/model';
import { placeOf, spotOn } from '$core/talk/spots';
import { m } from '$lib/messages';
import type { Board } from '../../board/board.svelte';
import { toaster } from '../../ui/toaster';

/** Where somebody wants to say something: on an object, or at a spot. */
export interface About {
	object?: string | undefined;
	at?: Point | undefined;
}

export type Show = 'open' | 'resolved' | 'all';

export class TalkState {
	part = $state<'comments' | 'chat'>('comments');
	/** The thread that is read. */
	shown = $state<string | undefined>();
	/** Where the next thread will hang while its first comment is being written. */
	draft = $state.raw<Spot | undefined>();
	show = $state<Show>('open');
	onlyMine = $state(false);
	onlyHere = $state(false);
	words = $state('');
	/** Lines of the chat that were seen. */
	seen = $state(0);
	/** Comments that are known here already. */
	private readonly heard = new Set<string>();
	private readonly since: number;
	private readonly stop: () => void;

	constructor(
		private readonly board: Board,
		/** Brings the desk's instrument up. */
		private readonly open: () => void,
	) {
		this.since = board.room.now();
		this.seen = board.room.talk.chat.length;
		for (const { remarks } of board.room.talk.threads) for (const { id } of remarks) this.heard.add(id);
		this.stop = board.room.talk.onChange(() => this.listen());
	}

	destroy(): void {
		this.stop();
	}

	/** Tells whoever is called by name, once. */
	private listen(): void {
		const { room } = this.board;
		const me = room.info.person.id;
		for (const thread of room.talk.threads) {
			for (const { id, to, by, text, made } of thread.remarks) {
				if (this.heard.has(id)) continue;
				this.heard.add(id);
				// What was said before one came in stands in the list.
				if (!to?.includes(me) || by[0] === me || made < this.since) continue;
				toaster.info({
					id: `call ${id}`,
					title: m.called_you({ name: by[1] }),
					description: text,
					duration: 12_000,
					action: { label: m.read_it(), onClick: () => this.read(thread) },
				});
			}
		}
	}

	get threads(): readonly Thread[] {
		this.board.room.talkChanges.observe();
		return this.board.room.talk.threads;
	}

	/** Threads as they are listed. */
	get listed(): Thread[] {
		this.board.room.changes.observe();
		return filterThreads(
			this.threads,
			{
				show: this.show,
				person: this.onlyMine ? this.board.room.info.person.id : undefined,
				sheet: this.onlyHere ? this.board.sheet : undefined,
				words: this.words,
			},
			(thread) => this.placeOf(thread)?.sheet ?? thread.sheet,
		);
	}

	get thread(): Thread | undefined {
		return this.threads.find(({ id }) => id === this.shown);
	}

	/** Lines of the chat that came since it was last looked at. */
	get unread(): number {
		this.board.room.talkChanges.observe();
		return Math.max(0, this.board.room.talk.chat.length - this.seen);
	}

	placeOf(thread: Parameters<typeof placeOf>[1]): ReturnType<typeof placeOf> {
		return placeOf(this.board.room.observed, thread);
	}

	/** Gets ready to say something about an object or a spot. */
	begin({ object, at }: About): void {
		const { board } = this;
		if (!board.room.may('talk')) return;
		const about = object === undefined ? undefined : board.model.find(object);
		const spot = at ?? board.middle;
		this.draft = about
			? spotOn(board.model, about, at)
			: { sheet: board.sheet, at: [Math.round(spot.x), Math.round(spot.y)] };
		this.shown = undefined;
		this.part = 'comments';
		this.open();
	}

	/** Shows a thread, and what it hangs on when `goes`. */
	read(thread: Thread, goes = true): void {
		this.draft = undefined;
		this.shown = thread.id;
		// Whoever reads it needs no more telling.
		for (const { id } of thread.remarks) toaster.dismiss(`call ${id}`);
		this.part = 'comments';
		this.open();
		if (goes) this.goTo(thread);
	}

	goTo(thread: Thread): void {
		const { board } = this;
		const place = this.placeOf(thread);
		if (!place) return;
		if (thread.on !== undefined && board.model.find(thread.on)) return board.goTo(thread.on);
		board.goToSheet(place.sheet);
		board.centreOn(place.at);
	}

	/** The thread after or before the one that is shown, among those that are listed. */
	step(by: 1 | -1): void {
		const { listed } = this;
		if (listed.length === 0) return;
		const at = listed.findIndex(({ id }) => id === this.shown);
		const next = at < 0 ? (by > 0 ? 0 : listed.length - 1) : (at + by + listed.length) % listed.length;
		this.read(listed[next]!);
	}

	back(): void {
		this.shown = undefined;
		this.draft = undefined;
	}

	/** Says what was written: the first comment of a new thread, or an answer. Throws Fault. */
	say(text: string): void {
		const { room } = this.board;
		const to = this.called(text);
		if (this.draft) {
			this.shown = beginThread(room.voice, this.draft, text, to);
			this.draft = undefined;
		} else if (this.shown) answer(room.voice, this.shown, text, to);
	}

	/** People of the board who are called by name in a text. */
	called(text: string): string[] {
		return calledIn(text, this.board.room.names);
	}
}
