/** Keys as people read them. */

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
		.map((key) => names[key] ?? /^Digit(\d)$/.exec(key)?.[1] ?? (key.length === 1 ? key.toUpperCase() : key))
		.join(' ');
}

export const isMac = (): boolean => /Mac|iPhone|iPad/.test(navigator.userAgent);
