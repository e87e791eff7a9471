/** Who keys belong to: the board, or a text that is being written. */

/**
 * Whether keys belong to something else than the board: a text field, the text editor, a dialog.
 * Asked of the way that the event takes, for what it was aimed at may be gone by now.
 */
export function isTyping(event: Event): boolean {
	return event
		.composedPath()
		.some(
			(node) =>
				node instanceof HTMLElement &&
				node.matches('input, textarea, select, [contenteditable="true"], [role="dialog"], [role="menu"]') &&
				!isUndoOfTaken(node, event),
		);
}

/**
 * Whether undo is pressed in an entry for a value on the board in which nothing was typed since
 * that was taken: the entry itself has nothing to take back, and what was taken is a step of the
 * board.
 */
const isUndoOfTaken = (node: HTMLElement, event: Event): boolean =>
	event instanceof KeyboardEvent &&
	(event.ctrlKey || event.metaKey) &&
	['z', 'y'].includes(event.key.toLowerCase()) &&
	node.matches('[data-on-board]:not([data-typed])');

/** A pause after which keys are meant for the board again, ms. */
const TYPING_PAUSE_MS = 1200;

/** Keys that only change what others mean. */
const MODIFIERS: ReadonlySet<string> = new Set(['Shift', 'Control', 'Alt', 'AltGraph', 'Meta', 'CapsLock']);

/**
 * Catches what is typed on after a text went away under its writer, until they pause, click, press
 * Escape or write somewhere else: on the board the same letters would be commands.
 * @param onText gets all that was typed since, whenever there is more
 */
export function catchTyping(onText: (typed: string) => void): void {
	let typed = '';
	let timer: ReturnType<typeof setTimeout>;
	const stop = (): void => {
		clearTimeout(timer);
		removeEventListener('keydown', onKey, true);
		removeEventListener('pointerdown', stop, true);
	};
	const wait = (): void => {
		clearTimeout(timer);
		timer = setTimeout(stop, TYPING_PAUSE_MS);
	};
	const onKey = (event: KeyboardEvent): void => {
		const { key } = event;
		if (MODIFIERS.has(key)) return;
		// Some letters take AltGr, which says that Ctrl and Alt are held.
		const isCommand = (event.ctrlKey || event.metaKey || event.altKey) && !event.getModifierState('AltGraph');
		if (isCommand || isTyping(event)) return stop();
		event.preventDefault();
		event.stopImmediatePropagation();
		if (key === 'Escape') return stop();
		if (key === 'Backspace') typed = typed.slice(0, -1);
		else if (key === 'Enter') typed += '\n';
		else if (key.length === 1) typed += key;
		wait();
		if (typed !== '') onText(typed);
	};
	addEventListener('keydown', onKey, true);
	addEventListener('pointerdown', stop, true);
	wait();
}
