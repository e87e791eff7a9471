/** A report as Markdown (CommonMark 0.31). */
import type { Block, Inline, List, Report } from './document';

/** Signs that would mean something are written as they are. */
const escaped = (text: string): string =>
	text
		.replace(/([\\`*_[\]<>#])/g, '\\$1')
		.replace(/^(\s*\d+)\.(\s)/, '$1\\.$2')
		.replace(/^(\s*)([-+])(\s)/, '$1\\$2$3');

function inline(content: readonly Inline[] | undefined): string {
	return (content ?? [])
		.map((each) => {
			if (each.type === 'hardBreak') return '  \n';
			const marks = each.marks?.map(({ type }) => type) ?? [];
			// Marks stand close to the words: spaces go outside.
			const [, before, text, after] = /^(\s*)([\s\S]*?)(\s*)$/.exec(each.text)!;
			if (text === '') return each.text;
			let out = escaped(text!);
			if (marks.includes('italic')) out = `*${out}*`;
			if (marks.includes('bold')) out = `**${out}**`;
			return `${before}${out}${after}`;
		})
		.join('');
}

function listLines(list: List, indent: string): string[] {
	return list.content.flatMap((item, i) => {
		const mark = list.type === 'orderedList' ? `${i + 1}. ` : '- ';
		const inner = indent + ' '.repeat(mark.length);
		return item.content.flatMap((block, j) => {
			if (block.type !== 'paragraph') return listLines(block, inner);
			const text = inline(block.content).replace(/\n/g, `\n${inner}`);
			return [j === 0 ? `${indent}${mark}${text}` : `${inner}${text}`];
		});
	});
}

function block(each: Block, addressOf: (src: string) => string): string {
	switch (each.type) {
		case 'heading':
			return `${'#'.repeat(each.attrs.level)} ${inline(each.content)}`;
		case 'paragraph':
			return inline(each.content);
		case 'image':
			return `![${escaped(each.attrs.alt ?? '')}](${addressOf(each.attrs.src)})`;
		default:
			return listLines(each, '').join('\n');
	}
}

/** @param addressOf makes the address of a picture whole, so that it is found from outside */
export const markdownOf = (report: Report, addressOf: (src: string) => string = (src) => src): string =>
	`${report.content
		.map((each) => block(each, addressOf))
		.filter((text) => text !== '')
		.join('\n\n')}\n`;
