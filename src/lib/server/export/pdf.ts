/**
 * Writes PDF files (ISO 32000-1): vectors from the same primitives as the screen, text in the
 * shipped fonts.
 */
import PDFDocument from 'pdfkit';
import { readFileSync } from 'node:fs';
import type { Drawing, Paint, Primitive } from '$core/board/drawing';
import type { PdfDocument, PdfPage, PdfPicture } from '$core/formats/pdf';
import { faceName, type Face } from '$core/text/fonts';
import { fileOf, runsInFace, UNKNOWN_WIDTH, type Subset } from './fonts';

type Writer = InstanceType<typeof PDFDocument>;
type TextItem = Extract<Primitive, { type: 'text' }>;
type ImageItem = Extract<Primitive, { type: 'image' }>;

/** Pictures by file, as PNG or JPEG. */
export type PictureData = ReadonlyMap<string, Uint8Array>;

/** A colour and how much of it covers what is behind, 0 to 1. */
function colourOf(value: string): [string, number] {
	return value.length === 9 ? [value.slice(0, 7), parseInt(value.slice(7), 16) / 255] : [value, 1];
}

/**
 * Draws one page after the other. Kept apart for each file, since fonts and pictures are embedded
 * once.
 */
class Pages {
	private readonly images = new Map<string, unknown>();
	private readonly fonts = new Set<string>();

	constructor(
		private readonly pdf: Writer,
		private readonly data: PictureData,
	) {}

	page({ size, pictures, items }: PdfPage): void {
		this.pdf.addPage({ size: [size.w, size.h], margin: 0 });
		for (const picture of pictures) this.picture(picture);
		for (const item of items) this.item(item);
	}

	/** A picture of a board, in its place, cut off at its edge. */
	private picture({ view, at, ground, backdrop, drawings }: PdfPicture): void {
		const { pdf } = this;
		pdf.save();
		pdf.rect(at.x, at.y, at.w, at.h).clip();
		const scale = at.w / view.w;
		pdf.translate(at.x - view.x * scale, at.y - view.y * scale).scale(scale);
		if (ground) pdf.rect(view.x, view.y, view.w, view.h).fill(ground);
		const image = backdrop && this.image(backdrop.file);
		if (backdrop && image && ground) {
			const { w, h, veil } = backdrop;
			for (let x = Math.floor(view.x / w) * w; x < view.x + view.w; x += w)
				for (let y = Math.floor(view.y / h) * h; y < view.y + view.h; y += h)
					pdf.image(image as never, x, y, { width: w, height: h });
			pdf.rect(view.x, view.y, view.w, view.h).fillColor(ground, veil).fill();
		}
		for (const drawing of drawings) this.drawing(drawing);
		pdf.restore();
	}

	private drawing({ box, items }: Drawing): void {
		if (items.length === 0) return;
		const { pdf } = this;
		pdf.save();
		if (box.x || box.y) pdf.translate(box.x, box.y);
		if (box.angle) pdf.rotate(box.angle, { origin: [box.w / 2, box.h / 2] });
		for (const item of items) this.item(item);
		pdf.restore();
	}

	private item(item: Primitive): void {
		const { pdf } = this;
		switch (item.type) {
			case 'rect':
				if (item.r) pdf.roundedRect(item.x, item.y, item.w, item.h, Math.min(item.r, item.w / 2, item.h / 2));
				else pdf.rect(item.x, item.y, item.w, item.h);
				return this.paint(item);
			case 'ellipse':
				pdf.ellipse(item.cx, item.cy, item.rx, item.ry);
				return this.paint(item);
			case 'path':
				if (item.points.length === 0) return;
				item.points.forEach(([x, y], i) => (i === 0 ? pdf.moveTo(x, y) : pdf.lineTo(x, y)));
				if (item.closed) pdf.closePath();
				return this.paint(item);
			case 'curve':
				return this.curve(item);
			case 'glyph':
				pdf.save();
				pdf.translate(item.x, item.y).scale(item.scale);
				pdf.path(item.d);
				this.paint(item);
				pdf.restore();
				return;
			case 'image':
				return this.placeImage(item);
			case 'text':
				return this.text(item);
		}
	}

	private curve(item: Extract<Primitive, { type: 'curve' }>): void {
		const [first, ...rest] = item.points;
		if (!first) return;
		this.pdf.moveTo(...first);
		for (let i = 0; i + 2 < rest.length; i += 3)
			this.pdf.bezierCurveTo(...rest[i]!, ...rest[i + 1]!, ...rest[i + 2]!);
		if (item.closed) this.pdf.closePath();
		this.paint(item);
	}

