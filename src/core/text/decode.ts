/** Text from bytes of a file that says nothing of its encoding. */

/** Part of every machine that runs this (WHATWG Encoding); core knows no types of any of them. */
declare const TextDecoder: new (
	encoding: string,
	options?: { fatal: boolean },
) => { decode: (bytes: Uint8Array) => string };

/** What windows-1252 has from 0x80 to 0x9F. */
const WINDOWS = '€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ';
/** Bytes that are looked at to tell UTF-16 without a mark. */
const PROBE = 4000;

/** Text of western languages has zeros in every other byte in UTF-16, and none otherwise. */
function utf16In(bytes: Uint8Array): 'utf-16le' | 'utf-16be' | undefined {
	if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le';
	if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'utf-16be';
	const end = Math.min(bytes.length, PROBE) & ~1;
	let [even, odd] = [0, 0];
	for (let i = 0; i < end; i += 2) {
		if (bytes[i] === 0) even++;
		if (bytes[i + 1] === 0) odd++;
	}
	if (odd > end / 4 && even === 0) return 'utf-16le';
	return even > end / 4 && odd === 0 ? 'utf-16be' : undefined;
}

/**
 * Reads text in UTF-8 or UTF-16, with or without a byte order mark, else in windows-1252, in which
 * any bytes are text.
 */
export function decodeText(bytes: Uint8Array): string {
	const utf16 = utf16In(bytes);
	if (utf16) return new TextDecoder(utf16).decode(bytes);
	try {
		return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
	} catch {
		// Node 20 leaves control characters where the standard has these.
		return new TextDecoder('windows-1252')
			.decode(bytes)
			.replace(/[\x80-\x9f]/g, (sign) => WINDOWS[sign.charCodeAt(0) - 0x80]!);
	}
}
