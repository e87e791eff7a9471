/** Commands on the text, the clipboard and the selection. */
import { hasBox } from '$core/board/kinds/traits';
import { isGroup, isNote } from '$core/board/kinds/guards';
import { forgetSeeAlso, goToSeeAlso, seeAlso } from '../places';
import { copyPicture } from '../copy-picture';
import { linkOfSelection, openLink } from '../links';
import { grow, nextNote } from '../going-on';
import { pasteFromMenu } from '../clipboard';
import { putNote } from '../tools/make';
import { nod } from '$core/board/ops/approve';
import { canGrow, type Direction } from '$core/board/ops/grow';
import type { BoardObject } from '$core/board/objects';
import type { Point } from '$core/geometry/box';
import { toBoard } from '$core/geometry/view';
import { m } from '$lib/messages';
import type { Board } from '../board.svelte';
import { putsByClick } from '../tools';
import type { HandEvent } from '../tools/tool';
import { hasSelection, isAllLocked, type Command } from './command';

/** A hand that does nothing but point at a place of the screen. */
const handAt = (board: Board, screen: Point): HandEvent => ({
	screen,
	at: toBoard(board.view, screen),
	shift: false,
	alt: false,
	hold: false,
	reach: 0,
	touch: false,
	pressure: 0.5,
});

/**
 * The browser's own copy and cut, so that they go the same way as by key: from the board, not from
 * a menu over it.
 */
const byBrowser =
	(action: 'copy' | 'cut') =>
	(board: Board): void => {
		board.focusing.emit();
		// It goes to where the caret is, which a click on a menu leaves in the menu.
		getSelection()?.removeAllRanges();
		document.execCommand(action);
	};

const like = (id: string, label: () => string, of: (object: BoardObject) => unknown): Command => ({
	id: `select like ${id}`,
	label,
	keys: [],
	section: 'object',
	when: (board) => board.selected.length === 1 && of(board.selected[0]!) !== undefined,
	run: (board) => board.selectLike(of),
});

function colourOf({ style }: BoardObject): unknown {
	if ('pigment' in style) return style.pigment;
	if ('fill' in style && style.fill !== 'none') return style.fill;
	return 'chalk' in style ? style.chalk : undefined;
}

const growing = (direction: Direction, key: string, label: () => string): Command => ({
	id: `grow ${direction}`,
	label,
	keys: [`Alt+${key}`],
	edits: true,
	section: 'add',
	when: (board) => board.selected.length === 1 && canGrow(board.selected[0]!),
	run: (board) => grow(board, direction),
});

export const EDIT_COMMANDS: Command[] = [
	{
		id: 'nod',
		label: () => m.command_nod(),
		keys: ['n'],
		when: (board) => board.room.may('nod') && board.selected.some(hasBox),
		run: (board) => nod(board.room.editContext, board.model, board.selection),
	},
	{
		id: 'see also',
		label: () => m.command_see_also(),
		keys: ['s'],
		edits: true,
		section: 'add',
		when: (board) => board.selection.size > 0 && board.selection.size < 3,
		run: (board) => seeAlso(board),
	},
	{
		id: 'go to see also',
		label: () => m.command_go_see_also(),
		keys: ['j'],
		section: 'add',
		when: (board) => Boolean(board.selected[0]?.see?.length),
		run: (board) => goToSeeAlso(board, board.selected[0]!.id),
	},
	{
		id: 'edit',
		hidden: isAllLocked,
		label: () => m.command_edit(),
		keys: ['Enter', 'F2'],
		edits: 'own',
		when: (board) => board.selection.size === 1 && !isGroup(board.selected[0]),
		run(board) {
			const [id] = board.selection;
			if (board.selection.size === 1 && id) board.startEditing(id);
		},
	},
	{
		id: 'open link',
		label: () => m.command_open_link(),
		keys: ['$mod+Enter'],
		when: (board) => linkOfSelection(board) !== undefined,
		run(board) {
			const address = linkOfSelection(board);
			if (address) openLink(address);
		},
	},
	{
		id: 'new note',
		label: () => m.command_new_note(),
		keys: [],
		when: (board) => board.mayTake('note'),
		run: (board) => board.startEditing(putNote(board, board.menuAt ?? board.middle)),
	},
	{
		id: 'put in the middle',
		label: () => m.command_put_in_middle(),
		keys: ['Enter'],
		when: (board) => board.selection.size === 0 && putsByClick(board.tool) && board.mayTake(board.tool),
		run(board) {
			const { w, h } = board.size;
			const hand = handAt(board, { x: w / 2, y: h / 2 });
			const tool = board.tools[board.tool];
			tool.down?.(board, hand);
			tool.up?.(board, hand);
		},
	},
	{
		id: 'next note',
		label: () => m.command_next_note(),
		keys: ['Tab'],
		edits: 'own',
		section: 'add',
		when: (board) => board.selected.length === 1 && isNote(board.selected[0]!),
		run: (board) => nextNote(board),
	},
	growing('right', 'ArrowRight', () => m.command_grow_right()),
	growing('down', 'ArrowDown', () => m.command_grow_down()),
	growing('left', 'ArrowLeft', () => m.command_grow_left()),
	growing('up', 'ArrowUp', () => m.command_grow_up()),
	{
		id: 'undo',
		label: () => m.command_undo(),
		keys: ['$mod+z'],
		edits: 'own',
		when: (board) => board.steps.canUndo,
		run: (board) => board.stepBack(),
	},
	{
		id: 'redo',
		label: () => m.command_redo(),
		keys: ['$mod+Shift+z', '$mod+y'],
		edits: 'own',
		when: (board) => board.steps.canRedo,
		run: (board) => board.stepForward(),
	},
	{
		id: 'cut',
		hidden: isAllLocked,
		label: () => m.command_cut(),
		keys: [],
		edits: 'own',
		when: hasSelection,
		run: byBrowser('cut'),
	},
	{
		id: 'copy',
		label: () => m.command_copy(),
		keys: [],
		when: hasSelection,
		run: byBrowser('copy'),
	},
	{
		id: 'paste',
		label: () => m.command_paste(),
		keys: [],
		edits: 'own',
		run: (board) => pasteFromMenu(board),
	},
	{
		id: 'copy picture',
		label: () => m.command_copy_picture(),
		keys: ['$mod+Shift+c'],
		section: 'object',
		when: (board) => hasSelection(board) && board.room.may('export'),
		run: (board) => copyPicture(board),
	},
	{
		id: 'duplicate',
		label: () => m.command_duplicate(),
		keys: ['$mod+d'],
		edits: 'own',
		when: hasSelection,
		run: (board) => board.duplicate(),
	},
	{
		id: 'remove',
		hidden: isAllLocked,
		label: () => m.command_remove(),
		keys: ['Delete', 'Backspace'],
		edits: 'own',
		when: hasSelection,
		run: (board) => board.remove(),
	},
	{
		id: 'select all',
		label: () => m.command_select_all(),
		keys: ['$mod+a'],
		run: (board) => board.selectAll(),
	},
	like(
		'kind',
		() => m.command_like_kind(),
		(object) => object.kind,
	),
	like('colour', () => m.command_like_colour(), colourOf),
	like(
		'person',
		() => m.command_like_person(),
		(object) => object.by[0],
	),
	{
		id: 'leave',
		label: () => m.command_leave(),
		keys: ['Escape'],
		run(board) {
			if (forgetSeeAlso(board)) return;
			if (board.tool !== 'pick') board.takeUp('pick');
			else if (board.cell) {
				board.cell = undefined;
				board.wake();
			} else board.select([]);
		},
	},
];
