/**
 * Takes a picture in: says what it is by its content, refuses what is none, turns it upright and removes what
 * it tells about where and by whom it was taken. Drawings are cleaned of everything that could run.
 */
import { m } from '$lib/messages';
import { Resvg } from '@resvg/resvg-js';
import { fileTypeFromBuffer } from 'file-type';
import sharp from 'sharp';
import { Refused } from '../boards';
import { cleanDrawing } from './drawing';

/** Largest file, bytes, and largest picture, pixels. */
export const LARGEST_FILE = 25 * 1024 * 1024;
const MAX_PIXELS = 120_000_000;

const RASTER = new Set(['image/png', 'image/jpeg', 'image/gif', 'image/webp', 'image/avif']);

export interface Prepared {
	type: string;
	width: number;
	height: number;
	animated: boolean;
	body: Buffer;
}

/** Throws Refused, in words for people, for what is too large, of another type, or broken. */
export async function prepare(upload: Buffer): Promise<Prepared> {
	if (upload.length > LARGEST_FILE)
		throw new Refused(m.file_too_large({ megabytes: LARGEST_FILE / 1024 / 1024 }), 409);
	if (upload.length === 0) throw new Refused(m.file_broken(), 409);
	const type = (await fileTypeFromBuffer(upload))?.mime;
	if (type && RASTER.has(type)) return prepareRaster(upload, type);
	const text = upload.subarray(0, 4096).toString('utf8');
	if (/<svg[\s>]/i.test(text)) return prepareDrawing(upload.toString('utf8'));
	throw new Refused(m.file_wrong_type(), 409);
}

async function prepareRaster(upload: Buffer, type: string): Promise<Prepared> {
	try {
		const {
			pages = 1,
			width = 0,
			height = 0,
			pageHeight,
		} = await sharp(upload, { limitInputPixels: MAX_PIXELS }).metadata();
		const animated = pages > 1;
		const input = sharp(upload, { animated, limitInputPixels: MAX_PIXELS });
		// Metadata is left out unless asked for; turning comes first, for it reads the metadata.
		const output = animated ? input : input.autoOrient();
		const { data, info } = await (animated && type === 'image/gif' ? output.gif() : output).toBuffer({
			resolveWithObject: true,
		});
		if (width * height === 0) throw new Error('no size');
		return {
			type,
			width: info.width,
			height: animated ? (pageHeight ?? info.height / pages) : info.height,
			animated,
			body: data,
		};
	} catch (error) {
		if (error instanceof Error && /pixel limit/i.test(error.message))
			throw new Refused(m.file_too_many_pixels(), 409);
		throw new Refused(m.file_broken(), 409);
	}
}

function prepareDrawing(source: string): Prepared {
	const clean = cleanDrawing(source);
	try {
		if (!/^\s*<svg[\s>]/i.test(clean)) throw new Error('no drawing');
		const { width, height } = new Resvg(clean, { font: { loadSystemFonts: false } });
		if (!(width > 0 && height > 0) || width * height > MAX_PIXELS) throw new Error('no size');
		return { type: 'image/svg+xml', width, height, animated: false, body: Buffer.from(clean) };
	} catch {
		throw new Refused(m.file_broken(), 409);
	}
}

/** A picture as WebP, `width` pixels wide; of a moving one, its first moment. */
export async function scaled(
	{ type, body }: Pick<Prepared, 'type' | 'body'>,
	width: number,
): Promise<Buffer> {
	const source =
		type === 'image/svg+xml'
			? new Resvg(body.toString('utf8'), {
					fitTo: { mode: 'width', value: width },
					font: { loadSystemFonts: false },
				})
					.render()
					.asPng()
			: body;
	return sharp(source)
		.resize({ width, withoutEnlargement: type !== 'image/svg+xml' })
		.webp({ quality: 84 })
		.toBuffer();
}
