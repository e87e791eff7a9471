/** Whoever deals notes one after the other: to one person, or to everybody in the room. */
import type { BoardObject } from '$core/board/objects';
import type { ThemeKey } from './theme-keys';

export interface DealtTheme extends ThemeKey {
	id: string;
	count: number;
}

export interface Dealer {
	/** The note that is looked at: the next one, or one that was answered. */
	readonly note: BoardObject | undefined;
	readonly themes: readonly DealtTheme[];
	/** Ids of themes, the likeliest first. */
	readonly likeliest: readonly string[];
	readonly isLookingBack: boolean;
	/** The theme that the note was put into, where one looks back. */
	readonly current: string | undefined;
	into(theme: string): void;
	intoNew(name: string, noteId: string): void;
	putAside(): void;
	takeBack(): void;
	/** Looks at what was answered before, or after that. */
	look(step: -1 | 1): void;
}
