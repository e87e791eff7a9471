/** Rich text as plain data: paragraphs of runs. Editors and documents keep their own form and meet here. */

export interface Run {
	text: string;
	bold?: boolean;
	italic?: boolean;
}

export type Paragraph = Run[];
export type RichText = Paragraph[];

/** Plain text, one line a paragraph. */
export const plainText = (rich: RichText): string =>
	rich.map((paragraph) => paragraph.map((run) => run.text).join('')).join('\n');

/** Rich text without any marks; each line of `text` becomes a paragraph. */
export const richFrom = (text: string): RichText =>
	text.split(/\r\n|\r|\n/).map((line) => (line === '' ? [] : [{ text: line }]));

export const isEmpty = (rich: RichText): boolean => plainText(rich).trim() === '';