	/** Fills and strokes what was outlined. */
	private paint({ fill, stroke, width = 1, dash }: Paint): void {
		const { pdf } = this;
		if (fill) pdf.fillColor(...colourOf(fill));
		if (stroke) {
			pdf
				.strokeColor(...colourOf(stroke))
				.lineWidth(width)
				.lineJoin('round')
				.lineCap('round');
			if (dash) pdf.dash(dash[0]!, { space: dash[1] ?? dash[0]! });
			else pdf.undash();
		}
		if (fill && stroke) pdf.fillAndStroke();
		else if (fill) pdf.fill();
		else if (stroke) pdf.stroke();
		else pdf.addContent('n');
	}

	private image(file: string): unknown {
		const data = this.data.get(file);
		if (!data) return undefined;
		const known = this.images.get(file);
		if (known) return known;
		const image: unknown = (this.pdf as unknown as { openImage: (data: Buffer) => unknown }).openImage(
			Buffer.from(data),
		);
		this.images.set(file, image);
		return image;
	}

	/** A picture; a cropped one as a window on the whole. */
	private placeImage({ x, y, w, h, file, crop: [cx, cy, cw, ch] }: ImageItem): void {
		const { pdf } = this;
		const image = this.image(file);
		if (!image) {
			pdf.rect(x, y, w, h).fillColor('#808080', 0.3).fill();
			return;
		}
		pdf.save();
		pdf.rect(x, y, w, h).clip();
		pdf.image(image as never, x - (cx * w) / cw, y - (cy * h) / ch, { width: w / cw, height: h / ch });
		pdf.restore();
	}

	/** One line of text, in as many runs as there are files that have its letters. */
	private text({ x, y, text, size, face, fill, link, width }: TextItem): void {
		const { pdf } = this;
		pdf.fillColor(...colourOf(fill)).fontSize(size);
		let at = x;
		for (const run of runsInFace(text, face)) {
			if (!run.subset) {
				for (const letter of run.text) {
					if (letter.trim() !== '')
						pdf.rect(at + size * 0.08, y - size * 0.7, size * 0.44, size * 0.7).fill();
					at += size * UNKNOWN_WIDTH;
				}
				continue;
			}
			pdf.font(this.font(face, run.subset));
			pdf.text(run.text, at, y, { lineBreak: false, baseline: 'alphabetic' });
			at += pdf.widthOfString(run.text);
		}
		if (link) pdf.link(x, y - size, width, size * 1.28, link);
	}

	/** Name of a font that is part of the file from here on. */
	private font(face: Face, subset: Subset): string {
		const name = `${faceName(face)} ${subset}`;
		if (!this.fonts.has(name)) {
			this.pdf.registerFont(name, readFileSync(fileOf(face, subset, 'woff')));
			this.fonts.add(name);
		}
		return name;
	}
}

type Outline = Writer['outline'];

/** Bookmarks: those that stand under others under them, which lead to the first of their pages. */
class Bookmarks {
	private readonly known = new Map<string, Outline>();

	constructor(private readonly outline: Outline) {}

	add({ title, under }: NonNullable<PdfPage['bookmark']>): void {
		let parent = this.outline;
		let path = '';
		for (const each of under) {
			path += `${each}\n`;
			const found = this.known.get(path) ?? parent.addItem(each, { expanded: true });
			this.known.set(path, found);
			parent = found;
		}
		parent.addItem(title);
	}
}

/**
 * @param pictures pictures on the board, by file; those that are missing are drawn as grey boxes
 * @param onPage told how many pages are done
 */
export async function writePdf(
	{ title, author, language, pages }: PdfDocument,
	pictures: PictureData,
	onPage?: (done: number, of: number) => void,
): Promise<Uint8Array> {
	const pdf = new PDFDocument({
		autoFirstPage: false,
		lang: language,
		displayTitle: true,
		info: { Title: title, Author: author, Creator: 'Wandtafel' },
	});
	const parts: Buffer[] = [];
	pdf.on('data', (part: Buffer) => parts.push(part));
	const ended = new Promise<void>((resolve, reject) => pdf.on('end', resolve).on('error', reject));
	const writer = new Pages(pdf, pictures);
	const bookmarks = new Bookmarks(pdf.outline);
	for (const [i, page] of pages.entries()) {
		writer.page(page);
		if (page.bookmark) bookmarks.add(page.bookmark);
		onPage?.(i + 1, pages.length);
		// Whoever asks to stop is heard between two pages.
		await new Promise((resolve) => setImmediate(resolve));
	}
	pdf.end();
	await ended;
	return Buffer.concat(parts);
}
