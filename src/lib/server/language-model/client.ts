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
	 * @throws Error when it does not answer in time, however often it is asked
	 */
	complete(messages: readonly ModelMessage[], signal?: AbortSignal): Promise<string>;
}

/** How often it is asked again where it fails, with growing pauses. */
const MAX_RETRIES = 2;
/** Letters of an answer that are read. */
const MAX_ANSWER = 200_000;

export const languageModel = (): LanguageModel | undefined => once('language-model', connect);

function connect(): LanguageModel | undefined {
	const settings = readSettings(process.env);
	const { WANDTAFEL_MODEL_URL: url, WANDTAFEL_MODEL: name, WANDTAFEL_MODEL_KEY: key } = settings;
	if (url === undefined || name === undefined) return undefined;
	const client = new OpenAI({
		baseURL: url,
		apiKey: key ?? 'none',
		timeout: settings.WANDTAFEL_MODEL_TIMEOUT * 1000,
		maxRetries: MAX_RETRIES,
		// Nothing is taken from settings of other programs.
		organization: null,
		project: null,
		logLevel: 'off',
	});
	return {
		name,
		host: new URL(url).host,
		async complete(messages, signal) {
			const answer = await client.chat.completions.create(
				{
					model: name,
					messages: [...messages],
					temperature: 0,
					response_format: { type: 'json_object' },
				},
				signal ? { signal } : {},
			);
			const content: unknown = answer.choices?.[0]?.message?.content;
			return typeof content === 'string' ? content.slice(0, MAX_ANSWER) : '';
		},
	};
}
