/** Where the focus was before a dialog or a panel took it, and goes when that closes. */
import { browser } from '$app/environment';

/** What lies over the page and closes again; one of them may lead to the next. */
const OVERLAYS = '.question, .pop, .point-menu';
let last: HTMLElement | undefined;

if (browser)
	document.addEventListener('focusin', ({ target }) => {
		if (target instanceof HTMLElement && !target.closest(OVERLAYS)) last = target;
	});

/** The last element outside of dialogs and panels that had the focus, if it is still there. */
export const lastFocus = (): HTMLElement | null => (last?.checkVisibility() ? last : null);
