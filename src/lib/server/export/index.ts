/** Files of a board, from the same primitives as the screen: the machine's part of core/formats. */
import { zip, type AsyncZippable } from 'fflate';
import sharp from 'sharp';
import type { Drawing } from '$core/board/drawing';
import {
	exportFormat,
	type ExportedFile,
	type ExportFormatName,
	type ExportInput,
	type ExportServices,
} from '$core/formats/exports';
import type { PdfDocument } from '$core/formats/pdf';
import type { SlideDeck } from '$core/formats/slides';
import { m } from '$lib/messages';
import { Refused } from '../boards';
import { readScaled } from '../files/store';
import { makeArchive } from './archive';
import { fontCss, outline, serverMeasure } from './fonts';

export interface ExportRequest extends ExportInput {
	format: ExportFormatName;
	/** The board, for the pictures on it. */
	boardId: string;
	/** Whether notes on steps go along that only those see who lead. */
	withAsides?: boolean;
	/** Told how far it is: pages, slides or strips. */
	onProgress?: (done: number, of: number) => void;
}

export interface NamedFile extends ExportedFile {
	name: string;
	type: string;
}

/** Longest side of a picture in a file, pixels. */
const PICTURE_SIDE = 2048;
/** Files that hold packed data. */
const PACKED = /\.(xlsx|pdf|png|wandtafel)$/;
/** How good pictures without clear parts are packed, of 100. */
const JPEG_QUALITY = 88;

/** A file name that every system takes, from a board's title. */
export function fileName(title: string, extension: string): string {
	const safe = title
		.normalize('NFC')
		// eslint-disable-next-line no-control-regex
		.replace(/[\u0000-\u001F<>:"/\\|?*]+/g, ' ')
		.replace(/\s+/g, ' ')
		.replace(/^[. ]+|[. ]+$/g, '')
		.slice(0, 80);
	return `${safe || m.board()}.${extension}`;
}

const filesOf = (drawings: readonly Drawing[]): string[] =>
	drawings.flatMap(({ items }) => items.flatMap((item) => (item.type === 'image' ? item.file : [])));

/**
 * Pictures of the board for renderers and formats that know no WebP: as JPEG, or as PNG where parts
 * are clear.
 */
async function picturesFor(boardId: string, files: Iterable<string>): Promise<Map<string, Buffer>> {
	const pictures = new Map<string, Buffer>();
	for (const file of new Set(files)) {
		try {
			const picture = sharp(await readScaled(boardId, file, PICTURE_SIDE));
			const { isOpaque } = await picture.stats();
			const packed = isOpaque ? picture.jpeg({ quality: JPEG_QUALITY }) : picture.png();
			pictures.set(file, await packed.toBuffer());
		} catch (error) {
			if (!(error instanceof Refused)) throw error;
		}
	}
	return pictures;
}

const asDataUrl = (data: Buffer): string =>
	`data:image/${data[0] === 0xff ? 'jpeg' : 'png'};base64,${data.toString('base64')}`;

const drawnIn = ({ pages }: PdfDocument): string[] =>
	pages.flatMap(({ pictures }) =>
		pictures.flatMap(({ drawings, backdrop }) => [
			...filesOf(drawings),
			...(backdrop ? [backdrop.file] : []),
		]),
	);
const shownIn = ({ slides }: SlideDeck): string[] =>
	slides.flatMap(({ items, backdrop }) => [
		...items.flatMap((item) => (item.type === 'picture' ? item.file : [])),
		...(backdrop ? [backdrop.file] : []),
	]);

/** A ZIP file; what is packed already is not packed again. */
const packed = (files: ReadonlyMap<string, Uint8Array>): Promise<Uint8Array> =>
	new Promise((resolve, reject) => {
		const content = Object.fromEntries(
			[...files].map(([path, body]) => [path, [body, { level: PACKED.test(path) ? 0 : 6 }] as const]),
		);
		zip(content as AsyncZippable, (error, data) => (error ? reject(error) : resolve(data)));
	});

/** What writes a format is loaded when one is written. */
const servicesFor = ({ boardId, title, withAsides = false, onProgress }: ExportRequest): ExportServices => ({
	measure: serverMeasure,
	fontCss,
	outline,
	images: async (drawings, backdrop) => {
		const pictures = await picturesFor(boardId, [...filesOf(drawings), ...(backdrop ? [backdrop] : [])]);
		return new Map([...pictures].map(([file, data]) => [file, asDataUrl(data)]));
	},
	rasterize: async (picture) => (await import('./png')).rasterize(picture, onProgress),
	pdf: async (document) =>
		(await import('./pdf')).writePdf(document, await picturesFor(boardId, drawnIn(document)), onProgress),
	workbook: async (sheets) => (await import('./workbook')).writeWorkbook(sheets),
	slides: async (deck) =>
		(await import('./slides')).writeSlides(deck, await picturesFor(boardId, shownIn(deck)), onProgress),
	zip: packed,
	archive: () => makeArchive(boardId, title, withAsides),
});

/** Makes a file. Throws Fault when there is nothing to show. */
export async function exportBoard(request: ExportRequest): Promise<NamedFile> {
	const { extension, type, make } = exportFormat(request.format);
	const file = await make(request, servicesFor(request));
	return { ...file, name: fileName(request.title, extension), type };
}
