/** Commands on maps: growing them, re-hanging, folding, and how they mapStyle. */
import { canBeBranch } from '$core/board/model/maps';
import {
	fold,
	foldAllBut,
	foldBelow,
	setLayout,
	detach,
	clearOffset,
	setMapStyle,
} from '$core/board/ops/branches';
import { MAP_LAYOUTS, type MapLayout } from '$core/mindmap/layout';
import { LINE_FORMS, type LineForm } from '$core/mindmap/values';
import type { Direction } from '$core/board/ops/grow';
import { m } from '$lib/messages';
import type { Board } from '../board.svelte';
import {
	addAfterParent,
	addChild,
	addNext,
	branchOf,
	growTowards,
	layoutOf,
	makeMap,
	mapPart,
	reparentTowards,
	walkTowards,
} from '../maps';
import {
	CONVERTED,
	convertMap,
	mapOfSelection,
	outlinesOfSelection,
	type Converted,
} from '../map-conversions';
import { chooseMapFile, takeMapOut } from '../map-files';
import { OUTLINE_FORMAT_NAMES, type OutlineFormatName } from '$core/mindmap/formats';
import { LAYOUT_NAMES, LINE_NAMES } from '../map-words';
import type { Command } from './command';

const KEYS: Record<Direction, string> = {
	right: 'ArrowRight',
	down: 'ArrowDown',
	left: 'ArrowLeft',
	up: 'ArrowUp',
};

const isBranch = (board: Board): boolean => branchOf(board)?.branchLine !== undefined;
const hasBranches = (board: Board): boolean => {
	const object = branchOf(board);
	return object !== undefined && board.model.maps.branchesOf(object.id).length > 0;
};

const towards = (way: Direction): Command[] => [
	{
		id: `map grow ${way}`,
		label: () => m.map_grow(),
		keys: [`Alt+${KEYS[way]}`],
		edits: true,
		quiet: way !== 'right',
		when: (board) => branchOf(board) !== undefined,
		run: (board) => growTowards(board, way),
	},
	{
		id: `map rehang ${way}`,
		label: () => m.map_rehang(),
		keys: [`Alt+Shift+${KEYS[way]}`],
		edits: true,
		quiet: way !== 'right',
		when: isBranch,
		run: (board) => reparentTowards(board, way),
	},
	{
		id: `map walk ${way}`,
		label: () => m.map_walk(),
		keys: [KEYS[way]],
		quiet: way !== 'right',
		when: (board) => branchOf(board) !== undefined && branchOf(board)!.branch?.offset === undefined,
		run: (board) => void walkTowards(board, way),
	},
];

const layoutCommand = (layout: MapLayout): Command => ({
	id: `spread ${layout}`,
	label: LAYOUT_NAMES[layout],
	keys: [],
	edits: true,
	section: 'map',
	when: (board) => {
		const object = branchOf(board);
		// A branch spreads to both sides only where it is a root.
		const fits = layout !== 'both' || object?.branchLine === undefined;
		return object !== undefined && hasBranches(board) && fits && layoutOf(board, object) !== layout;
	},
	run: (board) => setLayout(board.room.editContext, board.model, branchOf(board)!.id, layout),
});

const lineCommand = (line: LineForm): Command => ({
	id: `map line ${line}`,
	label: LINE_NAMES[line],
	keys: [],
	edits: true,
	when: (board) => hasBranches(board) && (branchOf(board)!.mapStyle?.line ?? 'curved') !== line,
	run: (board) => setMapStyle(board.room.editContext, board.model, [branchOf(board)!.id], { line }),
});

const CONVERTED_LABELS: Record<Converted, () => string> = {
	notes: () => m.map_into_notes(),
	list: () => m.map_into_list(),
	columns: () => m.map_into_columns(),
};

const levelCommand = (level: number): Command => ({
	id: `map fold to ${level}`,
	label: () => m.map_fold_to({ level }),
	keys: [],
	edits: true,
	when: hasBranches,
	run: (board) => foldBelow(board.room.editContext, board.model, branchOf(board)!.id, level),
});

