/** Notes of a round in which everybody sorts, as they are dealt to one person. */
import type { BoardObject } from '$core/board/objects';
import type { Room } from '../../room/room.svelte';
import type { Dealer, DealtTheme } from './dealer';
import { themeKeys } from './theme-keys';

interface Own {
	note: string;
	theme: string | undefined;
}

export class TogetherDealer implements Dealer {
	/** How far back one looks; 0 is the note that is asked about. */
	private back = $state(0);

	constructor(private readonly room: Room) {}

	private get run(): string {
		return this.room.round.shown?.run ?? '';
	}

	/** What one said, what waits to be sent included. */
	private readonly own = $derived.by((): Own[] => {
		const { shown, waiting } = this.room.round;
		const said = new Map((shown?.own ?? []).map(({ note, theme }) => [note, theme]));
		for (const order of waiting) {
			if (order.run !== shown?.run || order.do === 'join') continue;
			const { note } = order;
			if (note === undefined) continue;
			said.delete(note);
			if (order.do === 'answer') said.set(note, order.theme);
			// The theme has no id yet; its name is known.
			if (order.do === 'name') said.set(note, this.idOfName(order.name));
		}
		return [...said].map(([note, theme]) => ({ note, theme }));
	});

	private idOfName(name: string): string | undefined {
		return this.room.round.shown?.themes.find((theme) => theme.name.toLowerCase() === name.toLowerCase())?.id;
	}

	/** Notes that lie before one and are not answered. */
	private readonly open = $derived.by(() => {
		const { shown, waiting } = this.room.round;
		const answered = new Set(this.own.map(({ note }) => note));
		// What is taken back and not sent yet lies before one again.
		const back = waiting.flatMap((order) =>
			order.do === 'take back' && order.run === shown?.run && !answered.has(order.note)
				? [{ note: order.note, likeliest: [] as string[] }]
				: [],
		);
		const there = (shown?.deal ?? []).filter(({ note }) => !answered.has(note));
		return [...back.filter(({ note }) => !there.some((each) => each.note === note)), ...there].filter(
			({ note }) => this.room.observed.find(note) !== undefined,
		);
	});

	readonly note = $derived.by((): BoardObject | undefined => {
		const id = this.back > 0 ? this.own.at(-this.back)?.note : this.open[0]?.note;
		return id === undefined ? undefined : this.room.observed.find(id);
	});

	readonly themes = $derived.by((): DealtTheme[] => {
		const themes = this.room.round.shown?.themes ?? [];
		const keys = themeKeys(themes.map(({ name }) => name));
		return themes.map(({ id, count }, i) => ({ ...keys[i]!, id, count }));
	});

	readonly likeliest = $derived.by((): readonly string[] => {
		const there = new Set(this.themes.map(({ id }) => id));
		return this.back > 0 ? [] : (this.open[0]?.likeliest ?? []).filter((id) => there.has(id));
	});

	get isLookingBack(): boolean {
		return this.back > 0;
	}

	get current(): string | undefined {
		return this.back > 0 ? this.own.at(-this.back)?.theme : undefined;
	}

	get answered(): number {
		return this.own.length;
	}

	look(step: -1 | 1): void {
		this.back = Math.max(0, Math.min(this.own.length, this.back - step));
	}

	into(theme: string): void {
		const { note } = this;
		if (note) this.say(note.id, theme);
	}

	putAside(): void {
		const { note } = this;
		if (note) this.say(note.id, undefined);
	}

	private say(note: string, theme: string | undefined): void {
		this.back = 0;
		this.room.round.say({ do: 'answer', run: this.run, note, ...(theme === undefined ? {} : { theme }) });
	}

	intoNew(name: string, note: string): void {
		if (name.trim() === '') return;
		this.back = 0;
		this.room.round.say({ do: 'name', run: this.run, name: name.trim(), note });
	}

	takeBack(): void {
		const last = this.own.at(-1);
		this.back = 0;
		if (last) this.room.round.say({ do: 'take back', run: this.run, note: last.note });
	}

	/** Joins two themes that are called nearly the same: the second with the first. */
	join([into, theme]: readonly [string, string]): void {
		this.room.round.say({ do: 'join', run: this.run, theme, into });
	}
}
