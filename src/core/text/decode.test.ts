import { describe, expect, it } from 'vitest';
import { decodeText } from './decode';

const TEXT = 'Öffnungszeiten: „samstags“ – 5 € für Lötzinn';
const utf16 = (text: string, isLittle: boolean): number[] =>
	[...text].flatMap((sign) => {
		const unit = sign.charCodeAt(0);
		return isLittle ? [unit & 255, unit >> 8] : [unit >> 8, unit & 255];
	});

describe('text of files', () => {
	it('is read in UTF-8 and UTF-16, with a mark and without', () => {
		const utf8 = [...new TextEncoder().encode(TEXT)];
		for (const bytes of [
			utf8,
			[0xef, 0xbb, 0xbf, ...utf8],
			[0xff, 0xfe, ...utf16(TEXT, true)],
			[0xfe, 0xff, ...utf16(TEXT, false)],
			utf16(TEXT, true),
			utf16(TEXT, false),
		])
			expect(decodeText(Uint8Array.from(bytes))).toBe(TEXT);
	});

	it('is read in windows-1252 where it is no UTF-8', () => {
		const odd: Record<string, number> = { '„': 0x84, '“': 0x93, '–': 0x96, '€': 0x80 };
		const bytes = [...TEXT].map((sign) => odd[sign] ?? sign.charCodeAt(0));
		expect(decodeText(Uint8Array.from(bytes))).toBe(TEXT);
	});

	it('keeps a sign for what could not be read, where a file has it', () => {
		expect(decodeText(new TextEncoder().encode('a\uFFFDb'))).toBe('a\uFFFDb');
	});

	it('is read whole, however long, and may be nothing', () => {
		const long = 'ü'.repeat(100_000);
		expect(decodeText(Uint8Array.from([0xff, 0xfe, ...utf16(long, true)]))).toBe(long);
		expect(decodeText(new Uint8Array())).toBe('');
	});
});
