import type { ClientInit } from '@sveltejs/kit';
import { loadLanguage, readLanguageFrom } from '$lib/messages';

/** The page speaks the language in which the server wrote it. */
export const init: ClientInit = async () => {
	const spoken = await loadLanguage(document.documentElement.lang);
	readLanguageFrom(() => spoken);
};
