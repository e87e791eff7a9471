/** What kinds of holder there are: what they are made of, and how things lie in them. */
import { isTheme } from '../kinds/guards';
import type { KindName } from '../objects';

export const HOLDERS = ['columns', 'grid', 'list', 'actions', 'table', 'lanes', 'column-lanes'] as const;
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
	/** Whether things lie in its rows or columns wherever they are put. */
	open: boolean;
	/** Columns whose cells are text; all when left out. */
	textCols?: readonly string[];
	/** Where the words go that head its columns: above them, in its first row, nowhere. */
	headings: 'above' | 'first row' | 'none';
	/** Its columns, where they belong to the form. */
	cols?: readonly string[];
	/** Width of a new column and height of a new row, board units. */
	colSize: number;
	rowSize: number;
	/** Whether lines are drawn between its columns. */
	ruled: boolean;
	/** Whether it says how many things lie in each column. */
	counts: boolean;
	/** Whether its rows are action items: with a person, a day, a sign-off. */
	items: boolean;
}

/** The column that counts nods; a part of a list. */
export const NODS_COL = 'nods';
/** Columns of a list and of action items. */
export const LIST_COLS = ['text', NODS_COL] as const;
export const ACTION_COLS = ['done', 'text', 'person', 'due', 'signed'] as const;

const PLAIN = {
	headRow: false,
	headCol: false,
	headings: 'above',
	open: false,
	ruled: true,
	counts: false,
	items: false,
} as const;
const FORMS: Record<HolderKind, HolderForm> = {
	columns: {
		...PLAIN,
		rows: false,
		freeCols: true,
		headRow: true,
		flow: 'down',
		colSize: 200,
		rowSize: 0,
		counts: true,
	},
	grid: {
		...PLAIN,
		rows: true,
		freeCols: true,
		headRow: true,
		headCol: true,
		flow: 'across',
		colSize: 200,
		rowSize: 130,
	},
	list: {
		...PLAIN,
		rows: true,
		freeCols: false,
		textCols: ['text'],
		headings: 'none',
		cols: LIST_COLS,
		colSize: 300,
		rowSize: 32,
		ruled: false,
	},
	actions: {
		...PLAIN,
		rows: true,
		freeCols: false,
		headRow: true,
		textCols: ['text'],
		cols: ACTION_COLS,
		colSize: 240,
		rowSize: 36,
		ruled: false,
		items: true,
	},
	table: { ...PLAIN, rows: true, freeCols: true, headings: 'first row', colSize: 150, rowSize: 32 },
	lanes: {
		...PLAIN,
		rows: true,
		freeCols: false,
		headCol: true,
		textCols: [],
		headings: 'none',
		cols: ['steps'],
		open: true,
		colSize: 800,
		rowSize: 170,
	},
	'column-lanes': {
		...PLAIN,
		rows: false,
		freeCols: true,
		headRow: true,
		textCols: [],
		open: true,
		colSize: 240,
		rowSize: 0,
	},
};

export const formOfHolder = (kind: HolderKind): HolderForm => FORMS[kind];
export const formOf = (kind: KindName): HolderForm | undefined => FORMS[kind as HolderKind];
export const isHolder = (object: { kind: KindName }): boolean => object.kind in FORMS;
/** Whether things lie in it wherever they are put. */
export const isOpen = (object: { kind: KindName }): boolean => Boolean(formOf(object.kind)?.open);
/** How things that are put into an object lie in it; nothing where none can be put in. */
export const flowOf = (kind: KindName): HolderForm['flow'] =>
	isTheme({ kind }) ? 'across' : formOf(kind)?.flow;
/** Whether other objects can be put into it. */
export const takesCards = (object: { kind: KindName }): boolean => flowOf(object.kind) !== undefined;
/** Whether its box follows from what lies in it. */
export const isLaidOut = (object: { kind: KindName }): boolean => isHolder(object) || takesCards(object);

/** Whether a cell of that row and column is text that can be written in. */
export function isTextCell(form: HolderForm, row: string, col: string): boolean {
	if (row === 'head' || col === 'head') return row !== col;
	if (form.flow) return false;
	return form.textCols?.includes(col) ?? true;
}
