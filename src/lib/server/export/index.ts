/** Pictures and data of a board, from the same primitives as the screen. */
import { isConnector } from '$core/board/kinds/guards';
import { m } from '$lib/messages';
import { renderAsync } from '@resvg/resvg-js';
import type { BoardModel } from '$core/board/model';
import type { BoardObject } from '$core/board/objects';
import { groundOf } from '$core/board/ground';
import { pictureOf } from '$core/board/scene';
import { withContents } from '$core/board/edits';
import { csvOf } from '$core/formats/csv';
import { svgOf } from '$core/formats/svg';
import { roughMeasure, type Face } from '$core/text/fonts';
import type { Drawing } from '$core/board/drawing';
import sharp from 'sharp';
import { Refused } from '../boards';
import { readScaled } from '../files/store';
import { fontCss, outline, serverMeasure } from './fonts';

export const FORMATS = ['png', 'svg', 'csv'] as const;
export type Format = (typeof FORMATS)[number];

export interface ExportRequest {
	format: Format;
	title: string;
	/** The board, for the pictures on it. */
	boardId: string;
	/** The sheet to show; data of all sheets is given when left out. */
	sheet?: string | undefined;
	/** Only these objects, where given. */
	ids?: readonly string[] | undefined;
	/** Pixels a board unit, for PNG. */
	scale?: number | undefined;
}

export interface ExportFile {
	name: string;
	type: string;
	body: Uint8Array;
	/** Pixels a board unit, of a PNG. */
	scale?: number;
}

/** Longest side of a PNG, pixels. */
export const LARGEST_PNG = 16_000;

/** A file name that every system takes, from a board's title. */
export function fileName(title: string, format: string): string {
	const safe = title
		.normalize('NFC')
		// eslint-disable-next-line no-control-regex
		.replace(/[\u0000-\u001F<>:"/\\|?*]+/g, ' ')
		.replace(/\s+/g, ' ')
		.replace(/^[. ]+|[. ]+$/g, '')
		.slice(0, 80);
	return `${safe || 'Board'}.${format}`;
}

const facesUsed = (items: readonly { items: readonly { type: string; face?: Face }[] }[]): Face[] => {
	const faces = new Map<string, Face>();
	for (const drawing of items) {
		for (const item of drawing.items) if (item.face) faces.set(JSON.stringify(item.face), item.face);
	}
	return [...faces.values()];
};

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

function chosen(model: BoardModel, request: ExportRequest): BoardObject[] {
	if (request.ids) {
		// What lies in something goes with it, and lines between what goes.
		const ids = withContents(model, request.ids);
		for (const id of [...ids])
			for (const tie of model.tiesOf(id)) {
				const link = model.find(tie);
				if (isConnector(link) && link.ends.every((end) => 'point' in end || ids.has(end.object)))
					ids.add(tie);
			}
		return [...model.objects.values()].filter((object) => ids.has(object.id));
	}
	return request.sheet === undefined ? [...model.objects.values()] : model.onSheet(request.sheet);
}

/** Makes a file. Throws Refused, in words for people, when there is nothing to show or it is too large. */
export async function exportBoard(model: BoardModel, request: ExportRequest): Promise<ExportFile> {
	const name = fileName(request.title, request.format);
	if (request.format === 'csv') {
		return { name, type: 'text/csv; charset=utf-8', body: Buffer.from(csvOf(model, chosen(model, request))) };
	}
	const sheet = model.sheets.find((each) => each.id === request.sheet) ?? model.sheets[0];
	const objects = chosen(model, { ...request, sheet: sheet?.id }).filter(
		(object) => object.sheet === sheet?.id,
	);
	const picture = sheet && pictureOf(model, objects, groundOf(sheet), serverMeasure);
	if (!picture) throw new Refused(m.export_nothing(), 409);
	const { view, ground, drawings, backdrop } = picture;
	const images = await imagesFor(request.boardId, drawings, backdrop?.file);
	if (request.format === 'svg') {
		const svg = svgOf(drawings, {
			view,
			ground,
			backdrop,
			title: request.title,
			fontCss: fontCss(facesUsed(drawings)),
			images,
		});
		return { name, type: 'image/svg+xml', body: Buffer.from(svg) };
	}
	// As large as was asked for, or as large as such a picture can be; which one it is is said.
	const scale = Math.min(request.scale ?? 1, LARGEST_PNG / Math.max(view.w, view.h));
	const svg = svgOf(drawings, { view, ground, backdrop, title: request.title, outline, scale, images });
	const image = await renderAsync(svg, { font: { loadSystemFonts: false } });
	return { name, type: 'image/png', body: image.asPng(), scale };
}

/** A small picture of a sheet for lists of boards: everything, without its text's details. */
export function thumbnail(model: BoardModel): string | undefined {
	const sheet = model.sheets[0];
	const picture = sheet && pictureOf(model, model.onSheet(sheet.id), groundOf(sheet), roughMeasure, 60);
	if (!picture) return undefined;
	const coarse = picture.drawings.map((drawing) => ({
		...drawing,
		items: drawing.items.filter((item) => item.type !== 'text' && !item.fine),
	}));
	return svgOf(coarse, {
		view: picture.view,
		ground: picture.ground,
		title: '',
		scale: 300 / picture.view.w,
	});
}
