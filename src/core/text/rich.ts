/** Rich text as plain data: paragraphs of runs. Editors and documents keep their own form and meet here. */

/** How a run is set. Left out means no. */
export interface Marks {
	bold?: boolean;
	italic?: boolean;
	underline?: boolean;
	strike?: boolean;
	/** Address that the run leads to. */
	link?: string;
	/** Chalk token that the run is written in, in place of the object's own ink. */
	chalk?: string;
}

export interface Run extends Marks {
	text: string;
}

export const LISTS = ['bullet', 'number', 'check'] as const;
export type ListKind = (typeof LISTS)[number];

export interface Paragraph {
	runs: Run[];
	/** The list that it is an item of. */
	list?: ListKind;
	/** How deep it stands in lists, from 0; only with `list`. */
	level?: number;
	/** Whether an item of a check list is ticked. */
	checked?: boolean;
}

export type RichText = Paragraph[];

/** Plain text of one paragraph. */
export const plainParagraph = (paragraph: Paragraph): string =>
	paragraph.runs.map((run) => run.text).join('');

/** Plain text, one line a paragraph. */
export const plainText = (rich: RichText): string => rich.map(plainParagraph).join('\n');

/** Rich text without any marks; each line of `text` becomes a paragraph. */
export const richFrom = (text: string): RichText =>
	text.split(/\r\n|\r|\n/).map((line) => ({ runs: line === '' ? [] : [{ text: line }] }));

export const isEmpty = (rich: RichText): boolean =>
	rich.every((paragraph) => paragraph.runs.every((run) => run.text.trim() === ''));

/** Whether two runs are set alike, so that they can be joined. */
export const sameMarks = (a: Marks, b: Marks): boolean =>
	Boolean(a.bold) === Boolean(b.bold) &&
	Boolean(a.italic) === Boolean(b.italic) &&
	Boolean(a.underline) === Boolean(b.underline) &&
	Boolean(a.strike) === Boolean(b.strike) &&
	a.link === b.link &&
	a.chalk === b.chalk;

/** Addresses that a link may lead to: web, mail, phone. Anything else (scripts, files) is no link. */
export const isSafeLink = (address: string): boolean => /^(https?:\/\/|mailto:|tel:)/i.test(address.trim());
