/** The journal as one person reads it: what is asked for, what came, and what is new since they were last here. */
import type { JournalPage } from '$core/contract/journal';
import type { Happening, Thing } from '$core/journal/happenings';
import { linesOf, type Line } from '$core/journal/lines';
import { sinceThen, type Doing } from '$core/journal/since';
import type { Board } from '../../board/board.svelte';
import { Replay } from '../../board/past/replay.svelte';
import { messageOf } from '$lib/api/errors';
import { historyOf, journalPage } from './requests';

/** Times from which on one may read, ms before now; 0 for everything. */
export const SPANS = [0, 3_600_000, 24 * 3_600_000, 7 * 24 * 3_600_000] as const;

/** Pages of news that are read at most: whoever was away for months reads the journal instead. */
const MAX_PAGES = 5;

/** How long after a change the open journal is read again, ms. */
const FRESHEN_AFTER = 2500;

/** What is not on a page because it is older. */
function olderThan(all: readonly Happening[], { happenings }: JournalPage): readonly Happening[] {
	const oldest = happenings.at(-1)?.until ?? 0;
	return all.filter(({ until }) => until < oldest);
}

export class JournalState {
	happenings = $state.raw<readonly Happening[]>([]);
	people = $state.raw<readonly { id: string; name: string }[]>([]);
	person = $state('');
	thing = $state<Thing | ''>('');
	sheet = $state('');
	span = $state<number>(0);
	/** Only one day, as YYYY-MM-DD. */
	day = $state('');
	next = $state.raw<string | undefined>();
	busy = $state(false);
	problem = $state('');
	/** What others did since one was last here. */
	news = $state.raw<readonly Doing[]>([]);
	/** Things among the news, in the order in which they are stepped through, and the one that is shown. */
	shown = $state(-1);
	/** The replay that is looked at. */
	replay = $state.raw<Replay | undefined>();
	/** Counts what was asked, so that an answer that was overtaken is left aside. */
	private asked = 0;
	private freshening: number | undefined;

	constructor(
		readonly board: Board,
		/** When one was last here, server time, ms. */
		readonly lastHere: number | undefined,
	) {}

	/** Lines to be read, newest first. */
	get lines(): Line[] {
		return linesOf([...this.happenings].reverse()).reverse();
	}

	/** Every thing that is new, once. */
	get newIds(): string[] {
		return [...new Set(this.news.flatMap(({ ids }) => ids))];
	}

	nameOf(person: string | undefined): string | undefined {
		return this.people.find(({ id }) => id === person)?.name;
	}

	/** Reads the newest page anew a while after the board changed, and leaves the older ones as they are. */
	freshenSoon(ms = FRESHEN_AFTER): void {
		this.freshening ??= window.setTimeout(() => {
			this.freshening = undefined;
			if (this.busy) this.freshenSoon();
			else void this.read('newer');
		}, ms);
	}

	/** Reads the newest page, goes on with the next, or takes in what is newer than what is there. */
	async read(how: 'first' | 'more' | 'newer' = 'first'): Promise<void> {
		const asked = ++this.asked;
		const more = how === 'more';
		// Who reads is not told that newer lines are being asked for.
		this.busy = how !== 'newer';
		this.problem = '';
		const day = this.day ? new Date(`${this.day}T00:00`).getTime() : undefined;
		try {
			const page = await journalPage(this.board.room.info.boardId, {
				person: this.person || undefined,
				thing: this.thing || undefined,
				sheet: this.sheet || undefined,
				from: day ?? (this.span ? Math.round(this.board.room.now() - this.span) : undefined),
				until: day === undefined ? undefined : day + 24 * 3_600_000,
				before: more ? this.next : undefined,
			});
			if (asked !== this.asked) return;
			this.people = page.people;
			// What the server told may be some seconds old, and nothing else may happen on the
			// board.
			if (page.again > 0) this.freshenSoon(page.again);
			if (how === 'newer' && page.next !== undefined) {
				this.happenings = [...page.happenings, ...olderThan(this.happenings, page)];
				return;
			}
			this.happenings = more ? [...this.happenings, ...page.happenings] : page.happenings;
			this.next = page.next;
		} catch (error) {
			// Newer lines are asked for again with the next change.
			if (asked === this.asked && how !== 'newer') this.problem = messageOf(error);
		} finally {
			if (asked === this.asked) this.busy = false;
		}
	}

	/** Reads what others did since one was last here. Says nothing when it cannot: the journal will. */
	async readNews(): Promise<void> {
		if (this.lastHere === undefined) return;
		const found: Happening[] = [];
		let before: string | undefined;
		try {
			for (let i = 0; i < MAX_PAGES; i++) {
				const page = await journalPage(this.board.room.info.boardId, { from: this.lastHere, before });
				found.push(...page.happenings);
				this.people = page.people;
				before = page.next;
				if (before === undefined) break;
			}
		} catch {
			return;
		}
		this.news = sinceThen(this.board.model, found.reverse(), this.board.room.info.person.id);
	}

	/** Goes on to the next new thing, or back. */
	step(by: 1 | -1): void {
		const ids = this.newIds.filter((id) => this.board.model.find(id));
		if (ids.length === 0) return;
		this.shown = (this.shown + by + ids.length) % ids.length;
		this.board.goTo(ids[this.shown]!);
	}

	/** Puts the news away. */
	seen(): void {
		this.news = [];
		this.shown = -1;
	}

	/** Opens the replay, at a moment or at the last one. */
	async open(time?: number): Promise<void> {
		this.problem = '';
		try {
			if (!this.replay) {
				this.board.stopEditing();
				this.board.covered = true;
				this.replay = new Replay(await historyOf(this.board.room.info.boardId), this.board);
			}
			this.board.frame.showBoard();
			this.replay.pause();
			await this.replay.seek(time === undefined ? Infinity : this.replay.timeline.placeOf(time));
			this.replay.view?.lookAtSomething();
		} catch (error) {
			this.problem = messageOf(error);
			this.close();
		}
	}

	close(): void {
		this.replay?.destroy();
		this.replay = undefined;
		this.board.covered = false;
		this.board.focusing.emit();
	}

	destroy(): void {
		clearTimeout(this.freshening);
		this.replay?.destroy();
	}
}
