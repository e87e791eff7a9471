/**
 * Pictures strip by strip as one PNG file (W3C, PNG, third edition): a strip is forgotten when it
 * is packed.
 */
import { renderAsync } from '@resvg/resvg-js';
import { constants, crc32, createDeflate } from 'node:zlib';
import type { RasterPicture } from '$core/formats/exports';

const SIGNATURE = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
/** Bytes of a pixel: red, green, blue, alpha. */
const BYTES = 4;
/** A row is told as the difference to the row above it, which packs well where much is even. */
const FILTER_UP = 2;
/** How hard it is packed, of 9: more takes twice the time for a few hundredths. */
const LEVEL = 4;

function chunk(type: string, data: Uint8Array): Buffer {
	const out = Buffer.alloc(12 + data.length);
	out.writeUInt32BE(data.length, 0);
	out.write(type, 4, 'latin1');
	out.set(data, 8);
	out.writeUInt32BE(crc32(out.subarray(4, 8 + data.length)), 8 + data.length);
	return out;
}

function header(width: number, height: number): Buffer {
	const data = Buffer.alloc(13);
	data.writeUInt32BE(width, 0);
	data.writeUInt32BE(height, 4);
	// Eight bits a channel, colours with alpha, no interlacing.
	data.set([8, 6, 0, 0, 0], 8);
	return chunk('IHDR', data);
}

/** Takes the alpha out of colours that were multiplied by it. */
function divideByAlpha(pixels: Uint8Array): void {
	for (let i = 0; i < pixels.length; i += BYTES) {
		const alpha = pixels[i + 3]!;
		if (alpha === 255 || alpha === 0) continue;
		for (let k = i; k < i + 3; k++) pixels[k] = Math.min(255, Math.round((pixels[k]! * 255) / alpha));
	}
}

/** The high bit of each of four bytes, and all others. */
const HIGH = 0x80808080;
const LOW = 0x7f7f7f7f;

/**
 * Rows of pixels as they stand in the file, each after its filter: four bytes are taken from four
 * others at once (H. S. Warren, Hacker's Delight, 2-18).
 * @param above the row above the first one; becomes the last one
 */
function filtered(pixels: Uint8Array, above: Uint32Array): Buffer {
	const width = above.length;
	const words = new Uint32Array(pixels.buffer, pixels.byteOffset, pixels.length / BYTES);
	const rows = words.length / width;
	const row = new Uint32Array(width);
	const bytes = new Uint8Array(row.buffer);
	const out = Buffer.allocUnsafe(rows * (width * BYTES + 1));
	for (let y = 0, to = 0; y < rows; y++, to += bytes.length) {
		const from = y * width;
		for (let x = 0; x < width; x++) {
			const [a, b] = [words[from + x]!, above[x]!];
			row[x] = ((a | HIGH) - (b & LOW)) ^ ((a ^ ~b) & HIGH);
		}
		above.set(words.subarray(from, from + width));
		out[to++] = FILTER_UP;
		out.set(bytes, to);
	}
	return out;
}

/** Pixels of a strip. */
async function draw({ rows, svg }: RasterPicture['strips'][number], width: number): Promise<Uint8Array> {
	const drawn = await renderAsync(svg(), { font: { loadSystemFonts: false } });
	if (drawn.width !== width || drawn.height !== rows)
		throw new Error(`a strip of ${width} x ${rows} was drawn ${drawn.width} x ${drawn.height}`);
	const { pixels } = drawn;
	// Four bytes are read at once: that takes an address that four divides.
	return pixels.byteOffset % BYTES === 0 ? pixels : new Uint8Array(pixels);
}

/**
 * Draws a picture.
 * @param onStrip told how many strips are done
 */
export async function rasterize(
	{ width, height, strips, isOpaque }: RasterPicture,
	onStrip?: (done: number, of: number) => void,
): Promise<Uint8Array> {
	const packed: Buffer[] = [SIGNATURE, header(width, height)];
	const deflate = createDeflate({ level: LEVEL, strategy: constants.Z_FILTERED, chunkSize: 256 * 1024 });
	deflate.on('data', (data: Buffer) => packed.push(chunk('IDAT', data)));
	const ended = new Promise<void>((resolve, reject) => deflate.on('end', resolve).on('error', reject));
	const above = new Uint32Array(width);
	/** The next strip is drawn, in a thread of its own, while this one is packed. */
	let next = strips[0] && draw(strips[0], width);
	for (let i = 0; i < strips.length; i++) {
		const pixels = (await next)!;
		const after = strips[i + 1];
		next = after && draw(after, width);
		// Where packing fails, whoever waits for the next one is nobody.
		next?.catch(() => undefined);
		if (!isOpaque) divideByAlpha(pixels);
		const data = filtered(pixels, above);
		await new Promise<void>((resolve, reject) =>
			deflate.write(data, (error) => (error ? reject(error) : resolve())),
		);
		onStrip?.(i + 1, strips.length);
	}
	deflate.end();
	await ended;
	packed.push(chunk('IEND', new Uint8Array()));
	return Buffer.concat(packed);
}
