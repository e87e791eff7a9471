/**
 * Outlines as nested lists in Markdown (CommonMark 0.31): in and out, with formatting and links.
 * What is folded says so in a comment, which nobody sees.
 */
import { Fault } from '../../fault';
import { isSafeLink, sameMarks, type Marks, type RichText, type Run } from '../../text/rich';
import { linesOf, type Outline } from '../outline';
import { MOST_LINES } from './limits';

const FOLDED = '<!-- folded -->';

const escaped = (text: string): string => text.replace(/([\\`*_[\]<>#~&])/g, '\\$1');

function runMarkdown({ text, bold, italic, underline, strike, link }: Run): string {
	// Marks stand close to the words: spaces go outside.
	const [, before = '', words = '', after = ''] = /^(\s*)([\s\S]*?)(\s*)$/.exec(text)!;
	if (words === '') return text;
	let out = escaped(words);
	if (strike) out = `~~${out}~~`;
	if (italic) out = `_${out}_`;
	if (bold) out = `**${out}**`;
	if (underline) out = `<u>${out}</u>`;
	if (link) out = `[${out}](<${link.replace(/[<>\n]/g, encodeURIComponent)}>)`;
	return before + out + after;
}

/** Stands between two marks of the same signs, which would be another mark together. */
const APART = '<!-- -->';

/** Runs one after the other. */
const runsMarkdown = (runs: readonly Run[]): string =>
	runs.map(runMarkdown).reduce((line, run) => {
		const isOneMark = /[*_~]/.test(run[0] ?? '') && line.at(-1) === run[0];
		return line + (isOneMark ? APART : '') + run;
	}, '');

const lineMarkdown = (rich: RichText): string => {
	const text = rich.map(({ runs }) => runsMarkdown(runs)).join('<br>');
	// What would begin a list or a number of one.
	return text.replace(/^(\s*)([-+]|\d+[.)])(\s)/, '$1\\$2$3');
};

export const writeMarkdown = (outlines: readonly Outline[]): string =>
	[...linesOf(outlines)]
		.map(({ depth, outline }) => {
			const folded = outline.folded && outline.branches.length > 0 ? ` ${FOLDED}` : '';
			return `${'  '.repeat(depth)}- ${lineMarkdown(outline.text)}${folded}\n`;
		})
		.join('');

/** One part of a line: something that means more than its letters, or a letter. */
const TOKEN =
	/<!--.*?-->|\\([\\`*_[\]<>#~&\-+.)\d])|(\*\*|__)|(\*|_)|(~~)|<(u)>|<\/(u)>|(<br\s*\/?>)|\[|\]\((?:<([^>\n]*)>|([^)\s]*))\)|([^])/g;

/**
 * Reads the inline marks of a line. A mark that is never closed counts for the rest of the line.
 */
export function readInline(line: string): RichText {
	const rich: RichText = [{ runs: [] }];
	const marks: Marks = {};
	/** Where each open bracket stands: the runs of its paragraph before it. */
	const brackets: { paragraph: number; run: number }[] = [];
	const add = (text: string): void => {
		const { runs } = rich.at(-1)!;
		const last = runs.at(-1);
		if (last && sameMarks(last, marks) && brackets.at(-1)?.run !== runs.length) last.text += text;
		else runs.push({ ...withoutEmpty(marks), text });
	};
	const flip = (mark: 'bold' | 'italic' | 'strike'): void => void (marks[mark] = !marks[mark]);
	for (const match of line.matchAll(TOKEN)) {
		const [all, sign, strong, weak, strike, openU, closeU, newLine, long, short, letter] = match;
		if (sign !== undefined) add(sign);
		else if (strong) flip('bold');
		else if (weak) flip('italic');
		else if (strike) flip('strike');
		else if (openU || closeU) marks.underline = Boolean(openU);
		else if (newLine) rich.push({ runs: [] });
		else if (all === '[') brackets.push({ paragraph: rich.length - 1, run: rich.at(-1)!.runs.length });
		else if (long !== undefined || short !== undefined)
			closeLink(rich, brackets.pop(), long ?? short ?? '', all, add);
		else if (letter !== undefined) add(letter);
	}
	for (const { paragraph, run } of brackets) rich[paragraph]!.runs.splice(run, 0, { text: '[' });
	return rich;
}

function closeLink(
	rich: RichText,
	from: { paragraph: number; run: number } | undefined,
	address: string,
	written: string,
	add: (text: string) => void,
): void {
	if (!from) return add(written);
	if (!isSafeLink(address)) return;
	rich.slice(from.paragraph).forEach(({ runs }, i) => {
		for (const run of runs.slice(i === 0 ? from.run : 0)) run.link = address;
	});
}

const withoutEmpty = (marks: Marks): Marks =>
	Object.fromEntries(Object.entries(marks).filter(([, value]) => value));

const ITEM = /^(\s*)(?:[-*+]|\d{1,9}[.)])\s+(.*)$/;
const HEADING = /^(#{1,6})\s+(.*)$/;

/**
 * Reads lists, and headings with lists and paragraphs under them.
 * @throws Fault `no outline` where there is no line, or there are too many
 */
export function readMarkdown(source: string): Outline[] {
	const tops: Outline[] = [];
	const path: { depth: number; outline: Outline }[] = [];
	/** Depth of the last heading: lists stand under it. */
	let under = 0;
	let count = 0;
	for (const line of source.split(/\r\n|\r|\n/)) {
		if (line.trim() === '') continue;
		const heading = HEADING.exec(line);
		const item = heading ? undefined : ITEM.exec(line);
		const indent = item?.[1]!.replaceAll('\t', '    ').length ?? 0;
		const depth = heading ? heading[1]!.length : 10 * (under + 1) + indent;
		if (heading) under = depth;
		let words = heading?.[2] ?? item?.[2] ?? line.trim();
		const folded = words.endsWith(FOLDED);
		if (folded) words = words.slice(0, -FOLDED.length).trimEnd();
		const outline: Outline = { text: readInline(words), branches: [], ...(folded ? { folded } : {}) };
		while (path.length > 0 && path.at(-1)!.depth >= depth) path.pop();
		(path.at(-1)?.outline.branches ?? tops).push(outline);
		path.push({ depth, outline });
		if (++count > MOST_LINES) throw new Fault('no outline', { problem: 'size' });
	}
	if (tops.length === 0) throw new Fault('no outline', { problem: 'empty' });
	return tops;
}
