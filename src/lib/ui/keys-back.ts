/**
 * Who works with the pointer beside the board and goes on by key means the board: its bars give the
 * keys back after a click.
 */
import { getContext, setContext } from 'svelte';

const KEY = Symbol('keys back');

/** Says how the keys are given back, for everything within. */
export const giveKeysBack = (back: () => void): void => void setContext(KEY, back);

/** The way to give them back, a moment later: what closes first puts the focus on its button. */
export function keysBack(): () => void {
	const back = getContext<(() => void) | undefined>(KEY);
	return () => void (back && requestAnimationFrame(() => requestAnimationFrame(back)));
}
