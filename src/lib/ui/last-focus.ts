/** Where the focus was before a dialog or a panel took it, and goes when that closes. */
import { browser } from '$app/environment';

/** What lies over the page and closes again; one of them may lead to the next. */
const OVERLAYS = '.question, .pop, .point-menu';
let last: HTMLElement | undefined;

if (browser)
	document.addEventListener('focusin', ({ target }) => {
		if (target instanceof HTMLElement && !target.closest(OVERLAYS)) last = target;
	});

let instead: string | undefined;

/** Says where the focus goes when what is open now closes, where that is not back to where it was. */
export const focusInstead = (selector: string): void => void (instead = selector);

/**
 * Where the focus goes when a dialog or a panel closes: where it was said to, or else to the last
 * element outside of them that had it, if it is still there.
 */
export function lastFocus(): HTMLElement | null {
	const said = instead === undefined ? null : document.querySelector<HTMLElement>(instead);
	instead = undefined;
	return said ?? (last?.checkVisibility() ? last : null);
}
