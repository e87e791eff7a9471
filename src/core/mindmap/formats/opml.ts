/**
 * Outlines as OPML 2.0 (D. Winer, 2007): in and out. Texts may hold inline HTML, and the numbers of
 * the lines that are unfolded stand in the head.
 */
import { Parser } from 'htmlparser2';
import { Fault } from '../../fault';
import { plainText } from '../../text/rich';
import { linesOf, type Outline } from '../outline';
import { escapeHtml, fromInlineHtml, isPlainText, toInlineHtml } from './inline-html';
import { MOST_LINES } from './limits';

const XML_SIGNS = /[^\t\n\r\x20-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/gu;
const attribute = (text: string): string => escapeHtml(text.replace(XML_SIGNS, '')).replace(/\n/g, '&#10;');

/**
 * What stands in the text of a line: the words themselves, or inline HTML where they are formatted.
 */
function lineText({ text }: Outline): string {
	const plain = plainText(text);
	// Words that would be read as HTML are written as such.
	return isPlainText(text) && !/[<&]/.test(plain) ? plain : toInlineHtml(text);
}

export function writeOpml(title: string, outlines: readonly Outline[]): string {
	const unfolded = [...linesOf(outlines)]
		.map(({ outline }, i) => (outline.branches.length > 0 && !outline.folded ? i + 1 : undefined))
		.filter((line) => line !== undefined);
	const body = (all: readonly Outline[], indent: string): string =>
		all
			.map((outline) => {
				const open = `${indent}<outline text="${attribute(lineText(outline))}"`;
				if (outline.branches.length === 0) return `${open}/>\n`;
				return `${open}>\n${body(outline.branches, `${indent}  `)}${indent}</outline>\n`;
			})
			.join('');
	return [
		'<?xml version="1.0" encoding="UTF-8"?>\n<opml version="2.0">\n',
		`  <head>\n    <title>${attribute(title)}</title>\n`,
		`    <expansionState>${unfolded.join(',')}</expansionState>\n  </head>\n`,
		`  <body>\n${body(outlines, '    ')}  </body>\n</opml>\n`,
	].join('');
}

/**
 * Reads an OPML file.
 * @throws Fault `no outline` for what is none, or holds too many lines
 */
export function readOpml(source: string): Outline[] {
	const tops: Outline[] = [];
	const open: Outline[] = [];
	const lines: Outline[] = [];
	let isOpml = false;
	let expansion: string | undefined;
	let isInState = false;
	const parser = new Parser(
		{
			onopentag(tag, attributes) {
				const name = tag.toLowerCase();
				if (name === 'opml') isOpml = true;
				else if (name === 'expansionstate') {
					isInState = true;
					expansion = '';
				} else if (name === 'outline') {
					const words = attributes['text'] ?? attributes['title'] ?? '';
					const link = attributes['url'] ?? attributes['htmlUrl'];
					const text = fromInlineHtml(words);
					if (link && /^https?:/i.test(link))
						for (const { runs } of text) for (const run of runs) run.link ??= link;
					const outline: Outline = { text, branches: [] };
					(open.at(-1)?.branches ?? tops).push(outline);
					open.push(outline);
					lines.push(outline);
				}
			},
			ontext(text) {
				if (isInState) expansion = (expansion ?? '') + text;
			},
			onclosetag(tag) {
				const name = tag.toLowerCase();
				if (name === 'expansionstate') isInState = false;
				else if (name === 'outline') open.pop();
			},
		},
		{ xmlMode: true, decodeEntities: true },
	);
	parser.write(source);
	parser.end();
	if (!isOpml || lines.length === 0) throw new Fault('no outline', { problem: isOpml ? 'empty' : 'format' });
	if (lines.length > MOST_LINES) throw new Fault('no outline', { problem: 'size' });
	if (expansion !== undefined) {
		const unfolded = new Set(expansion.split(',').map(Number));
		lines.forEach((line, i) => {
			if (line.branches.length > 0 && !unfolded.has(i + 1)) line.folded = true;
		});
	}
	return tops;
}
