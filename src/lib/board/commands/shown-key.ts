/** Keys as people read them. */
import { keyFor } from '$core/people/preferences';
import { preferences } from '../../ui/preferences.svelte';

/** How keys are shown to people. */
export function shownKey(keys: string, mac: boolean): string {
	const names: Record<string, string> = {
		$mod: mac ? '⌘' : 'Ctrl',
		ArrowLeft: '←',
		ArrowRight: '→',
		ArrowUp: '↑',
		ArrowDown: '↓',
		Escape: 'Esc',
		PageUp: 'Page up',
		PageDown: 'Page down',
	};
	return keys
		.split(/\b\+/)
		.map(
			(key) =>
				names[key] ??
				/^(?:Digit|Key)([A-Z\d])$/.exec(key)?.[1] ??
				(key.length === 1 ? key.toUpperCase() : key),
		)
		.join(' ');
}

/** The first key of a command as this person has set shortcuts; undefined where it has none. */
export function shownKeyOf({ keys }: { keys: readonly string[] }, mac = isMac()): string | undefined {
	const key = keys[0] && keyFor(keys[0], preferences.current.keys);
	return key ? shownKey(key, mac) : undefined;
}

export const isMac = (): boolean => /Mac|iPhone|iPad/.test(navigator.userAgent);
