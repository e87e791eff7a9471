/** Commands that change what one sees, and nothing on the board. */
import { copyAddress, goToField, goToPlace, keepPlace } from '../places';
import { unionOf } from '$core/geometry/box';
import { m } from '$lib/messages';
import { hasSelection, type Command } from './command';

export const VIEW_COMMANDS: Command[] = [
	{
		id: 'templates',
		label: () => m.command_templates(),
		keys: ['e'],
		edits: true,
		section: 'put',
		run: (board) => board.frame.openDialog('templates'),
	},
	{
		id: 'drawer',
		label: () => m.command_drawer(),
		keys: ['d'],
		edits: true,
		section: ['put', 'object'],
		run: (board) => board.frame.openDialog('drawer'),
	},
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
		section: 'view',
		run: (board) => board.zoomTo(1),
	},
	{
		id: 'fit',
		label: () => m.command_fit(),
		keys: ['f'],
		section: 'view',
		run: (board) => board.fit(),
	},
	{
		id: 'fit selection',
		label: () => m.command_fit_selection(),
		keys: ['Shift+f'],
		section: 'object',
		when: hasSelection,
		run: (board) => board.fit(unionOf([...board.selection].flatMap((id) => board.model.boundsOf(id) ?? []))),
	},
	{
		id: 'next field',
		label: () => m.command_next_field(),
		keys: ['.'],
		section: 'view',
		when: (board) => board.model.fields.size > 0,
		run: (board) => goToField(board, 1),
	},
	{
		id: 'previous field',
		label: () => m.command_previous_field(),
		keys: [','],
		section: 'view',
		when: (board) => board.model.fields.size > 0,
		run: (board) => goToField(board, -1),
	},
	{
		id: 'keep place',
		label: () => m.command_keep_place(),
		keys: ['m'],
		edits: true,
		section: 'view',
		run: (board) => void keepPlace(board),
	},
	...Array.from({ length: 9 }, (_, i): Command => ({
		id: `place ${i + 1}`,
		label: () => m.place_named({ number: i + 1 }),
		keys: [`Shift+Digit${i + 1}`],
		quiet: i > 0,
		when: (board) => board.model.places.length > i,
		run: (board) => goToPlace(board, board.model.places[i]!),
	})),
	{
		id: 'guides',
		label: () => m.command_guides(),
		keys: ['g'],
		section: 'view',
		run: (board) => void (board.snapping = !board.snapping),
	},
	{
		id: 'straight-edge',
		label: () => m.straight_edge(),
		keys: ['r'],
		edits: true,
		section: 'put',
		run: (board) => board.layEdge(),
	},
	{
		id: 'full screen',
		label: () => m.command_full_screen(),
		keys: ['Shift+Enter'],
		section: 'view',
		run: () =>
			void (document.fullscreenElement
				? document.exitFullscreen()
				: document.documentElement.requestFullscreen()),
	},
	{
		id: 'copy address',
		label: () => m.command_copy_address(),
		keys: [],
		section: 'object',
		run: (board) => void copyAddress(board),
	},
];
