/**
 * The kinds of object as people meet them: what they are called, by what icon they are known, what
 * tool makes them. A kind without a row does not compile; what can be changed of it stands in
 * `properties.ts`.
 */
import type { KindName } from '$core/board/objects';
import { m } from '$lib/messages';
import GroupIcon from '@lucide/svelte/icons/boxes';
import ActionsIcon from '@lucide/svelte/icons/clipboard-check';
import ColumnsIcon from '@lucide/svelte/icons/columns-3';
import GridIcon from '@lucide/svelte/icons/grid-2x2';
import ThemeIcon from '@lucide/svelte/icons/group';
import PictureIcon from '@lucide/svelte/icons/image';
import StrokeIcon from '@lucide/svelte/icons/pen-line';
import ListIcon from '@lucide/svelte/icons/rows-3';
import ShapeIcon from '@lucide/svelte/icons/shapes';
import ConnectorIcon from '@lucide/svelte/icons/spline';
import FieldIcon from '@lucide/svelte/icons/square-dashed';
import MarkIcon from '@lucide/svelte/icons/sticker';
import LanesIcon from '@lucide/svelte/icons/rows-4';
import ColumnLanesIcon from '@lucide/svelte/icons/columns-4';
import NoteIcon from '@lucide/svelte/icons/sticky-note';
import TableIcon from '@lucide/svelte/icons/table';
import TextIcon from '@lucide/svelte/icons/type';
import type { ToolName } from '../board/tools';

interface KindRow {
	name: () => string;
	/** One or several of them, with their number. */
	many: (told: { count: number }) => string;
	icon: typeof NoteIcon;
	/** The tool that makes one, and shows what the next will look like. */
	tool?: ToolName;
}

const ROWS: Record<KindName, KindRow> = {
	note: {
		name: () => m.kind_note(),
		many: (told) => m.many_note(told),
		icon: NoteIcon,
		tool: 'note',
	},
	text: {
		name: () => m.kind_text(),
		many: (told) => m.many_text(told),
		icon: TextIcon,
		tool: 'text',
	},
	shape: {
		name: () => m.kind_shape(),
		many: (told) => m.many_shape(told),
		icon: ShapeIcon,
		tool: 'shape',
	},
	connector: {
		name: () => m.kind_connector(),
		many: (told) => m.many_connector(told),
		icon: ConnectorIcon,
		tool: 'link',
	},
	field: {
		name: () => m.kind_field(),
		many: (told) => m.many_field(told),
		icon: FieldIcon,
		tool: 'field',
	},
	theme: {
		name: () => m.kind_theme(),
		many: (told) => m.many_theme(told),
		icon: ThemeIcon,
	},
	group: {
		name: () => m.kind_group(),
		many: (told) => m.many_group(told),
		icon: GroupIcon,
	},
	columns: {
		name: () => m.kind_columns(),
		many: (told) => m.many_columns(told),
		icon: ColumnsIcon,
	},
	grid: {
		name: () => m.kind_grid(),
		many: (told) => m.many_grid(told),
		icon: GridIcon,
	},
	list: {
		name: () => m.kind_list(),
		many: (told) => m.many_list(told),
		icon: ListIcon,
	},
	actions: {
		name: () => m.kind_actions(),
		many: (told) => m.many_actions(told),
		icon: ActionsIcon,
	},
	table: {
		name: () => m.kind_table(),
		many: (told) => m.many_table(told),
		icon: TableIcon,
	},
	lanes: {
		name: () => m.kind_lanes(),
		many: (told) => m.many_lanes(told),
		icon: LanesIcon,
	},
	'column-lanes': {
		name: () => m.kind_column_lanes(),
		many: (told) => m.many_column_lanes(told),
		icon: ColumnLanesIcon,
	},
	stroke: {
		name: () => m.kind_stroke(),
		many: (told) => m.many_stroke(told),
		icon: StrokeIcon,
	},
	picture: {
		name: () => m.kind_picture(),
		many: (told) => m.many_picture(told),
		icon: PictureIcon,
	},
	mark: {
		name: () => m.kind_mark(),
		many: (told) => m.many_mark(told),
		icon: MarkIcon,
		tool: 'mark',
	},
};

export const kindName = (kind: KindName): string => ROWS[kind].name();

/** One or several of a kind, with their number: "one note", "3 notes". */
export const manyOf = (kind: KindName, count: number): string => ROWS[kind].many({ count });

export const iconOf = (kind: KindName): typeof NoteIcon => ROWS[kind].icon;

const OF_TOOLS = new Map(
	Object.entries(ROWS).flatMap(([kind, { tool }]) => (tool ? [[tool, kind as KindName] as const] : [])),
);
/** What a tool makes; undefined where that is chosen beside it. */
export const kindOfTool = (tool: ToolName): KindName | undefined => OF_TOOLS.get(tool);
