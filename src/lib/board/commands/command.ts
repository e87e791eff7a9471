/** What can be done to the board. One table feeds keys, menus, ledge, palette and the list of keys. */
import type { Board } from '../board.svelte';

/**
 * The sub-menu that a command stands in; what stands on top of the menu is listed there
 * (`menu.ts`).
 */
export type Section =
	'cells' | 'add' | 'map' | 'flow' | 'arrange' | 'stack' | 'object' | 'put' | 'view' | 'board';

export interface Command {
	id: string;
	label: () => string;
	/** Keys in tinykeys' notation; the first is shown. */
	keys: string[];
	run: (board: Board) => void | Promise<void>;
	/** Whether it changes the board, and so needs the right to; `own` where own notes are enough. */
	edits?: boolean | 'own';
	/** Whether it can do anything now; always when left out. */
	when?: (board: Board) => boolean;
	/** Whether it stands in no menu now, though its key still says why it does nothing. */
	hidden?: (board: Board) => boolean;
	/** In several where it is wanted for what is selected and for a free spot. */
	section?: Section | readonly Section[];
	/** Only one of several like it stands in the list of keys. */
	quiet?: boolean;
}

export const hasSelection = (board: Board): boolean => board.selection.size > 0;
/** Whether everything that is picked is locked. */
export const isAllLocked = (board: Board): boolean => board.selected.every(({ lock }) => lock !== undefined);
export const hasSeveral = (board: Board): boolean => board.selection.size > 1;
