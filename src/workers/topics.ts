/**
 * Headings that themes are named by, with their vectors: those of the encoder that ships lie beside
 * them (`data/topics`), those of another one are worked out when they are first asked for.
 */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { meanOf, TOPIC_LANGUAGES, topicsOf, type Topic, type Topics } from '../core/themes/topics';
import { readEncoderConfig } from './encoder-config';
import { encodeTexts } from './model';

const DIRECTORY = 'data/topics';
const headingsSchema = z.array(z.object({ id: z.string(), en: z.string(), de: z.string() }));
const exampleSchema = z.object({ text: z.string(), topic: z.string(), lang: z.enum(TOPIC_LANGUAGES) });
const describedSchema = z.object({ encoder: z.string(), size: z.number().int().positive() });
/** Examples of each heading and language that another encoder reads: all would take a minute. */
const EXAMPLES = 4;

type Heading = z.infer<typeof headingsSchema>[number];
/** Vectors of one topic, in the order in which they lie in the file. */
const PARTS = 4;

let topics: Promise<Topics> | undefined;

/** All headings, loaded once. */
export function loadTopics(): Promise<Topics> {
	topics ??= read().catch((error: unknown) => {
		topics = undefined;
		throw error;
	});
	return topics;
}

const json = (file: string): unknown => JSON.parse(readFileSync(join(DIRECTORY, file), 'utf8'));

async function read(): Promise<Topics> {
	const headings = readHeadings();
	const { encoder, size } = describedSchema.parse(json('vectors.json'));
	if (encoder !== readEncoderConfig().name) return topicsOf(await encodeTopics(headings, EXAMPLES));
	const bytes = readFileSync(join(DIRECTORY, 'vectors.bin'));
	const numbers = new Float32Array(new Uint8Array(bytes).buffer);
	const part = (t: number, p: number): Float32Array =>
		numbers.subarray((t * PARTS + p) * size, (t * PARTS + p + 1) * size);
	return topicsOf(
		headings.map(({ en, de }, t) => ({
			heading: { en, de },
			named: { en: part(t, 0), de: part(t, 1) },
			examples: { en: part(t, 2), de: part(t, 3) },
		})),
	);
}

/** @param most examples of each heading and language that are read */
export async function encodeTopics(headings: readonly Heading[], most = Infinity): Promise<Topic[]> {
	const lines = readFileSync(join(DIRECTORY, 'notes.jsonl'), 'utf8').trim().split('\n');
	const examples = lines.map((line) => exampleSchema.parse(JSON.parse(line)));
	const topics: Topic[] = [];
	for (const { id, en, de } of headings) {
		const meanIn = async (language: 'en' | 'de'): Promise<Float64Array> =>
			meanOf(
				await encodeTexts(
					examples
						.filter(({ topic, lang }) => topic === id && lang === language)
						.slice(0, most)
						.map(({ text }) => text),
				),
			);
		const [english, german] = await encodeTexts([en, de]);
		topics.push({
			heading: { en, de },
			named: { en: english!, de: german! },
			examples: { en: await meanIn('en'), de: await meanIn('de') },
		});
	}
	return topics;
}

/** The numbers of topics as they lie in the file. */
export function packTopics(topics: readonly Topic[]): Float32Array {
	const rows = topics.flatMap(({ named, examples }) => [named.en, named.de, examples.en, examples.de]);
	const size = rows[0]!.length;
	const numbers = new Float32Array(rows.length * size);
	rows.forEach((row, r) => numbers.set(row, r * size));
	return numbers;
}

export const readHeadings = (): Heading[] => headingsSchema.parse(json('topics.json'));
