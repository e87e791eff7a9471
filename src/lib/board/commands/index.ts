/** The table of commands. A new one is one entry in one of the lists. */
import { m } from '$lib/messages';
import type { Board } from '../board.svelte';
import { LEDGE_TOOLS, toolLabel } from '../tools';
import { ARRANGE_COMMANDS } from './arrange';
import type { Command } from './command';
import { EDIT_COMMANDS } from './edit';
import { FLOW_COMMANDS } from './flows';
import { FORMAT_COMMANDS } from './format';
import { FRAME_COMMANDS } from './frame';
import { HOLDER_COMMANDS } from './holders';
import { MAP_COMMANDS } from './maps';
import { PICTURE_COMMANDS } from './pictures';
import { TALK_COMMANDS } from './talk';
import { THEME_COMMANDS } from './themes';
import { VIEW_COMMANDS } from './view';

export const COMMANDS: Command[] = [
	...LEDGE_TOOLS.map((tool, i): Command => ({
		id: `tool ${tool}`,
		label: () => m.command_tool({ tool: toolLabel(tool) }),
		keys: [String(i + 1)],
		when: (board) => board.mayTake(tool),
		run: (board) => board.takeUp(tool),
	})),
	// Of several commands with one key the first that can do anything is run: a cell before its
	// holder, a branch before a flow.
	...HOLDER_COMMANDS,
	...MAP_COMMANDS,
	...FLOW_COMMANDS,
	...EDIT_COMMANDS,
	...FORMAT_COMMANDS,
	...ARRANGE_COMMANDS,
	...THEME_COMMANDS,
	...PICTURE_COMMANDS,
	...TALK_COMMANDS,
	...VIEW_COMMANDS,
	...FRAME_COMMANDS,
];

/** Whether a command can do anything now. */
export const isOffered = (command: Command, board: Board): boolean =>
	(!command.edits || (command.edits === 'own' ? board.mayEdit : board.mayAll)) &&
	(command.when?.(board) ?? true);

export { isMac, shownKey, shownKeyOf } from './shown-key';
export type { Command, Section } from './command';
