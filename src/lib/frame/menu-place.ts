import type { Section } from '../board/commands';

/** Where the menu of what can be done is opened, in pixels of the window, and which part of it. */
export interface MenuPlace {
	x: number;
	y: number;
	/** All of it where left out. */
	section?: Section | undefined;
}
