/** A report as PDF, set in the shipped fonts. */
import type { Block, Inline, List, Report } from '$core/report/document';
import { plainOf } from '$core/report/document';
import pdfmake from 'pdfmake';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { fileOf, runsBySubset } from './export/fonts';
import { once } from './once';

const FACES = {
	normal: { family: 'sans', bold: false, italic: false },
	bold: { family: 'sans', bold: true, italic: false },
	italics: { family: 'sans', bold: false, italic: true },
	bolditalics: { family: 'sans', bold: true, italic: true },
} as const;

const printer = (): typeof pdfmake =>
	once('pdf-printer', () => {
		const filesOf = (subset: string) =>
			Object.fromEntries(Object.entries(FACES).map(([name, face]) => [name, fileOf(face, subset, 'woff')]));
		pdfmake.setFonts({ latin: filesOf('latin'), 'latin-ext': filesOf('latin-ext') } as never);
		// Nothing is fetched: pictures are handed over as data.
		pdfmake.setUrlAccessPolicy(() => false);
		return pdfmake;
	});

/** Words with their marks, each run in the font file that has its letters. */
function runsOf(content: readonly Inline[] | undefined): Content[] {
	return (content ?? []).flatMap((each): Content[] => {
		if (each.type === 'hardBreak') return [{ text: '\n' }];
		const marks = new Set(each.marks?.map(({ type }) => type));
		const [bold, italics] = [marks.has('bold'), marks.has('italic')];
		return runsBySubset(each.text, { family: 'sans', bold, italic: italics }).map(({ subset, text }) => ({
			text,
			font: subset,
			bold,
			italics,
		}));
	});
}

const SIZES = { 1: 22, 2: 15, 3: 12 } as const;

function listOf({ type, content }: List): Content {
	const items = content.map((item): Content => {
		const parts = item.content.map((part): Content =>
			part.type === 'paragraph' ? { text: runsOf(part.content) } : listOf(part),
		);
		return parts.length === 1 ? parts[0]! : { stack: parts };
	});
	return type === 'orderedList' ? { ol: items, margin: [0, 2, 0, 6] } : { ul: items, margin: [0, 2, 0, 6] };
}

function blockOf(block: Block, pictures: ReadonlyMap<string, string>): Content[] {
	switch (block.type) {
		case 'heading': {
			const { level } = block.attrs;
			const bold = (block.content ?? []).map((each): Inline =>
				each.type === 'text' ? { ...each, marks: [{ type: 'bold' }] } : each,
			);
			return [
				{
					text: runsOf(bold),
					fontSize: SIZES[level],
					margin: [0, level === 1 ? 0 : 10, 0, 4],
					headlineLevel: level,
				},
			];
		}
		case 'paragraph':
			return [{ text: runsOf(block.content), margin: [0, 0, 0, 5] }];
		case 'image': {
			const picture = pictures.get(block.attrs.src);
			return picture ? [{ image: picture, fit: [500, 330], margin: [0, 2, 0, 8] }] : [];
		}
		default:
			return [listOf(block)];
	}
}

/** @param pictures data of pictures by their addresses; those that are missing are left out */
export async function pdfOf(report: Report, pictures: ReadonlyMap<string, string>): Promise<Uint8Array> {
	const first = report.content.find((block) => block.type === 'heading');
	const title = plainOf(first?.type === 'heading' ? first.content : undefined);
	const definition: TDocumentDefinitions = {
		pageSize: 'A4',
		pageMargins: [48, 48, 48, 54],
		info: { title },
		defaultStyle: { font: 'latin', fontSize: 10.5, lineHeight: 1.25 },
		content: report.content.flatMap((block) => blockOf(block, pictures)),
		footer: (page, pages) => ({
			text: `${page} / ${pages}`,
			alignment: 'right',
			margin: [0, 16, 48, 0],
			fontSize: 9,
		}),
		// A heading does not stand alone at the foot of a page.
		pageBreakBefore: (node, info) =>
			node.headlineLevel !== undefined && info.getFollowingNodesOnPage().length === 0,
	};
	return printer().createPdf(definition).getBuffer();
}
