/** Outlines: what a map says, line by line, each set in under what it hangs on. */
import { plainText, type Paragraph, type RichText, type Run } from '../text/rich';

export interface Outline {
	text: RichText;
	/** Whether what hangs on it is folded away. */
	folded?: boolean;
	branches: Outline[];
}

/** Width of a tab at the beginning of a line, spaces. */
const TAB = 4;
/** What stands before the items of a list that was copied as plain text. */
const BULLET = /^(?:[-*+•–◦▪]|\d{1,3}[.)])\s+/;

/** How far a line is set in, and its text without that and without a bullet. */
function lineOf({ runs }: Paragraph): { indent: number; runs: Run[] } {
	const text = runs.map((run) => run.text).join('');
	const white = /^\s*/.exec(text)![0];
	const indent = [...white].reduce((sum, sign) => sum + (sign === '\t' ? TAB : 1), 0);
	const skip = white.length + (BULLET.exec(text.slice(white.length))?.[0].length ?? 0);
	return { indent, runs: withoutFirst(runs, skip) };
}

/** Runs without their first letters, and without white space at the end. */
function withoutFirst(runs: readonly Run[], count: number): Run[] {
	let left = count;
	const rest = runs.flatMap((run): Run[] => {
		const text = run.text.slice(left);
		left = Math.max(0, left - run.text.length);
		return text === '' ? [] : [{ ...run, text }];
	});
	const last = rest.at(-1);
	if (last) rest[rest.length - 1] = { ...last, text: last.text.trimEnd() };
	return rest.filter(({ text }) => text !== '');
}

/**
 * Reads lines that are set in by tabs or spaces, however many, and lists in lists. A line hangs on
 * the last one that is set in less; empty lines say nothing.
 */
export function readOutline(rich: RichText): Outline[] {
	const tops: Outline[] = [];
	const path: { indent: number; outline: Outline }[] = [];
	/** Lists stand under the paragraph that comes before them. */
	let under = 0;
	for (const paragraph of rich) {
		const { list, level = 0 } = paragraph;
		const line = list ? { indent: under + level * TAB, runs: paragraph.runs } : lineOf(paragraph);
		if (line.runs.every((run) => run.text.trim() === '')) continue;
		if (!list) under = line.indent + TAB;
		const outline: Outline = { text: [{ runs: line.runs }], branches: [] };
		while (path.length > 0 && path.at(-1)!.indent >= line.indent) path.pop();
		(path.at(-1)?.outline.branches ?? tops).push(outline);
		path.push({ indent: line.indent, outline });
	}
	return tops;
}

/** Everything in outlines with its depth, from 0, in the order of the lines. */
export function* linesOf(outlines: readonly Outline[]): Generator<{ depth: number; outline: Outline }> {
	const open = outlines.map((outline) => ({ depth: 0, outline })).reverse();
	for (let next = open.pop(); next; next = open.pop()) {
		yield next;
		const depth = next.depth + 1;
		for (const outline of [...next.outline.branches].reverse()) open.push({ depth, outline });
	}
}

/** Outlines as lines set in by tabs; line breaks in a text become spaces. */
export const indented = (outlines: readonly Outline[]): string =>
	[...linesOf(outlines)]
		.map(({ depth, outline }) => '\t'.repeat(depth) + plainText(outline.text).replace(/\s*\n\s*/g, ' '))
		.join('\n');
