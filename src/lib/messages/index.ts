/**
 * Words of the interface in the language of whoever reads them. They stand in `messages/`, one file
 * a language, in ICU MessageFormat, and are compiled to functions with the types of their values.
 * English is always there: what another language lacks is said in it.
 */
import english from './compiled/en.js';
import loaders from './compiled/loaders.js';
import type { Messages } from './compiled/types';

export type { Messages };

/** Tags of the languages that there are, English first. */
export const LANGUAGES: readonly string[] = ['en', ...Object.keys(loaders)];

/** Whether people can choose a language: a made-up one is for tests alone. */
export const isOffered = (tag: string): boolean => !tag.endsWith('-XA');
export const OFFERED = LANGUAGES.filter(isOffered);

/** A language with its messages. */
export interface Spoken {
	tag: string;
	messages: Partial<Messages>;
}

const ENGLISH: Spoken = { tag: 'en', messages: english };

/** A language with its messages; English where there is no such language. */
export async function loadLanguage(tag: string): Promise<Spoken> {
	const messages = (await loaders[tag]?.())?.default;
	return messages ? { tag, messages } : ENGLISH;
}

let current = (): Spoken => ENGLISH;

/** Says whose language counts: of the page's reader in a browser, of whoever asks on the server. */
export function readLanguageFrom(source: () => Spoken | undefined): void {
	current = () => source() ?? ENGLISH;
}

/** Tag of the language that counts now, as `de`. */
export const language = (): string => current().tag;

/** Tag by which dates and numbers are written now, as `en-GB`. */
export const locale = (): string => (language() === 'en' ? 'en-GB' : language());

type Say = (values: unknown) => string;
const said = new Map<keyof Messages, Say>();

/** A message in the language that counts when it is said, and not when it is mentioned. */
function sayer(key: keyof Messages): Say {
	let say = said.get(key);
	if (!say) {
		say = (values) => ((current().messages[key] ?? english[key]) as unknown as Say)(values);
		said.set(key, say);
	}
	return say;
}

export const m: Messages = new Proxy(english, {
	get: (_, key: keyof Messages) => sayer(key),
});
