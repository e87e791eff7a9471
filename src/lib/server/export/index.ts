/** Files of a board, from the same primitives as the screen: the machine's part of core/formats. */
import { renderAsync } from '@resvg/resvg-js';
import sharp from 'sharp';
import type { Drawing } from '$core/board/drawing';
import {
	exportFormat,
	type ExportedFile,
	type ExportFormatName,
	type ExportInput,
	type ExportServices,
} from '$core/formats/exports';
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
}

export interface NamedFile extends ExportedFile {
	name: string;
	type: string;
}

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

/** The pictures of a drawing as data. A renderer that knows no WebP gets them as PNG. */
async function imagesFor(
	boardId: string,
	drawings: readonly Drawing[],
	backdrop: string | undefined,
): Promise<Map<string, string>> {
	const wanted = new Set(
		drawings.flatMap(({ items }) => items.flatMap((item) => (item.type === 'image' ? item.file : []))),
	);
	if (backdrop) wanted.add(backdrop);
	const images = new Map<string, string>();
	for (const file of wanted) {
		try {
			const png = await sharp(await readScaled(boardId, file, 2048))
				.png()
				.toBuffer();
			images.set(file, `data:image/png;base64,${png.toString('base64')}`);
		} catch (error) {
			if (!(error instanceof Refused)) throw error;
		}
	}
	return images;
}

const servicesFor = ({ boardId, title, withAsides = false }: ExportRequest): ExportServices => ({
	measure: serverMeasure,
	fontCss,
	outline,
	images: (drawings, backdrop) => imagesFor(boardId, drawings, backdrop),
	rasterize: async (svg) => (await renderAsync(svg, { font: { loadSystemFonts: false } })).asPng(),
	archive: () => makeArchive(boardId, title, withAsides),
});

/** Makes a file. Throws Fault when there is nothing to show. */
export async function exportBoard(request: ExportRequest): Promise<NamedFile> {
	const { extension, type, make } = exportFormat(request.format);
	const file = await make(request, servicesFor(request));
	return { ...file, name: fileName(request.title, extension), type };
}
