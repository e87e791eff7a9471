/** Keys as people read them. */
import { keyFor } from '$core/people/preferences';
import { m } from '$lib/messages';
import { preferences } from '../../ui/preferences.svelte';

/** How keys are shown to people. */
export function shownKey(keys: string, mac: boolean): string {
	const names: Record<string, string> = {
		$mod: mac ? '⌘' : m.key_ctrl(),
		Shift: m.key_shift(),
		ArrowLeft: '←',
		ArrowRight: '→',
		ArrowUp: '↑',
		ArrowDown: '↓',
		Escape: 'Esc',
		PageUp: m.key_page_up(),
		PageDown: m.key_page_down(),
		Enter: m.key_enter(),
		Delete: m.key_delete(),
		Home: m.key_home(),
		End: m.key_end(),
		Space: m.key_space(),
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
