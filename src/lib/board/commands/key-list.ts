/**
 * The list of keys, grouped by what one wants to do: from the table of commands and what the hand
 * does.
 */
import { m } from '$lib/messages';
import { COMMANDS } from '.';
import { shownKeyOf } from './shown-key';
import { synonymsOf } from './synonyms';

export interface KeyRow {
	label: string;
	/** As people read them. */
	keys: string;
	/** Other words by which it is found. */
	words: string;
}
export interface KeyGroup {
	title: string;
	rows: KeyRow[];
}

type GroupName = 'make' | 'write' | 'change' | 'select' | 'see' | 'wayfinder' | 'together' | 'help';

const TITLES: Record<GroupName, () => string> = {
	make: () => m.keys_make(),
	write: () => m.keys_write(),
	change: () => m.keys_change(),
	select: () => m.keys_select(),
	see: () => m.keys_see(),
	wayfinder: () => m.keys_wayfinder(),
	together: () => m.keys_together(),
	help: () => m.keys_help(),
};

/** Which commands stand where, by their ids or the first words of them. */
const MEMBERS: Record<GroupName, readonly string[]> = {
	make: [
		'tool',
		'put in the middle',
		'next note',
		'grow',
		'map',
		'flow',
		'templates',
		'drawer',
		'shelf',
		'picture',
		'files',
		'straight-edge',
		'see also',
	],
	write: ['edit', 'bold', 'italic', 'underline', 'write cell', 'next cell', 'open link'],
	change: [
		'copy picture',
		'duplicate',
		'remove',
		'nudge',
		'tidy',
		'to theme',
		'group',
		'ungroup',
		'lock',
		'unlock',
		'front',
		'forward',
		'backward',
		'back',
		'crop',
		'tick item',
	],
	select: ['select all', 'leave', 'go to see also'],
	see: [
		'zoom in',
		'zoom out',
		'full size',
		'fit',
		'fit selection',
		'next field',
		'previous field',
		'keep place',
		'place',
		'guides',
		'full screen',
	],
	wayfinder: [],
	together: [
		'nod',
		'nod at line',
		'comment',
		'next comment',
		'previous comment',
		'talk',
		'next new thing',
		'previous new thing',
		'aside',
		'pointer',
		'sign',
		'vote',
		'show',
		'balance',
		'parking',
		'put backstage',
	],
	help: ['undo', 'redo', 'palette', 'keys'],
};

/** What has keys and is no command: the hand on the board, the clipboard, the wayfinder. */
const OTHERS: Partial<Record<GroupName, (mod: string) => readonly (readonly [string, string])[]>> = {
	write: () => [
		[m.hand_edit(), m.hand_edit_keys()],
		[m.key_end_writing(), 'Esc'],
	],
	change: (mod) => [
		[m.command_copy(), `${mod} C`],
		[m.command_cut(), `${mod} X`],
		[m.command_paste(), `${mod} V`],
		[m.hand_copy(), m.hand_copy_keys()],
		[m.hand_straight(), m.hand_straight_keys()],
		[m.hand_snap(), m.hand_snap_keys()],
		[m.hand_menu(), m.hand_menu_keys()],
	],
	select: () => [
		[m.hand_add(), m.key_shift()],
		[m.hand_box(), m.hand_box_keys()],
		[m.hand_lasso(), m.hand_lasso_keys()],
	],
	see: () => [
		[m.hand_pan(), m.hand_pan_keys()],
		[m.hand_zoom(), m.hand_zoom_keys()],
	],
	wayfinder: () => [
		[m.key_rows(), `↑ ↓ ${m.key_home()} ${m.key_end()}`],
		[m.key_row_open(), '← →'],
		[m.key_row_go(), m.key_enter()],
		[m.key_row_choose(), m.key_row_choose_keys()],
		[m.key_row_range(), `${m.key_shift()} ↑ ↓`],
		[m.key_row_menu(), m.key_row_menu_keys()],
		[m.key_row_edit(), 'F2'],
		[m.key_row_remove(), m.key_delete()],
		[m.key_row_move(), 'Alt ← → ↑ ↓'],
		[m.key_row_link(), 'L'],
	],
};

/** The group that a command stands in. */
export function groupOf(id: string): GroupName | undefined {
	const names = Object.keys(MEMBERS) as GroupName[];
	return (
		names.find((name) => MEMBERS[name].includes(id)) ??
		names.find((name) => MEMBERS[name].includes(id.split(' ')[0]!))
	);
}

/** All keys by group. Commands of one label stand in one row with all their keys. */
export function keyGroups(mac: boolean): KeyGroup[] {
	const groups = new Map<GroupName, Map<string, { keys: string[]; words: string }>>();
	const add = (name: GroupName, label: string, key: string, words: string): void => {
		const rows = groups.get(name) ?? new Map<string, { keys: string[]; words: string }>();
		groups.set(name, rows);
		const row = rows.get(label) ?? { keys: [], words };
		rows.set(label, { ...row, keys: [...row.keys, key] });
	};
	for (const command of COMMANDS) {
		const { id, label, quiet } = command;
		const key = shownKeyOf(command, mac);
		if (key && !quiet) add(groupOf(id) ?? 'help', label(), key, synonymsOf(id));
	}
	for (const name of Object.keys(TITLES) as GroupName[])
		for (const [label, keys] of OTHERS[name]?.(mac ? '⌘' : m.key_ctrl()) ?? []) add(name, label, keys, '');
	return (Object.keys(TITLES) as GroupName[]).map((name) => ({
		title: TITLES[name](),
		rows: [...(groups.get(name) ?? [])].map(([label, { keys, words }]) => ({
			label,
			keys: keys.join('  '),
			words,
		})),
	}));
}

/** Groups with the rows that have all the words; groups without any are left out. */
export function findKeys(groups: readonly KeyGroup[], words: string): KeyGroup[] {
	const wanted = words.toLocaleLowerCase().split(/\s+/).filter(Boolean);
	const hit = ({ label, keys, words: others }: KeyRow): boolean =>
		wanted.every((word) => `${label} ${keys} ${others}`.toLocaleLowerCase().includes(word));
	return groups
		.map(({ title, rows }) => ({ title, rows: rows.filter(hit) }))
		.filter(({ rows }) => rows.length > 0);
}
