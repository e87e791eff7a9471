/** Formatted text as inline HTML and back, as it stands in the texts of outlines. */
import { Parser } from 'htmlparser2';
import { isSafeLink, sameMarks, type Marks, type RichText, type Run } from '../../text/rich';

const TAGS = [
	['bold', 'b'],
	['italic', 'i'],
	['underline', 'u'],
	['strike', 's'],
] as const;
const MARK_OF: Record<string, keyof Marks> = {
	b: 'bold',
	strong: 'bold',
	i: 'italic',
	em: 'italic',
	u: 'underline',
	s: 'strike',
	del: 'strike',
	strike: 'strike',
};
const SIGNS: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };

export const escapeHtml = (text: string): string => text.replace(/[&<>"]/g, (sign) => SIGNS[sign]!);

/** A run of formatted text as HTML. */
export function runHtml({ text, link, ...marks }: Run): string {
	let html = escapeHtml(text);
	for (const [mark, tag] of TAGS) if (marks[mark]) html = `<${tag}>${html}</${tag}>`;
	return link ? `<a href="${escapeHtml(link)}">${html}</a>` : html;
}

/** Paragraphs as inline HTML with line breaks between them. */
export const toInlineHtml = (rich: RichText): string =>
	rich.map(({ runs }) => runs.map(runHtml).join('')).join('<br/>');

/** Inline HTML as paragraphs; tags that are not known are read for their text. */
export function fromInlineHtml(html: string): RichText {
	const rich: RichText = [{ runs: [] }];
	const open: Marks[] = [];
	let skipped = 0;
	const add = (text: string): void => {
		if (text === '' || skipped > 0) return;
		const marks = Object.assign({}, ...open) as Marks;
		const { runs } = rich.at(-1)!;
		const last = runs.at(-1);
		if (last && sameMarks(last, marks)) last.text += text;
		else runs.push({ ...marks, text });
	};
	const parser = new Parser({
		onopentag(name, { href = '' }) {
			const mark = MARK_OF[name];
			if (name === 'script' || name === 'style') skipped++;
			if (name === 'br') rich.push({ runs: [] });
			else if (name === 'a' && isSafeLink(href)) open.push({ link: href });
			else open.push(mark ? { [mark]: true } : {});
		},
		ontext: add,
		onclosetag(name) {
			if (name === 'script' || name === 'style') skipped--;
			if (name !== 'br') open.pop();
		},
	});
	parser.write(html);
	parser.end();
	return rich;
}

/** Whether a text has no format of its own. */
export const isPlainText = (rich: RichText): boolean =>
	rich.length <= 1 &&
	rich.every(({ runs }) => runs.every((run) => Object.keys(run).every((key) => key === 'text')));
