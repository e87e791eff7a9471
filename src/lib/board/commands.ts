/** What can be done to the board by key. The same table feeds the shortcut list. */
import { restack } from '$core/board/edits';
import { m } from '$lib/paraglide/messages';
import { TOOLS, type Board } from './board.svelte';

export interface Command {
	id: string;
	label: () => string;
	/** Keys in tinykeys' notation; the first is shown. */
	keys: string[];
	run: (board: Board) => void;
	/** Whether it changes the board, and so needs the right to. */
	edits?: boolean;
}

const TOOL_LABELS: Record<(typeof TOOLS)[number], () => string> = {
	view: () => m.tool_view(),
	pick: () => m.tool_pick(),
	note: () => m.tool_note(),
	text: () => m.tool_text(),
	shape: () => m.tool_shape(),
	link: () => m.tool_link(),
	field: () => m.tool_field(),
};
export const toolLabel = (tool: (typeof TOOLS)[number]): string => TOOL_LABELS[tool]();

const STEP = 8;
const nudge = (key: string, dx: number, dy: number): Command[] => [
	{
		id: `nudge ${key}`,
		label: () => m.command_nudge(),
		keys: [key],
		edits: true,
		run: (board) => board.nudge(dx, dy),
	},
	{
		id: `nudge far ${key}`,
		label: () => m.command_nudge_far(),
		keys: [`Shift+${key}`],
		edits: true,
		run: (board) => board.nudge(dx * STEP, dy * STEP),
	},
];

export const COMMANDS: Command[] = [
	...TOOLS.map((tool, i): Command => ({
		id: `tool ${tool}`,
		label: () => m.command_tool({ tool: toolLabel(tool) }),
		keys: [String(i + 1)],
		run: (board) => board.takeUp(tool),
	})),
	{
		id: 'undo',
		label: () => m.command_undo(),
		keys: ['$mod+z'],
		edits: true,
		run: (board) => board.stepBack(),
	},
	{
		id: 'redo',
		label: () => m.command_redo(),
		keys: ['$mod+Shift+z', '$mod+y'],
		edits: true,
		run: (board) => board.stepForward(),
	},
	{
		id: 'select all',
		label: () => m.command_select_all(),
		keys: ['$mod+a'],
		run: (board) => board.selectAll(),
	},
	{
		id: 'duplicate',
		label: () => m.command_duplicate(),
		keys: ['$mod+d'],
		edits: true,
		run: (board) => board.duplicate(),
	},
	{
		id: 'remove',
		label: () => m.command_remove(),
		keys: ['Delete', 'Backspace'],
		edits: true,
		run: (board) => board.remove(),
	},
	{
		id: 'edit',
		label: () => m.command_edit(),
		keys: ['Enter', 'F2'],
		edits: true,
		run(board) {
			const [id] = board.selection;
			if (board.selection.size === 1 && id) board.startEditing(id);
		},
	},
	{
		id: 'leave',
		label: () => m.command_leave(),
		keys: ['Escape'],
		run(board) {
			if (board.tool !== 'pick') board.takeUp('pick');
			else board.select([]);
		},
	},
	{
		id: 'front',
		label: () => m.command_front(),
		keys: ['Home'],
		edits: true,
		run: (board) => restack(board.room.hand, board.model, board.selection, 'front'),
	},
	{
		id: 'back',
		label: () => m.command_back(),
		keys: ['End'],
		edits: true,
		run: (board) => restack(board.room.hand, board.model, board.selection, 'back'),
	},
	...nudge('ArrowLeft', -1, 0),
	...nudge('ArrowRight', 1, 0),
	...nudge('ArrowUp', 0, -1),
	...nudge('ArrowDown', 0, 1),
	{
		id: 'zoom in',
		label: () => m.command_zoom_in(),
		keys: ['+', 'Shift++', '=', '$mod+='],
		run: (board) => board.zoom(1.25),
	},
	{
		id: 'zoom out',
		label: () => m.command_zoom_out(),
		keys: ['-', '$mod+-'],
		run: (board) => board.zoom(0.8),
	},
	{
		id: 'full size',
		label: () => m.command_full_size(),
		keys: ['0', '$mod+0'],
		run: (board) => board.zoomTo(1),
	},
	{ id: 'fit', label: () => m.command_fit(), keys: ['f'], run: (board) => board.fit() },
];

/** How keys are shown to people. */
export function shownKey(keys: string, mac: boolean): string {
	const names: Record<string, string> = {
		$mod: mac ? '⌘' : 'Ctrl',
		ArrowLeft: '←',
		ArrowRight: '→',
		ArrowUp: '↑',
		ArrowDown: '↓',
		Escape: 'Esc',
	};
	return keys
		.split(/\b\+/)
		.map((key) => names[key] ?? (key.length === 1 ? key.toUpperCase() : key))
		.join(' ');
}
