/** What kinds of holder there are: what they are made of, and how things lie in them. */
import type { KindName } from '../objects';

export const HOLDERS = ['columns', 'grid', 'list', 'actions', 'table'] as const;
export type HolderKind = (typeof HOLDERS)[number];

export interface HolderForm {
	/** Whether it has rows of its own; otherwise a single one. */
	rows: boolean;
	/** Whether columns and rows can be added and removed; fixed ones belong to the form. */
	freeCols: boolean;
	/** Headings over the columns, headings beside the rows. */
	headRow: boolean;
	headCol: boolean;
	/** How things that are put in lie in a slot; left out where nothing can be put in. */
	flow?: 'down' | 'across';
	/** Columns whose cells are text; all when left out. */
	textCols?: readonly string[];
}

/** Columns of a list and of action items. */
export const LIST_COLS = ['text', 'nods'] as const;
export const ACTION_COLS = ['done', 'text', 'person', 'due', 'signed'] as const;

const FORMS: Record<HolderKind, HolderForm> = {
	columns: { rows: false, freeCols: true, headRow: true, headCol: false, flow: 'down' },
	grid: { rows: true, freeCols: true, headRow: true, headCol: true, flow: 'across' },
	list: { rows: true, freeCols: false, headRow: false, headCol: false, textCols: ['text'] },
	actions: { rows: true, freeCols: false, headRow: true, headCol: false, textCols: ['text'] },
	table: { rows: true, freeCols: true, headRow: false, headCol: false },
};

export const formOf = (kind: KindName): HolderForm | undefined => FORMS[kind as HolderKind];
export const isHolder = (object: { kind: KindName }): boolean => object.kind in FORMS;
/** Whether other objects can be put into it. */
export const takesCards = (object: { kind: KindName }): boolean => Boolean(formOf(object.kind)?.flow);

/** Kinds of object that can be put into a holder. */
const CARDS: ReadonlySet<KindName> = new Set<KindName>(['note', 'text', 'shape', 'picture', 'stroke']);
export const canBeHeld = (object: { kind: KindName; lock?: unknown }): boolean =>
	CARDS.has(object.kind) && !object.lock;

/** Whether a cell of that row and column is text that can be written in. */
export function isTextCell(form: HolderForm, row: string, col: string): boolean {
	if (row === 'head' || col === 'head') return row !== col;
	if (form.flow) return false;
	return form.textCols?.includes(col) ?? true;
}
