import type { ClientInit } from '@sveltejs/kit';
import { loadLanguage, readMessagesFrom } from '$lib/messages';

/** The page speaks the language in which the server wrote it. */
export const init: ClientInit = async () => {
	const messages = await loadLanguage(document.documentElement.lang);
	readMessagesFrom(() => messages);
};
