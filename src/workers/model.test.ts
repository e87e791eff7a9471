/** The encoder that ships, held against the tokens and vectors that it was delivered with. */
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { cosine } from '$core/themes/likeness';
import { readEncoderConfig } from './encoder-config';
import { encodeTexts } from './model';

interface Reference {
	text: string;
	vector: number[];
}
const REFERENCE = JSON.parse(readFileSync('data/notes-encoder/reference.json', 'utf8')) as Reference[];

describe('the sentence encoder', () => {
	it('gives the vectors that it was delivered with, whatever else is asked for with them', async () => {
		const vectors = await encodeTexts(REFERENCE.map(({ text }) => text));
		REFERENCE.forEach(({ vector, text }, i) => {
			expect(vectors[i]).toHaveLength(384);
			expect(cosine(vectors[i]!, vector), text).toBeGreaterThan(0.999);
		});
		const [alone] = await encodeTexts([REFERENCE[7]!.text]);
		expect(cosine(alone!, vectors[7]!)).toBeGreaterThan(0.999);
	});

	it('brings what means the same together across languages, and takes empty and endless texts', async () => {
		const [queue, schlange, parts] = await encodeTexts([
			'The queue at the door is too long',
			'Die Schlange am Eingang ist zu lang',
			'No spare parts in the drawer',
		]);
		expect(cosine(queue!, schlange!)).toBeGreaterThan(cosine(queue!, parts!) + 0.05);
		const odd = await encodeTexts(['', 'x'.repeat(8000), 'word '.repeat(2000), '🙂', '\u0000']);
		for (const vector of odd) expect(Math.hypot(...vector)).toBeCloseTo(1, 3);
		expect(await encodeTexts([])).toEqual([]);
	});
});

describe('the description of an encoder', () => {
	it('is that of the one that ships, or of a directory that is given', () => {
		expect(readEncoderConfig()).toMatchObject({ name: 'notes-encoder-1', maxTokens: 128 });
		const directory = mkdtempSync(join(tmpdir(), 'encoder-'));
		expect(() => readEncoderConfig(directory)).toThrow(/is not described by/);
		writeFileSync(join(directory, 'encoder.json'), '{"name":"house","model":"../../etc/passwd"}');
		expect(() => readEncoderConfig(directory)).toThrow(/is not described by/);
		writeFileSync(join(directory, 'encoder.json'), '{"name":"house","model":"m.onnx"}');
		expect(readEncoderConfig(directory)).toMatchObject({ name: 'house', prefix: '', directory });
	});
});
