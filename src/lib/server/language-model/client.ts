/**
 * The language model of the house, reached by the chat-completions protocol; none where no address
 * is set.
 */
import OpenAI from 'openai';
import type { ModelName } from '$core/contract/language-model';
import type { ModelMessage } from '$core/language-model/questions';
import { once } from '../once';
import { readSettings } from '../settings';

export interface LanguageModel extends ModelName {
	/**
	 * Gives its answer, as text that nobody has checked.
	 * @throws Error when it does not answer in time, however often it is asked, or without end
	 */
	complete(messages: readonly ModelMessage[]): Promise<string>;
}

/** How often it is asked again where it fails, with growing pauses. */
const MAX_RETRIES = 2;
/** All pauses between tries, and a little more, ms. */
const PAUSES_MS = 5000;
/** Bytes of an answer that are read, and letters of what it says. */
const MAX_BYTES = 2_000_000;
const MAX_ANSWER = 200_000;

export const languageModel = (): LanguageModel | undefined => once('language-model', connect);

function connect(): LanguageModel | undefined {
	const settings = readSettings(process.env);
	const { WANDTAFEL_MODEL_URL: url, WANDTAFEL_MODEL: name, WANDTAFEL_MODEL_KEY: key } = settings;
	if (url === undefined || name === undefined) return undefined;
	const timeout = settings.WANDTAFEL_MODEL_TIMEOUT * 1000;
	const client = new OpenAI({
		baseURL: url,
		apiKey: key ?? 'none',
		timeout,
		fetch: fetchBounded,
		maxRetries: MAX_RETRIES,
		// Nothing is taken from settings of other programs.
		organization: null,
		project: null,
		logLevel: 'off',
	});
	return {
		name,
		host: new URL(url).host,
		async complete(messages) {
			const answer = await client.chat.completions.create(
				{
					model: name,
					messages: [...messages],
					temperature: 0,
					response_format: { type: 'json_object' },
				},
				// The package's own limit ends once an answer has begun; one that goes on for ever has none.
				{ signal: AbortSignal.timeout(timeout * (MAX_RETRIES + 1) + PAUSES_MS) },
			);
			const content: unknown = answer.choices?.[0]?.message?.content;
			return typeof content === 'string' ? content.slice(0, MAX_ANSWER) : '';
		},
	};
}

/** Reads no more of an answer than could be one. */
async function fetchBounded(...asked: Parameters<typeof fetch>): Promise<Response> {
	const response = await fetch(...asked);
	let read = 0;
	const body = response.body?.pipeThrough(
		new TransformStream<Uint8Array, Uint8Array>({
			transform(piece, controller) {
				read += piece.byteLength;
				if (read > MAX_BYTES) controller.error(new Error('The answer does not end.'));
				else controller.enqueue(piece);
			},
		}),
	);
	return new Response(body ?? null, response);
}
