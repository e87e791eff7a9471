/**
 * Arrow keys walk through the buttons of a toolbar, as the pattern for toolbars of WAI-ARIA has it;
 * Home and End go to its ends.
 */
export function toolbarKeys(bar: HTMLElement): () => void {
	const onKey = (event: KeyboardEvent): void => {
		const step = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
		const isEnd = event.key === 'Home' || event.key === 'End';
		if ((step === undefined && !isEnd) || event.ctrlKey || event.altKey || event.metaKey || event.shiftKey)
			return;
		const target = event.target as HTMLElement;
		// What uses the arrows itself keeps them.
		if (target.matches('input, textarea, select, [contenteditable="true"]')) return;
		const buttons = [...bar.querySelectorAll<HTMLElement>('button, a[href], input, select')].filter(
			(each) => !each.matches(':disabled') && each.getClientRects().length > 0 && isShown(each),
		);
		const at = buttons.findIndex((each) => each === target);
		if (at < 0) return;
		const to =
			step !== undefined
				? (at + step + buttons.length) % buttons.length
				: event.key === 'Home'
					? 0
					: buttons.length - 1;
		event.preventDefault();
		event.stopPropagation();
		buttons[to]!.focus();
	};
	bar.addEventListener('keydown', onKey);
	return () => bar.removeEventListener('keydown', onKey);
}

const isShown = (element: HTMLElement): boolean => getComputedStyle(element).visibility !== 'hidden';
