/** The table of commands. A new one is one entry in one of the lists. */
import { m } from '$lib/messages';
import type { Board } from '../board.svelte';
import { LEDGE_TOOLS, toolLabel } from '../tools';
import { ARRANGE_COMMANDS } from './arrange';
import type { Command } from './command';
import { EDIT_COMMANDS } from './edit';
import { HOLDER_COMMANDS } from './holders';
import { PICTURE_COMMANDS } from './pictures';
import { TALK_COMMANDS } from './talk';
import { VIEW_COMMANDS } from './view';

export const COMMANDS: Command[] = [
	...LEDGE_TOOLS.map((tool, i): Command => ({
		id: `tool ${tool}`,
		label: () => m.command_tool({ tool: toolLabel(tool) }),
		keys: [String(i + 1)],
		when: (board) => board.mayTake(tool),
		run: (board) => board.takeUp(tool),
	})),
	// Of several commands with one key the first that can do anything is run: a cell before its holder.
	...HOLDER_COMMANDS,
	...EDIT_COMMANDS,
	...ARRANGE_COMMANDS,
	...PICTURE_COMMANDS,
	...TALK_COMMANDS,
	...VIEW_COMMANDS,
];

/** Whether a command can do anything now. */
export const isOffered = (command: Command, board: Board): boolean =>
	(!command.edits || (command.edits === 'own' ? board.mayEdit : board.mayAll)) &&
	(command.when?.(board) ?? true);

/** How keys are shown to people. */
export function shownKey(keys: string, mac: boolean): string {
	const names: Record<string, string> = {
		$mod: mac ? '⌘' : 'Ctrl',
		ArrowLeft: '←',
		ArrowRight: '→',
		ArrowUp: '↑',
		ArrowDown: '↓',
		Escape: 'Esc',
		PageUp: 'Page up',
		PageDown: 'Page down',
	};
	return keys
		.split(/\b\+/)
		.map((key) => names[key] ?? (key.length === 1 ? key.toUpperCase() : key))
		.join(' ');
}

export const isMac = (): boolean => /Mac|iPhone|iPad/.test(navigator.userAgent);
export type { Command, Section } from './command';
