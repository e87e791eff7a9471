import { describe, expect, it } from 'vitest';
import type { Face, Family } from '$core/text/fonts';
import { outline, serverMeasure, widthAsOne } from './fonts';

const FACES = (['sans', 'hand', 'mono'] as Family[]).flatMap((family): Face[] =>
	[false, true].flatMap((bold) => [false, true].map((italic) => ({ family, bold, italic }))),
);
const TEXTS = [
	'Queue at the door till half past four',
	'Too few electricians on the team',
	'AVATAR To Yes. We, 7 1 / 2 – “quoted” (in brackets) fi ffl -> => != 1.5 °C',
	'Kleber über Nacht härten – Łódź ŁT ÄV ß “T” V. A',
	'f) T. ,T -T V- y. A’s L’ T o W a P, r. 11 1 k y x',
	'emoji 🙂 and 漢字 in between',
	' leading, trailing  and   many ',
	'one',
	'',
];

describe('text that is measured word by word', () => {
	it.each(FACES)('is as wide as at one go: $family, bold $bold, italic $italic', (face) => {
		for (const text of TEXTS) expect(serverMeasure(text, face)).toBeCloseTo(widthAsOne(text, face), 6);
		// Every letter beside a space that is beside every other letter of a few scripts.
		const letters = [...'AVTWYLPFfrtvwy.,-’“0147aeokąŁß'];
		for (const a of letters)
			for (const b of letters) {
				const text = `x${a} ${b}x`;
				expect(serverMeasure(text, face), text).toBeCloseTo(widthAsOne(text, face), 6);
			}
	});

	it('has outlines that begin where its words do', () => {
		const face = FACES[0]!;
		const [first, second] = outline('To Yes', face);
		expect(first!.x).toBe(0);
		expect(second!.x).toBeCloseTo(widthAsOne('To Yes', face) - widthAsOne('Yes', face), 6);
		expect(second!.d).toMatch(/^M/);
	});
});
