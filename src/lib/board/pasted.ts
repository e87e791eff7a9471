/** What other programs put on the clipboard, read into rich text and tables. */
import { escapeHtml, runHtml } from '$core/mindmap/formats/inline-html';
import { richFromNodes, type EditorNode } from '$core/text/from-nodes';
import { isEmpty, type RichText } from '$core/text/rich';
import { generateJSON } from '@tiptap/core';
import Papa from 'papaparse';
import { TEXT_EXTENSIONS } from './text-extensions';

const richFromHtml = (html: string): RichText =>
	richFromNodes(generateJSON(html, TEXT_EXTENSIONS) as EditorNode);

/** Formatted text; undefined where it says no more than the plain text does. */
export function formattedIn(html: string): RichText | undefined {
	if (html === '') return undefined;
	const rich = richFromHtml(html);
	const isPlain = rich.every(
		({ list, runs }) => !list && runs.every((run) => Object.keys(run).every((key) => key === 'text')),
	);
	return isEmpty(rich) || isPlain ? undefined : rich;
}

/** The cells of the first table in HTML, row by row; undefined where there is none. */
function cellsInHtml(html: string): RichText[][] | undefined {
	if (!/<table/i.test(html)) return undefined;
	const table = new DOMParser().parseFromString(html, 'text/html').querySelector('table');
	const rows = [...(table?.rows ?? [])].map((row) =>
		[...row.cells].flatMap((cell) => [
			richFromHtml(cell.innerHTML),
			// A cell that spans several columns takes their places.
			...Array.from({ length: Math.max(0, cell.colSpan - 1) }, (): RichText => []),
		]),
	);
	return rows.length > 0 ? rows : undefined;
}

/** Whether tabs divide a text into cells: in every line, and none only as what sets a line in. */
function isTabular(text: string): boolean {
	// Cells with line breaks stand in quotes; what is in them is no line of its own.
	const lines = text
		.replace(/"(?:[^"]|"")*"/g, 'x')
		.split(/\r\n|\r|\n/)
		.filter((line) => line.trim() !== '');
	return (
		lines.length > 0 &&
		lines.every((line) => line.includes('\t')) &&
		lines.some((line) => !line.startsWith('\t'))
	);
}

/** The cells that spreadsheets copy as text: tabs between them, quotes round those with line breaks. */
function cellsInText(text: string): RichText[][] | undefined {
	if (!isTabular(text)) return undefined;
	const { data } = Papa.parse<string[]>(text.replace(/\r?\n$/, ''), { delimiter: '\t' });
	return data.map((row) =>
		row.map((cell) =>
			cell.split(/\r\n|\r|\n/).map((line) => ({ runs: line === '' ? [] : [{ text: line }] })),
		),
	);
}

/** A table on the clipboard, row by row; undefined where there is none of more than one cell. */
export function cellsIn(html: string, text: string): RichText[][] | undefined {
	// A list stays a list, whatever sets its items in.
	const isList = /<li[\s>]/i.test(html) && !/<table/i.test(html);
	const cells = cellsInHtml(html) ?? (isList ? undefined : cellsInText(text));
	if (!cells || cells.flat().length < 2 || cells.flat().every(isEmpty)) return undefined;
	return cells;
}

/** Rows as text for other programs: tabs between cells (text/tab-separated-values). */
export const asTabs = (rows: readonly (readonly string[])[]): string =>
	Papa.unparse(
		rows.map((row) => [...row]),
		{ delimiter: '\t', newline: '\n' },
	);

/** Rows as an HTML table. */
export const asTable = (rows: readonly (readonly string[])[]): string =>
	`<table>${rows.map((row) => `<tr>${row.map((cell) => `<td>${escapeHtml(cell).replace(/\n/g, '<br>')}</td>`).join('')}</tr>`).join('')}</table>`;

/** Formatted text as HTML, a paragraph or item each. */
export function asHtml(rich: RichText): string {
	return rich
		.map(({ runs, list, checked }) => {
			const words = runs.map(runHtml).join('');
			if (!list) return `<p>${words}</p>`;
			const tag = list === 'number' ? 'ol' : 'ul';
			return `<${tag}><li>${list === 'check' ? (checked ? '☑ ' : '☐ ') : ''}${words}</li></${tag}>`;
		})
		.join('')
		.replace(/<\/(ul|ol)><\1>/g, '');
}