const FILE_LABELS: Record<OutlineFormatName, () => string> = {
	opml: () => m.map_save_opml(),
	markdown: () => m.map_save_markdown(),
	text: () => m.map_save_text(),
};

/** Maps from what is there, and back into it. */
const CONVERSIONS: Command[] = [
	{
		id: 'map from',
		label: () => m.map_from(),
		keys: [],
		edits: true,
		section: 'map',
		when: (board) => outlinesOfSelection(board).length > 0,
		run: mapOfSelection,
	},
	...CONVERTED.map((into): Command => ({
		id: `map into ${into}`,
		label: CONVERTED_LABELS[into],
		keys: [],
		edits: true,
		section: 'map',
		when: hasBranches,
		run: (board) => convertMap(board, into),
	})),
	...OUTLINE_FORMAT_NAMES.map((format): Command => ({
		id: `map save ${format}`,
		label: FILE_LABELS[format],
		keys: [],
		when: hasBranches,
		run: (board) => takeMapOut(board, branchOf(board)!.id, format),
	})),
	{
		id: 'map bring in',
		label: () => m.map_bring_in(),
		keys: [],
		edits: true,
		section: 'put',
		run: chooseMapFile,
	},
];

export const MAP_COMMANDS: Command[] = [
	...(['right', 'down', 'left', 'up'] as const).flatMap(towards),
	{
		id: 'map branch',
		label: () => m.map_branch(),
		keys: ['y'],
		edits: true,
		section: 'add',
		when: (board) => mapPart(board) !== undefined,
		run: addChild,
	},
	{
		id: 'map of selection',
		label: () => m.map_of_selection(),
		keys: [],
		edits: true,
		section: 'add',
		when: (board) => board.selected.filter((object) => canBeBranch(object) && !object.lock).length > 1,
		run: makeMap,
	},
	...CONVERSIONS,
	{
		id: 'map next',
		label: () => m.map_next(),
		keys: ['Tab'],
		edits: true,
		section: 'add',
		when: isBranch,
		run: addNext,
	},
	{
		id: 'map back',
		label: () => m.map_back(),
		keys: [],
		edits: true,
		when: isBranch,
		run: addAfterParent,
	},
	{
		id: 'map fold',
		label: () => m.map_fold(),
		keys: ['Shift+y'],
		edits: true,
		section: 'map',
		when: hasBranches,
		run(board) {
			const object = branchOf(board)!;
			fold(board.room.editContext, board.model, [object.id], !object.mapStyle?.folded);
		},
	},
	{
		id: 'map fold others',
		label: () => m.map_fold_others(),
		keys: [],
		edits: true,
		section: 'map',
		when: isBranch,
		run: (board) => foldAllBut(board.room.editContext, board.model, branchOf(board)!.id),
	},
	...[1, 2, 3].map(levelCommand),
	{
		id: 'map unfold all',
		label: () => m.map_unfold_all(),
		keys: [],
		edits: true,
		section: 'map',
		when: hasBranches,
		run: (board) => foldBelow(board.room.editContext, board.model, branchOf(board)!.id, Infinity),
	},
	...MAP_LAYOUTS.map(layoutCommand),
	...LINE_FORMS.map(lineCommand),
	{
		id: 'map let go',
		label: () => m.map_let_go(),
		keys: [],
		edits: true,
		section: 'map',
		when: (board) => board.selected.some(({ id }) => board.model.maps.parentOf(id) !== undefined),
		run: (board) => detach(board.room.editContext, board.model, board.selection),
	},
	{
		id: 'map put back',
		label: () => m.map_put_back(),
		keys: [],
		edits: true,
		section: 'map',
		when: (board) => board.selected.some(({ branch }) => branch?.offset !== undefined),
		run: (board) => clearOffset(board.room.editContext, board.model, board.selection),
	},
];
