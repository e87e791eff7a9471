/** Keys on the board: those of the commands, and space, which pans while it is held. */
import { keyFor } from '$core/people/preferences';
import { tinykeys } from 'tinykeys';
import { preferences } from '../ui/preferences.svelte';
import type { Board } from './board.svelte';
import { COMMANDS, isOffered, type Command } from './commands';
import { isTyping } from './typing';

/** Keys that buttons and lists use themselves are left to them. */
function isOnControl(event: KeyboardEvent): boolean {
	const target = event.target as HTMLElement | null;
	const plain = ['Enter', 'ArrowUp', 'ArrowDown', 'ArrowLeft', 'ArrowRight', 'Home', 'End'].includes(
		event.key,
	);
	return plain && Boolean(target?.closest('button, a, [role="tree"], [role="tablist"], [role="menu"]'));
}

/** What opens over the board and closes by Escape of itself. */
const OPEN_OVER =
	'.pop[data-state="open"], .point-menu[data-state="open"], [role="dialog"][data-state="open"]';

/** Lets the keys of the command table run their commands; of several on one key the first that is offered. */
export function bindKeys(board: Board, canvas: HTMLElement): () => void {
	const byKey = new Map<string, Command[]>();
	for (const command of COMMANDS)
		for (const wanted of command.keys) {
			const key = keyFor(wanted, preferences.current.keys);
			if (key !== undefined) byKey.set(key, [...(byKey.get(key) ?? []), command]);
		}
	const bindings: Record<string, (event: KeyboardEvent) => void> = {};
	for (const [key, commands] of byKey) {
		bindings[key] = (event) => {
			// Escape closes what is open over the board, and nothing else.
			if (event.key === 'Escape' && wasOpen) return;
			if (board.covered || isTyping(event) || isOnControl(event) || event.isComposing) return;
			const command = commands.find((each) => isOffered(each, board));
			if (!command) return;
			// Tab walks through the frame; it is the board's only while one works there.
			if (event.key === 'Tab' && !canvas.contains(document.activeElement)) return;
			event.preventDefault();
			void command.run(board);
		};
	}
	// Asked before anybody hears of the key: who closes it has closed it by the time the board
	// hears.
	let wasOpen = false;
	const onBefore = (): void => void (wasOpen = document.querySelector(OPEN_OVER) !== null);
	addEventListener('keydown', onBefore, true);
	const unbind = tinykeys(window, bindings);
	return () => {
		removeEventListener('keydown', onBefore, true);
		unbind();
	};
}

/** Whether a key event is space that holds the board, and not a button or a text. */
export function isHolding(event: KeyboardEvent): boolean {
	if (event.code !== 'Space' || isTyping(event)) return false;
	return !(event.target as HTMLElement).closest('button, a');
}
