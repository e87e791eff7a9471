/** Commands that order what is there: stack, groups, locks, lines and rows. */
import { isConnector, isField, isGroup } from '$core/board/kinds/guards';
import { align, distribute, EDGES, tidyRows, type Edge, type Moves, type Placed } from '$core/arrange/align';
import { moveTo } from '$core/board/ops/edits';
import { restack, restackStep } from '$core/board/ops/stacking';
import { groupObjects, lockObjects, ungroupObjects } from '$core/board/ops/groups';
import { shiftInSequence } from '$core/board/ops/sequence';
import { layByPerson } from '$core/meeting/strays';
import { m } from '$lib/messages';
import { toaster } from '../../ui/toaster';
import type { Board } from '../board.svelte';
import { hasSelection, hasSeveral, type Command } from './command';
import { moveCell } from './holders';

/** What is selected, as boxes; connectors follow by themselves. */
const placed = (board: Board): Placed[] =>
	board.selected.flatMap((object) => {
		const box = isConnector(object) || object.lock ? undefined : board.model.boundsOf(object.id);
		return box ? [{ id: object.id, box }] : [];
	});

function moving(board: Board, moves: Moves): void {
	moveTo(board.room.editContext, board.model, moves);
	const { maps } = board.model;
	const isInMap = board.selected.some(({ id, branch }) => maps.parentOf(id) !== undefined && !branch?.offset);
	if (isInMap) toaster.info({ title: m.map_has_places() });
}

const EDGE_LABELS: Record<Edge, () => string> = {
	left: () => m.command_align_left(),
	centre: () => m.command_align_centre(),
	right: () => m.command_align_right(),
	top: () => m.command_align_top(),
	middle: () => m.command_align_middle(),
	bottom: () => m.command_align_bottom(),
};

const STEP = 10;
const nudge = (key: string, dx: number, dy: number): Command[] => [
	{
		id: `nudge ${key}`,
		label: () => m.command_nudge(),
		keys: [key],
		edits: 'own',
		when: hasSelection,
		run: (board) => void (moveCell(board, dx, dy) || board.nudge(dx, dy)),
	},
	{
		id: `nudge far ${key}`,
		label: () => m.command_nudge_far(),
		keys: [`Shift+${key}`],
		edits: 'own',
		when: hasSelection,
		run: (board) => board.nudge(dx * STEP, dy * STEP),
	},
];

const byPerson = (how: 'together' | 'spread', label: () => string): Command => ({
	id: `by person ${how}`,
	label,
	keys: [],
	edits: true,
	section: 'arrange',
	when: (board) => board.selected.length === 1 && isField(board.selected[0]!),
	run: (board) => void layByPerson(board.room.editContext, board.model, board.selected[0]!.id, how),
});

export const ARRANGE_COMMANDS: Command[] = [
	byPerson('together', () => m.command_by_person()),
	byPerson('spread', () => m.command_spread()),
	...EDGES.map((edge): Command => ({
		id: `align ${edge}`,
		label: EDGE_LABELS[edge],
		keys: [],
		edits: true,
		section: 'arrange',
		when: hasSeveral,
		run: (board) => moving(board, align(placed(board), edge)),
	})),
	{
		id: 'distribute x',
		label: () => m.command_distribute_x(),
		keys: [],
		edits: true,
		section: 'arrange',
		when: (board) => board.selection.size > 2,
		run: (board) => moving(board, distribute(placed(board), 'x')),
	},
	{
		id: 'distribute y',
		label: () => m.command_distribute_y(),
		keys: [],
		edits: true,
		section: 'arrange',
		when: (board) => board.selection.size > 2,
		run: (board) => moving(board, distribute(placed(board), 'y')),
	},
	{
		id: 'tidy',
		label: () => m.command_tidy(),
		keys: ['t'],
		edits: true,
		section: 'arrange',
		when: hasSeveral,
		run: (board) => moving(board, tidyRows(placed(board))),
	},
	{
		id: 'group',
		label: () => m.command_group(),
		keys: ['$mod+g'],
		edits: true,
		section: 'object',
		when: hasSeveral,
		run(board) {
			const group = groupObjects(board.room.editContext, board.model, board.selection);
			if (group) board.select([group]);
		},
	},
	{
		id: 'ungroup',
		label: () => m.command_ungroup(),
		keys: ['$mod+Shift+g'],
		edits: true,
		section: 'object',
		when: (board) => board.selected.some(isGroup),
		run: (board) => board.select(ungroupObjects(board.room.editContext, board.model, board.selection)),
	},
	{
		id: 'lock',
		label: () => m.command_lock(),
		keys: ['l'],
		edits: true,
		section: 'object',
		when: (board) => board.selected.some((object) => !object.lock),
		run: (board) => lockObjects(board.room.editContext, board.model, board.selection, 'own'),
	},
	{
		id: 'lock for all',
		label: () => m.command_lock_for_all(),
		keys: ['Shift+l'],
		edits: true,
		section: 'object',
		when: (board) => board.room.leads && board.selected.some((object) => object.lock !== 'led'),
		run: (board) => lockObjects(board.room.editContext, board.model, board.selection, 'led'),
	},
	{
		id: 'unlock',
		label: () => m.command_unlock(),
		keys: ['$mod+Shift+l'],
		edits: true,
		section: 'object',
		when: (board) =>
			board.selected.some((object) => object.lock === 'own' || (object.lock === 'led' && board.room.leads)),
		run: (board) => lockObjects(board.room.editContext, board.model, board.selection, undefined),
	},
	...([-1, 1] as const).map((by): Command => ({
		id: by === 1 ? 'later' : 'earlier',
		label: () => (by === 1 ? m.command_later() : m.command_earlier()),
		keys: [],
		edits: true,
		section: 'object',
		when: (board) => board.selected.length === 1 && isField(board.selected[0]!),
		run: (board) => shiftInSequence(board.room.editContext, board.model, board.selected[0]!.id, by),
	})),
	{
		id: 'front',
		label: () => m.command_front(),
		keys: ['Home'],
		edits: true,
		section: 'stack',
		when: hasSelection,
		run: (board) => restack(board.room.editContext, board.model, board.selection, 'front'),
	},
	{
		id: 'forward',
		label: () => m.command_forward(),
		keys: ['PageUp'],
		edits: true,
		section: 'stack',
		when: hasSelection,
		run: (board) => restackStep(board.room.editContext, board.model, board.selection, true),
	},
	{
		id: 'backward',
		label: () => m.command_backward(),
		keys: ['PageDown'],
		edits: true,
		section: 'stack',
		when: hasSelection,
		run: (board) => restackStep(board.room.editContext, board.model, board.selection, false),
	},
	{
		id: 'back',
		label: () => m.command_back(),
		keys: ['End'],
		edits: true,
		section: 'stack',
		when: hasSelection,
		run: (board) => restack(board.room.editContext, board.model, board.selection, 'back'),
	},
	...nudge('ArrowLeft', -1, 0),
	...nudge('ArrowRight', 1, 0),
	...nudge('ArrowUp', 0, -1),
	...nudge('ArrowDown', 0, 1),
];
