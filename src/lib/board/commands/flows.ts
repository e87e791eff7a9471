/** Commands on flows: linking, what steps are, names of exits, tidying. */
import { flowAt } from '$core/board/flows';
import { isShape } from '$core/board/kinds/guards';
import { canTakeOut, EXIT_NAMINGS, renameExits, type ExitNaming } from '$core/board/ops/flow-links';
import type { ShapeName } from '$core/board/shapes';
import { FLOW_DIRECTIONS, type FlowDirection } from '$core/flow/layout/input';
import { m } from '$lib/messages';
import { exitWords } from '../../words/flows';
import type { Board } from '../board.svelte';
import {
	canLinkSelected,
	canTidyFlow,
	changeStep,
	linkSelected,
	selectedExits,
	selectedShape,
	takeSelectedOut,
	tidySelected,
} from '../flows';
import { keepTidy, tidyWishOf } from '../keep-tidy';
import type { Command } from './command';

const changing = (id: string, label: () => string, key: string, shape: ShapeName): Command => ({
	id: `flow ${id}`,
	label,
	keys: [key],
	edits: true,
	section: 'flow',
	when(board) {
		const object = selectedShape(board);
		return isShape(object) && !object.lock && object.style.shape !== shape;
	},
	run: (board) => changeStep(board, shape),
});

const NAMING_LABELS: Record<ExitNaming, () => string> = {
	words: () => m.flow_exits_words(),
	numbers: () => m.flow_exits_numbers(),
	swapped: () => m.flow_exits_swap(),
};

const TIDY_LABELS: Record<FlowDirection, { once: () => string; kept: () => string; key: string[] }> = {
	right: { once: () => m.flow_tidy_right(), kept: () => m.flow_keep_right(), key: ['Shift+t'] },
	down: { once: () => m.flow_tidy_down(), kept: () => m.flow_keep_down(), key: [] },
};

const allInLine = (board: Board): boolean =>
	board.selection.size > 0 && [...board.selection].every((id) => canTakeOut(board.model, id));

export const FLOW_COMMANDS: Command[] = [
	{
		id: 'flow link',
		label: () => m.flow_link(),
		keys: ['Shift+k'],
		edits: true,
		section: 'add',
		when: canLinkSelected,
		run: linkSelected,
	},
	changing('decision', () => m.flow_make_decision(), 'Shift+d', 'decision'),
	changing('end', () => m.flow_make_end(), 'Shift+e', 'terminator'),
	changing('step', () => m.flow_make_step(), 'Shift+s', 'process'),
	{
		id: 'flow take out',
		label: () => m.flow_take_out(),
		keys: ['Shift+x'],
		edits: true,
		section: 'flow',
		when: allInLine,
		run: (board) => takeSelectedOut(board, 'step stays'),
	},
	{
		id: 'flow remove',
		label: () => m.flow_remove(),
		keys: ['Shift+Delete', 'Shift+Backspace'],
		edits: true,
		section: 'flow',
		when: allInLine,
		run: (board) => takeSelectedOut(board, 'step goes'),
	},
	...EXIT_NAMINGS.map((naming): Command => ({
		id: `flow exits ${naming}`,
		label: NAMING_LABELS[naming],
		keys: [],
		edits: true,
		section: 'flow',
		when: (board) => selectedExits(board).length > (naming === 'swapped' ? 1 : 0),
		run: (board) =>
			renameExits(board.room.editContext, board.model, selectedShape(board)!.id, naming, exitWords()),
	})),
	...FLOW_DIRECTIONS.map((direction): Command => ({
		id: `flow tidy ${direction}`,
		label: TIDY_LABELS[direction].once,
		keys: TIDY_LABELS[direction].key,
		edits: true,
		section: 'flow',
		when: canTidyFlow,
		run: (board) => tidySelected(board, direction),
	})),
	...FLOW_DIRECTIONS.map((direction): Command => ({
		id: `flow keep ${direction}`,
		label: TIDY_LABELS[direction].kept,
		keys: [],
		edits: true,
		section: 'flow',
		when(board) {
			const wish = tidyWishOf(board);
			return wish !== undefined && wish.direction !== direction;
		},
		run: (board) => keepTidy(board, direction),
	})),
	{
		id: 'flow let be',
		label: () => m.flow_let_be(),
		keys: [],
		edits: true,
		section: 'flow',
		when: (board) => tidyWishOf(board)?.direction !== undefined,
		run: (board) => keepTidy(board, undefined),
	},
	{
		id: 'flow check',
		label: () => m.flow_show(),
		keys: [],
		section: ['flow', 'board'],
		when: (board) => board.selected.length === 0 || flowAt(board.model, board.selected[0]!.id) !== undefined,
		run: (board) => board.frame.openInstrument('flow'),
	},
];
