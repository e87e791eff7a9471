/** Text from bytes of a file that says nothing of its encoding. */
import { strFromU8 } from 'fflate';

/** What windows-1252 has in the place of control characters 0x80 to 0x9F (WHATWG Encoding). */
const WINDOWS = '€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ';
/** Bytes that are looked at to tell UTF-16 without a mark. */
const PROBE = 4000;

type ByteOrder = 'little' | 'big';

function utf16(bytes: Uint8Array, order: ByteOrder): string {
	const [low, high] = order === 'little' ? [0, 1] : [1, 0];
	const parts: string[] = [];
	// In pieces: a function takes only so many arguments.
	for (let from = 0; from + 1 < bytes.length; from += 16_384) {
		const end = Math.min(from + 16_384, bytes.length - 1);
		const units: number[] = [];
		for (let i = from; i < end; i += 2) units.push(bytes[i + low]! | (bytes[i + high]! << 8));
		parts.push(String.fromCharCode(...units));
	}
	return parts.join('');
}

/** Text of western languages has zeros in every other byte in UTF-16, and none otherwise. */
function byteOrderOf(bytes: Uint8Array): ByteOrder | undefined {
	const end = Math.min(bytes.length, PROBE) & ~1;
	let [even, odd] = [0, 0];
	for (let i = 0; i < end; i += 2) {
		if (bytes[i] === 0) even++;
		if (bytes[i + 1] === 0) odd++;
	}
	if (odd > end / 4 && even === 0) return 'little';
	return even > end / 4 && odd === 0 ? 'big' : undefined;
}

const hasMark = (bytes: Uint8Array, ...mark: number[]): boolean =>
	mark.every((value, i) => bytes[i] === value);

/** U+FFFD as it stands in UTF-8; a decoder puts it for what is none. */
function holdsReplacement(bytes: Uint8Array): boolean {
	for (let i = bytes.indexOf(0xef); i >= 0; i = bytes.indexOf(0xef, i + 1))
		if (bytes[i + 1] === 0xbf && bytes[i + 2] === 0xbd) return true;
	return false;
}

/**
 * Reads text in UTF-8 or UTF-16, with or without a byte order mark, else in windows-1252, in which
 * any bytes are text.
 */
export function decodeText(bytes: Uint8Array): string {
	if (hasMark(bytes, 0xef, 0xbb, 0xbf)) return strFromU8(bytes.subarray(3));
	if (hasMark(bytes, 0xff, 0xfe)) return utf16(bytes.subarray(2), 'little');
	if (hasMark(bytes, 0xfe, 0xff)) return utf16(bytes.subarray(2), 'big');
	const order = byteOrderOf(bytes);
	if (order) return utf16(bytes, order);
	const text = strFromU8(bytes);
	if (!text.includes('\uFFFD') || holdsReplacement(bytes)) return text;
	return strFromU8(bytes, true).replace(/[\x80-\x9f]/g, (sign) => WINDOWS[sign.charCodeAt(0) - 0x80]!);
}
