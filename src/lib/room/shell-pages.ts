/** What the page and its service worker agree on: which pages are kept, and under what. */

/** Where pages of boards are kept. They say who somebody is, so they go when one signs out. */
export const PAGES = 'wandtafel-pages';

/** What a page says that was never kept and cannot be fetched. */
export interface OfflineWords {
	/** Tag of their language. */
	language: string;
	title: string;
	more: string;
}

export interface ToShell {
	do: 'keep';
	/** Path of the page to keep. */
	path: string;
	/** In the language of whoever has the page open. */
	words: OfflineWords;
}

export const isBoardPage = (path: string): boolean => /^\/board\/[A-Za-z0-9_-]{1,64}$/.test(path);

/** Under what a page is kept: whatever follows a question mark makes no other board of it. */
export const keyOf = (url: URL): string => url.pathname;
