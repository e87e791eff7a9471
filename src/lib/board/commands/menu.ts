/**
 * The menu at the pointer, made from the table of commands: what is wanted most on top, the rest in
 * sub-menus.
 */
import { m } from '$lib/messages';
import type { Board } from '../board.svelte';
import { COMMANDS, isOffered, type Command, type Section } from '.';

/** What stands on top, in this order. */
const TOP = [
	'new note',
	'open link',
	'edit',
	'nod',
	'cut',
	'copy',
	'paste',
	'duplicate',
	'remove',
	'select all',
];

/** Of these, what is wanted most where nothing lies. */
const OF_FREE_SPOT_ONLY = ['new note', 'select all'];

/** Sub-menus for what is selected, and for a free spot. */
const OF_SELECTION: Section[] = ['cells', 'add', 'map', 'flow', 'arrange', 'stack', 'object'];
const OF_FREE_SPOT: Section[] = ['put', 'view', 'board'];

const SECTION_NAMES: Record<Section, () => string> = {
	cells: () => m.menu_cells(),
	add: () => m.menu_add(),
	map: () => m.menu_map(),
	flow: () => m.menu_flow(),
	arrange: () => m.menu_arrange(),
	stack: () => m.menu_stack(),
	object: () => m.menu_object(),
	put: () => m.menu_put(),
	view: () => m.menu_view(),
	board: () => m.menu_board(),
};

const standsIn = ({ section }: Command, of: Section): boolean =>
	typeof section === 'string' ? section === of : (section?.includes(of) ?? false);

export interface MenuPart {
	section: Section;
	/** Of a sub-menu; without one its commands stand on top. */
	label?: string;
	commands: Command[];
}

/** The parts of the menu for what is selected now; with nothing selected, for a free spot. */
export function menuOf(board: Board): { top: Command[]; more: MenuPart[] } {
	const offered = COMMANDS.filter((command) => isOffered(command, board) && !command.hidden?.(board));
	const isFree = board.selection.size === 0;
	const top = TOP.flatMap((id) => offered.find((command) => command.id === id) ?? []).filter(
		({ id }) => isFree || !OF_FREE_SPOT_ONLY.includes(id),
	);
	const more = (isFree ? OF_FREE_SPOT : OF_SELECTION).flatMap((section): MenuPart[] => {
		const commands = offered.filter((command) => standsIn(command, section) && !top.includes(command));
		if (commands.length === 0) return [];
		return commands.length === 1
			? [{ section, commands }]
			: [{ section, label: SECTION_NAMES[section](), commands }];
	});
	return { top, more };
}
