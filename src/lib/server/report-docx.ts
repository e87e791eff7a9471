/** A report as a text document (ECMA-376, Office Open XML) to be worked on in a word processor. */
import {
	AlignmentType,
	Document,
	HeadingLevel,
	ImageRun,
	LevelFormat,
	Packer,
	Paragraph,
	TextRun,
	type FileChild,
} from 'docx';
import sharp from 'sharp';
import { plainOf, type Block, type Inline, type List, type Report } from '$core/report/document';

const HEADINGS = { 1: HeadingLevel.HEADING_1, 2: HeadingLevel.HEADING_2, 3: HeadingLevel.HEADING_3 } as const;
/** Largest sides of a picture on the page, pixels at 96 an inch. */
const PICTURE = { w: 620, h: 420 };
/** Depths that lists in lists can have. */
const LEVELS = 9;
/** Twentieths of a point by which each level of a list is set in. */
const INDENT = 360;

const runsOf = (content: readonly Inline[] | undefined): TextRun[] =>
	(content ?? []).map((each) => {
		if (each.type === 'hardBreak') return new TextRun({ break: 1 });
		const marks = new Set(each.marks?.map(({ type }) => type));
		return new TextRun({ text: each.text, bold: marks.has('bold'), italics: marks.has('italic') });
	});

/** Lists get one numbering each: every one begins at 1. */
class Numbering {
	count = 0;
	next = (): string => `list-${this.count++}`;
	config() {
		return Array.from({ length: this.count }, (_, i) => ({
			reference: `list-${i}`,
			levels: Array.from({ length: LEVELS }, (__, level) => ({
				level,
				format: LevelFormat.DECIMAL,
				text: `%${level + 1}.`,
				alignment: AlignmentType.START,
				style: { paragraph: { indent: { left: INDENT * (level + 1), hanging: INDENT } } },
			})),
		}));
	}
}

function listParagraphs(list: List, level: number, numbering: Numbering): Paragraph[] {
	const reference = list.type === 'orderedList' ? numbering.next() : undefined;
	const depth = Math.min(level, LEVELS - 1);
	return list.content.flatMap(({ content }) =>
		content.flatMap((part, i): Paragraph[] => {
			if (part.type !== 'paragraph') return listParagraphs(part, level + 1, numbering);
			const children = runsOf(part.content);
			// A second paragraph of an item stands under the first, without a sign.
			if (i > 0) return [new Paragraph({ children, indent: { left: INDENT * (depth + 1) } })];
			return [
				reference === undefined
					? new Paragraph({ children, bullet: { level: depth } })
					: new Paragraph({ children, numbering: { reference, level: depth } }),
			];
		}),
	);
}

async function pictureOf(data: Uint8Array, alt: string): Promise<Paragraph> {
	const { width, height } = await sharp(data).metadata();
	const scale = Math.min(1, PICTURE.w / width, PICTURE.h / height);
	return new Paragraph({
		children: [
			new ImageRun({
				type: 'png',
				data: Buffer.from(data),
				transformation: { width: Math.round(width * scale), height: Math.round(height * scale) },
				altText: { name: alt, title: alt, description: alt },
			}),
		],
	});
}

async function blockOf(
	block: Block,
	pictures: ReadonlyMap<string, Uint8Array>,
	numbering: Numbering,
): Promise<FileChild[]> {
	switch (block.type) {
		case 'heading':
			return [
				new Paragraph({
					children: runsOf(block.content),
					heading: HEADINGS[block.attrs.level],
					keepNext: true,
				}),
			];
		case 'paragraph':
			return [new Paragraph({ children: runsOf(block.content), spacing: { after: 100 } })];
		case 'image': {
			const data = pictures.get(block.attrs.src);
			return data ? [await pictureOf(data, block.attrs.alt ?? '')] : [];
		}
		default:
			return listParagraphs(block, 0, numbering);
	}
}

/** @param pictures PNG files by their addresses; those that are missing are left out */
export async function docxOf(report: Report, pictures: ReadonlyMap<string, Uint8Array>): Promise<Uint8Array> {
	const numbering = new Numbering();
	const children: FileChild[] = [];
	for (const block of report.content) children.push(...(await blockOf(block, pictures, numbering)));
	const first = report.content.find((block) => block.type === 'heading');
	const document = new Document({
		title: plainOf(first?.type === 'heading' ? first.content : undefined),
		creator: 'Wandtafel',
		numbering: { config: numbering.config() },
		sections: [{ children }],
	});
	return Packer.toBuffer(document);
}
