/** The table of tools, in the order of the ledge. */
import { m } from '$lib/messages';
import Comment from '@lucide/svelte/icons/message-square-plus';
import Eraser from '@lucide/svelte/icons/eraser';
import Field from '@lucide/svelte/icons/square-dashed';
import Hand from '@lucide/svelte/icons/hand';
import Link from '@lucide/svelte/icons/spline';
import MousePointer from '@lucide/svelte/icons/mouse-pointer-2';
import Pen from '@lucide/svelte/icons/pen-line';
import Shapes from '@lucide/svelte/icons/shapes';
import StickyNote from '@lucide/svelte/icons/sticky-note';
import Type from '@lucide/svelte/icons/type';
import { createComment } from './comment';
import { createLink } from './link';
import { createField, createHolder, createMark, createNote, createShape, createText } from './make';
import { createPen } from './pen';
import { createPick } from './pick';
import { createPointer } from './pointer';
import { createEraser } from './rub';
import type { Tool } from './tool';
import { createView } from './view';

interface ToolRow {
	/** A tool with a state of its own: each board has its own hand. */
	create: () => Tool;
	label: () => string;
	/** What it writes: nothing, notes of one's own, anything. */
	writes: 'nothing' | 'notes' | 'anything';
	/** Whether a click puts down what it makes, which Enter does as well. */
	puts?: true;
	/**
	 * Its icon in the row of tools, where its key is its place; left out for tools that are taken
	 * elsewhere.
	 */
	icon?: typeof Hand;
}

const TABLE = {
	view: { create: createView, label: () => m.tool_view(), writes: 'nothing', icon: Hand },
	pick: {
		create: () => createPick(createLink()),
		label: () => m.tool_pick(),
		writes: 'nothing',
		icon: MousePointer,
	},
	note: { create: createNote, label: () => m.tool_note(), writes: 'notes', puts: true, icon: StickyNote },
	text: { create: createText, label: () => m.tool_text(), writes: 'anything', puts: true, icon: Type },
	shape: { create: createShape, label: () => m.tool_shape(), writes: 'anything', puts: true, icon: Shapes },
	link: { create: createLink, label: () => m.tool_link(), writes: 'anything', icon: Link },
	field: { create: createField, label: () => m.tool_field(), writes: 'anything', puts: true, icon: Field },
	pen: { create: createPen, label: () => m.tool_pen(), writes: 'anything', icon: Pen },
	rub: { create: createEraser, label: () => m.tool_rub(), writes: 'anything', icon: Eraser },
	holder: { create: createHolder, label: () => m.shelf(), writes: 'anything' },
	mark: { create: createMark, label: () => m.kind_mark(), writes: 'anything', puts: true },
	comment: { create: createComment, label: () => m.tool_comment(), writes: 'nothing' },
	pointer: { create: createPointer, label: () => m.tool_pointer(), writes: 'nothing' },
} as const satisfies Record<string, ToolRow>;

export type ToolName = keyof typeof TABLE;
export type Tools = Readonly<Record<ToolName, Tool>>;

const row = (tool: ToolName): ToolRow => TABLE[tool];
const NAMES = Object.keys(TABLE) as ToolName[];

/** Tools in the row at the ledge; the keys 1 to 9 take them up. */
export const LEDGE_TOOLS: readonly ToolName[] = NAMES.filter((tool) => row(tool).icon);

/** All tools for one board. */
export const createTools = (): Tools =>
	Object.fromEntries(NAMES.map((tool) => [tool, TABLE[tool].create()])) as Record<ToolName, Tool>;

export const toolLabel = (tool: ToolName): string => TABLE[tool].label();
export const toolIcon = (tool: ToolName): typeof Hand => row(tool).icon ?? Comment;
export const toolWrites = (tool: ToolName): ToolRow['writes'] => TABLE[tool].writes;
export const putsByClick = (tool: ToolName): boolean => row(tool).puts === true;
