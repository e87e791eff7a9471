/**
 * Which sentence encoder there is: a directory with an ONNX model, its tokeniser and
 * `encoder.json`.
 */
import { readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { z } from 'zod';

/** What `encoder.json` says. */
const configSchema = z.object({
	/** Names its vectors in the cache: another model, another name. */
	name: z.string().min(1).max(80),
	/** File of the model, in the same directory. */
	model: z.string().regex(/^[\w.-]+$/),
	/** Stands before each text. */
	prefix: z.string().max(200).default(''),
	/** Tokens of a text that are read at most. */
	maxTokens: z.number().int().min(8).max(4096).default(128),
});
export type EncoderConfig = z.infer<typeof configSchema> & { directory: string };

/** The one that ships with the application. */
const OWN = 'data/notes-encoder';

/**
 * Reads which encoder is used: that of `WANDTAFEL_ENCODER`, or the one that ships.
 * @throws an error in plain words where it cannot be read
 */
export function readEncoderConfig(directory = process.env['WANDTAFEL_ENCODER'] ?? OWN): EncoderConfig {
	const path = join(resolve(directory), 'encoder.json');
	try {
		const parsed = configSchema.parse(JSON.parse(readFileSync(path, 'utf8')));
		return { ...parsed, directory: resolve(directory) };
	} catch (error) {
		throw new Error(`The sentence encoder is not described by ${path}.`, { cause: error });
	}
}
