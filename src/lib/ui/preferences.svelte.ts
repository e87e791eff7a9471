/**
 * How this person wants the application, as their browser keeps it; the same in all of its tabs.
 */
import { preferencesSchema, USUAL, type Preferences } from '$core/people/preferences';
import { prefersReducedMotion } from 'svelte/motion';
import { recall, remember } from './kept-here';

const KEY = 'preferences';
const read = (): Preferences => recall(KEY, preferencesSchema) ?? USUAL;

let current = $state.raw(read());
if (typeof addEventListener === 'function')
	addEventListener('storage', (event) => {
		if (event.key === KEY) current = read();
	});

export const preferences = {
	get current(): Preferences {
		return current;
	},
	/** Whether nothing should move that need not. */
	get isCalm(): boolean {
		return current.motion === 'less' || prefersReducedMotion.current;
	},
	set(change: Partial<Preferences>): void {
		current = { ...current, ...change };
		remember(KEY, current);
	},
};
