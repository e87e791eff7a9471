/**
 * The language in which a request is answered: what its person chose, or what their browser asks
 * for.
 */
import { AsyncLocalStorage } from 'node:async_hooks';
import { isOffered, LANGUAGES, loadLanguage, readLanguageFrom, type Spoken } from '$lib/messages';
import Negotiator from 'negotiator';

/** Cookie in which a choice is kept. */
export const LANGUAGE_COOKIE = 'language';

const answering = new AsyncLocalStorage<Spoken>();
readLanguageFrom(() => answering.getStore());

/**
 * @param chosen tag of a language, as the cookie has it
 * @param accepted the header `Accept-Language`
 */
export function languageFor(
	chosen: string | undefined,
	accepted: string | null,
	languages: readonly string[] = LANGUAGES,
): string {
	if (chosen !== undefined && languages.includes(chosen)) return chosen;
	const headers = { 'accept-language': accepted ?? '' };
	// No browser is answered in the language that is made up for tests.
	return new Negotiator({ headers }).language(languages.filter(isOffered)) ?? languages[0]!;
}

/** Does something with messages in a language. */
export async function inLanguage<T>(language: string, work: () => T | Promise<T>): Promise<T> {
	return answering.run(await loadLanguage(language), work);
}
