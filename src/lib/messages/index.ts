/**
 * Words of the interface in the language of whoever reads them. They stand in `messages/`, one file
 * a language, in ICU MessageFormat, and are compiled to functions with the types of their values.
 * What another language lacks is said in English. A page loads one language and no other.
 */
import loaders from './compiled/loaders.js';
import type { Messages } from './compiled/types';

export type { Messages };

/** Tags of the languages that there are, English first. */
export const LANGUAGES: readonly string[] = Object.keys(loaders);

/** Whether people can choose a language: a made-up one is for tests alone. */
export const isOffered = (tag: string): boolean => !tag.endsWith('-XA');
export const OFFERED = LANGUAGES.filter(isOffered);

/** A language with its messages. */
export interface Spoken {
	tag: string;
	messages: Messages;
}

/** A language with its messages; English where there is no such language. */
export async function loadLanguage(tag: string): Promise<Spoken> {
	const known = tag in loaders ? tag : 'en';
	return { tag: known, messages: (await loaders[known]!()).default };
}

/** English is at hand where nobody has said whose language counts. A page loads its own alone. */
const english = import.meta.env.SSR ? await loadLanguage('en') : undefined;

let source: () => Spoken | undefined = () => undefined;

/** Says whose language counts: of the page's reader in a browser, of whoever asks on the server. */
export function readLanguageFrom(given: () => Spoken | undefined): void {
	source = given;
}

function current(): Spoken {
	const spoken = source() ?? english;
	if (!spoken) throw new Error('Words were asked for before a language was loaded.');
	return spoken;
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
		say = (values) => (current().messages[key] as unknown as Say)(values);
		said.set(key, say);
	}
	return say;
}

export const m = new Proxy({} as Messages, {
	get: (_, key: keyof Messages) => sayer(key),
});
