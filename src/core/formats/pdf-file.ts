/**
 * A board as PDF: a page a field, sheet or selection, and what is written as a list where that is
 * wanted.
 */
import type { ExportedFile, ExportInput, ExportServices } from './exports';
import { noteListPages } from './note-list';
import { pagesOf, type Page } from './pages';
import { fitInto, millimetres, ownSize, paperSize, type PaperName } from './paper';
import type { PdfPage } from './pdf';

/** Paper that stays white at the edge, points. */
const MARGIN = millimetres(8);

/** One page of the board, turned as it fits best. */
function pageOf(
	{ title, sheet, view, ground, backdrop, drawings }: Page,
	paper: PaperName | 'own',
	hasFields: boolean,
): PdfPage {
	const bookmark = { title, under: hasFields ? [sheet.title] : [] };
	const picture = { view, ground, backdrop, drawings };
	if (paper === 'own') {
		const size = ownSize(view);
		return { size, bookmark, pictures: [{ ...picture, at: { x: 0, y: 0, ...size } }], items: [] };
	}
	const size = paperSize(paper, view.w > view.h);
	const room = { x: MARGIN, y: MARGIN, w: size.w - 2 * MARGIN, h: size.h - 2 * MARGIN };
	return { size, bookmark, pictures: [{ ...picture, at: fitInto(view, room) }], items: [] };
}

export async function pdfFile(input: ExportInput, services: ExportServices): Promise<ExportedFile> {
	const { title, author = '', language = 'en', paper = 'a4', by = 'fields', colours = 'screen' } = input;
	const pages = pagesOf(input, { by, colours }, services.measure);
	const list =
		input.noteList === undefined
			? []
			: noteListPages(
					input,
					input.noteList,
					paperSize(paper === 'own' ? 'a4' : paper, false),
					services.measure,
				);
	const body = await services.pdf({
		title,
		author,
		language,
		pages: [
			...pages.map((page) => pageOf(page, paper, by === 'fields' && page.title !== page.sheet.title)),
			...list,
		],
	});
	return { body };
}
