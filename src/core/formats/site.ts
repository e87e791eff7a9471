/**
 * Everything of a board in one ZIP file: a page that is opened without a server, with the pictures
 * and files that it leads to.
 */
import { boardOutline, markdownFile, opmlFile } from './board-outline';
import { escapeXml } from './svg';
import { graphmlFile } from './board-graph';
import { calendarFile } from './calendar';
import type { ExportedFile, ExportFormatName, ExportInput, ExportServices } from './exports';
import { pdfFile } from './pdf-file';
import { svgFile } from './svg-file';
import { workbookFile, workbookOf, type Cell, type WorkbookSheet } from './workbook';
import { isFault } from '../fault';
import type { Outline } from '../mindmap/outline';
import { isSafeLink, type RichText, type Run } from '../text/rich';

/** What the page says, in the language of whoever makes it. */
export interface SiteWords {
	/** When it was made. */
	made: string;
	contents: string;
	files: string;
	/** What each file is. */
	file: (format: ExportFormatName) => string;
	yes: string;
	/** A moment and a day in words. */
	moment: (ms: number) => string;
	day: (day: string) => string;
}

type Make = (input: ExportInput, services: ExportServices) => Promise<ExportedFile>;
/**
 * Formats that go along as files, besides a picture of each sheet; each is the ending of its file.
 */
const FILES = {
	pdf: pdfFile,
	xlsx: workbookFile,
	md: markdownFile,
	opml: opmlFile,
	graphml: graphmlFile,
	ics: calendarFile,
	wandtafel: async (_, { archive }) => ({ body: await archive() }),
} as const satisfies Partial<Record<ExportFormatName, Make>>;

const STYLE = `
body { max-width: 60rem; margin: 2rem auto; padding: 0 1rem; background: #f6f1e6; color: #1d2421; font: 1rem/1.5 system-ui, sans-serif; }
h1, h2, h3 { line-height: 1.2; } h2 { margin-top: 2.5rem; border-bottom: 3px solid #b8662e; padding-bottom: .2rem; }
img { max-width: 100%; height: auto; border: 1px solid #c6beaf; } ul { padding-left: 1.4rem; }
table { border-collapse: collapse; width: 100%; } th, td { padding: .3rem .6rem; border: 1px solid #c6beaf; text-align: left; vertical-align: top; }
nav { margin: 1rem 0; } a { color: #7a3e12; } .wide { overflow-x: auto; } small { color: #5a6460; }
@media print { body { background: none; } h2 { break-after: avoid; } }
`;

function runHtml({ text, bold, italic, underline, strike, link }: Run): string {
	let out = escapeXml(text);
	if (bold) out = `<b>${out}</b>`;
	if (italic) out = `<i>${out}</i>`;
	if (underline) out = `<u>${out}</u>`;
	if (strike) out = `<s>${out}</s>`;
	return link && isSafeLink(link) ? `<a href="${escapeXml(link)}">${out}</a>` : out;
}
const textHtml = (text: RichText): string => text.map(({ runs }) => runs.map(runHtml).join('')).join('<br>');

const listHtml = (outlines: readonly Outline[]): string =>
	outlines.length === 0
		? ''
		: `<ul>${outlines.map(({ text, branches }) => `<li>${textHtml(text)}${listHtml(branches)}</li>`).join('')}</ul>`;

function cellHtml(cell: Cell, words: SiteWords): string {
	if (cell === undefined || cell === false) return '';
	if (cell === true) return escapeXml(words.yes);
	if (typeof cell === 'object')
		return escapeXml('moment' in cell ? words.moment(cell.moment) : words.day(cell.day));
	return escapeXml(String(cell)).replaceAll('\n', '<br>');
}
const tableHtml = ({ columns, rows }: WorkbookSheet, words: SiteWords): string =>
	`<div class="wide"><table><thead><tr>${columns.map(({ heading }) => `<th>${escapeXml(heading)}</th>`).join('')}</tr></thead><tbody>${rows
		.map((row) => `<tr>${row.map((cell) => `<td>${cellHtml(cell, words)}</td>`).join('')}</tr>`)
		.join('')}</tbody></table></div>`;

/** A file of the board; undefined where there is nothing that it could hold. */
async function fileOf(
	make: Make,
	input: ExportInput,
	services: ExportServices,
): Promise<Uint8Array | undefined> {
	try {
		return (await make(input, services)).body;
	} catch (error) {
		if (isFault(error, 'nothing to export')) return undefined;
		throw error;
	}
}

export async function siteFile(input: ExportInput, services: ExportServices): Promise<ExportedFile> {
	const { model, title, language = 'en' } = input;
	const { site: words, workbook } = input.words!;
	const files = new Map<string, Uint8Array>();
	const made: { path: string; format: ExportFormatName }[] = [];
	for (const [format, make] of Object.entries(FILES) as [keyof typeof FILES, Make][]) {
		const body = await fileOf(make, input, services);
		if (!body) continue;
		const path = `files/board.${format}`;
		files.set(path, body);
		made.push({ path, format });
	}
	const outlines = boardOutline(input);
	const sheets: string[] = [];
	for (const [i, sheet] of model.sheets.entries()) {
		const picture = await fileOf(svgFile, { ...input, sheet: sheet.id }, services);
		const path = `pictures/sheet-${i + 1}.svg`;
		if (picture) files.set(path, picture);
		sheets.push(
			`<section id="sheet-${i + 1}"><h2>${escapeXml(sheet.title)}</h2>${picture ? `<a href="${path}"><img src="${path}" alt="${escapeXml(sheet.title)}"></a>` : ''}${listHtml(outlines[i]?.branches ?? [])}</section>`,
		);
	}
	const tables = workbookOf(input, workbook).filter(
		({ name, rows }) => rows.length > 0 && [workbook.actions, workbook.votes, workbook.steps].includes(name),
	);
	const contents = model.sheets.map(
		(sheet, i) => `<li><a href="#sheet-${i + 1}">${escapeXml(sheet.title)}</a></li>`,
	);
	const html = [
		`<!doctype html><html lang="${escapeXml(language)}"><head><meta charset="utf-8">`,
		'<meta name="viewport" content="width=device-width, initial-scale=1">',
		// Nothing but what lies beside it is loaded, and no script runs.
		`<meta http-equiv="Content-Security-Policy" content="default-src 'none'; img-src 'self' file: data:; style-src 'unsafe-inline'">`,
		`<title>${escapeXml(title)}</title><style>${STYLE}</style></head><body>`,
		`<header><h1>${escapeXml(title)}</h1><small>${escapeXml(words.made)}</small></header>`,
		`<nav><h2>${escapeXml(words.contents)}</h2><ul>${contents.join('')}</ul></nav>`,
		...sheets,
		...tables.map(
			(table) => `<section><h2>${escapeXml(table.name)}</h2>${tableHtml(table, words)}</section>`,
		),
		`<section><h2>${escapeXml(words.files)}</h2><ul>${made
			.map(({ path, format }) => `<li><a href="${path}">${escapeXml(words.file(format))}</a></li>`)
			.join('')}</ul></section>`,
		'</body></html>\n',
	].join('\n');
	files.set('index.html', new TextEncoder().encode(html));
	return { body: await services.zip(files) };
}
