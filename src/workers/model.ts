/**
 * Sentence vectors by an ONNX model (ONNX Runtime) and its tokeniser. The one that ships is in
 * `data/notes-encoder`; `NOTICE.md` there says how it was made.
 */
import { Tokenizer } from '@huggingface/tokenizers';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import * as ort from 'onnxruntime-node';
import { readEncoderConfig, type EncoderConfig } from './encoder-config';
import { unigramTokenizer, type TextTokenizer } from './unigram';

interface Model {
	config: EncoderConfig;
	tokenizer: TextTokenizer;
	session: ort.InferenceSession;
}

/** Texts that go through the model at once: more would hold more values in between. */
const BATCH = 16;
/** Letters of a text that are looked at: what fits into the tokens that are read, and much more. */
const MAX_LETTERS = 2000;
/** What tokens are filled up with to the longest text of a batch. */
const PAD = 1n;
const OUTPUT = 'sentence_embedding';

let model: Promise<Model> | undefined;

/** The model, loaded once. One that could not be loaded is loaded anew by whoever asks next. */
function load(): Promise<Model> {
	model ??= open().catch((error: unknown) => {
		model = undefined;
		throw error;
	});
	return model;
}

async function open(): Promise<Model> {
	const config = readEncoderConfig();
	const described = JSON.parse(readFileSync(join(config.directory, 'tokenizer.json'), 'utf8')) as object;
	const tokenizer = unigramTokenizer(described) ?? otherTokenizer(described);
	const session = await ort.InferenceSession.create(join(config.directory, config.model), {
		// Memory goes back after each batch: the arena would keep what the longest one took.
		enableCpuMemArena: false,
	});
	if (!session.outputNames.includes(OUTPUT))
		throw new Error(`The model in ${config.directory} has no output named ${OUTPUT}.`);
	return { config, tokenizer, session };
}

/** Tokenisers of other kinds, by the package for them. */
function otherTokenizer(described: object): TextTokenizer {
	const tokenizer = new Tokenizer(described, {});
	return { encode: (text) => tokenizer.encode(text).ids };
}

/** Ends of a text's tokens are kept where it is cut: the last one says that it ends. */
function tokensOf({ config, tokenizer }: Model, text: string): number[] {
	const ids = tokenizer.encode(config.prefix + text.slice(0, MAX_LETTERS));
	return ids.length <= config.maxTokens ? ids : [...ids.slice(0, config.maxTokens - 1), ids.at(-1)!];
}

/** Vectors of length 1 for texts, in their order; loads the model at the first call. */
export async function encodeTexts(texts: readonly string[]): Promise<Float32Array[]> {
	if (texts.length === 0) return [];
	const loaded = await load();
	const tokens = texts.map((text) => tokensOf(loaded, text));
	// Texts of like length go together, so that little is filled up.
	const order = texts.map((_, i) => i).sort((a, b) => tokens[a]!.length - tokens[b]!.length);
	const vectors = new Array<Float32Array>(texts.length);
	for (let at = 0; at < order.length; at += BATCH) {
		const part = order.slice(at, at + BATCH);
		const found = await run(
			loaded.session,
			part.map((i) => tokens[i]!),
		);
		part.forEach((i, row) => (vectors[i] = found[row]!));
	}
	return vectors;
}

async function run(session: ort.InferenceSession, rows: readonly number[][]): Promise<Float32Array[]> {
	const length = Math.max(...rows.map((row) => row.length));
	const ids = new BigInt64Array(rows.length * length).fill(PAD);
	const mask = new BigInt64Array(rows.length * length);
	rows.forEach((row, r) =>
		row.forEach((id, i) => {
			ids[r * length + i] = BigInt(id);
			mask[r * length + i] = 1n;
		}),
	);
	const shape = [rows.length, length];
	const { [OUTPUT]: output } = await session.run({
		input_ids: new ort.Tensor('int64', ids, shape),
		attention_mask: new ort.Tensor('int64', mask, shape),
	});
	const data = output!.data as Float32Array;
	const size = data.length / rows.length;
	return rows.map((_, r) => data.slice(r * size, (r + 1) * size));
}
