import { MAX_THEME_NAME, MAX_THEMES } from '$core/contract/themes';

/** Names from lines: each once, cut to length; no more than can be asked about. */
export function namesFrom(lines: string): string[] {
	const names = new Map<string, string>();
	for (const line of lines.split('\n')) {
		const name = line
			.replace(/^\s*(?:[-*•]|\d+[.)])\s+/u, '')
			.trim()
			.slice(0, MAX_THEME_NAME);
		if (name !== '' && !names.has(name.toLowerCase())) names.set(name.toLowerCase(), name);
	}
	return [...names.values()].slice(0, MAX_THEMES);
}
