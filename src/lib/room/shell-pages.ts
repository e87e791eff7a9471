/** What the page and its service worker agree on: which pages are kept, and under what. */

/** Where pages of boards are kept. They say who somebody is, so they go when one signs out. */
export const PAGES = 'wandtafel-pages';

export interface ToShell {
	do: 'keep';
	/** Path of the page to keep. */
	path: string;
}

export const isBoardPage = (path: string): boolean => /^\/board\/[A-Za-z0-9_-]{1,64}$/.test(path);

/** Under what a page is kept: whatever follows a question mark makes no other board of it. */
export const keyOf = (url: URL): string => url.pathname;
