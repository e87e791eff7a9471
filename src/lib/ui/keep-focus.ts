/**
 * Keeps the focus from being lost to the page when what has it goes away: after deleting, renaming
 * and putting in another order it is on what stands there now, or as near as can be.
 */

const FOCUSABLE =
	'button:not(:disabled), a[href], input:not(:disabled), select, textarea, [tabindex]:not([tabindex="-1"])';
/** Rows of trees take the focus by script. */
const STANDS = `[data-row], ${FOCUSABLE}`;
const LISTS = '[role="tree"], [role="toolbar"], ul, ol';

/** Where the focus was: the element, what it stood in, and its index in its list. */
interface Spot {
	element: HTMLElement;
	around: HTMLElement[];
	list: HTMLElement | null;
	index: number;
}

/** What can have the focus in a list; in a tree its rows only. */
const standsIn = (list: HTMLElement): HTMLElement[] => {
	const rows = [...list.querySelectorAll<HTMLElement>('[data-row]')];
	const all = rows.length > 0 ? rows : [...list.querySelectorAll<HTMLElement>(STANDS)];
	return all.filter((each) => each.getClientRects().length > 0);
};

function spotOf(element: HTMLElement, root: HTMLElement): Spot {
	const around: HTMLElement[] = [];
	for (let each = element.parentElement; each && each !== root.parentElement; each = each.parentElement)
		around.push(each);
	const list = element.parentElement?.closest<HTMLElement>(LISTS) ?? null;
	return { element, around, list, index: list ? standsIn(list).indexOf(element) : -1 };
}

function restore({ element, around, list, index }: Spot): boolean {
	const put = (target: HTMLElement | undefined): boolean => {
		target?.focus({ preventScroll: false });
		return target !== undefined && document.activeElement === target;
	};
	// Moved, not removed.
	if (element.isConnected && put(element)) return true;
	// The nearest thing that is left; a row that became an entry and is a row again stands right
	// there.
	const near = around.find((each) => each.isConnected && each !== list && !each.contains(list));
	if (near && put(near.hasAttribute('tabindex') ? near : standsIn(near)[0])) return true;
	if (list?.isConnected && index >= 0) {
		const left = standsIn(list);
		if (put(left[Math.min(index, left.length - 1)])) return true;
	}
	return around.some(
		(each) => each.isConnected && (each.hasAttribute('tabindex') ? put(each) : put(standsIn(each)[0])),
	);
}

/** As an attachment of the element that the focus is to stay in. */
export function keepFocus(root: HTMLElement): () => void {
	let spot: Spot | undefined;
	const onFocus = (event: FocusEvent): void => void (spot = spotOf(event.target as HTMLElement, root));
	// Where somebody clicks beside everything, the focus is let go on purpose.
	const onDown = (): void => void (spot = undefined);
	const observer = new MutationObserver((records) => {
		if (!spot || document.activeElement !== document.body) return;
		const { element } = spot;
		const isGone = records.some(({ removedNodes }) =>
			[...removedNodes].some((node) => node.contains(element)),
		);
		if (isGone) restore(spot);
	});
	root.addEventListener('focusin', onFocus);
	addEventListener('pointerdown', onDown, true);
	observer.observe(root, { childList: true, subtree: true });
	return () => {
		observer.disconnect();
		removeEventListener('pointerdown', onDown, true);
		root.removeEventListener('focusin', onFocus);
	};
}
