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

/** The messages of a language; English where there is no such language. */
export async function loadLanguage(language: string): Promise<Partial<Messages>> {
	return (await loaders[language]?.())?.default ?? english;
}

let current = (): Partial<Messages> => english;

/** Says whose language counts: of the page's reader in a browser, of whoever asks on the server. */
export function readMessagesFrom(source: () => Partial<Messages>): void {
	current = source;
}

export const m: Messages = new Proxy(english, {
	get: (_, key: keyof Messages) => current()[key] ?? english[key],
});
