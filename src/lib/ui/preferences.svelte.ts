/** How this person wants the application, as their browser keeps it; the same in all of its tabs. */
import { preferencesSchema, USUAL, type Preferences } from '$core/people/preferences';
import { prefersReducedMotion } from 'svelte/motion';

const KEY = 'preferences';

function read(): Preferences {
	try {
		return preferencesSchema.parse(JSON.parse(localStorage.getItem(KEY) ?? '{}'));
	} catch {
		return USUAL;
	}
}

let current = $state.raw(typeof localStorage === 'undefined' ? USUAL : read());
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
		try {
			localStorage.setItem(KEY, JSON.stringify(current));
		} catch {
			// It holds as long as the page does.
		}
	},
};
