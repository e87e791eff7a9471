/** How a person wants the application to behave, kept in their browser. */
import { z } from 'zod';

export const WHEELS = ['scroll', 'zoom'] as const;
export const KEY_MODES = ['single', 'modifier', 'off'] as const;
export const MOTIONS = ['system', 'less'] as const;

/** What is not there, or not understood, is as usual. */
export const preferencesSchema = z.object({
	/** What the wheel does without Ctrl; with Ctrl it zooms, as a pinch does. */
	wheel: z.enum(WHEELS).catch('scroll'),
	/** Whether a letter alone is a shortcut (WCAG 2.1.4), one with a modifier, or none. */
	keys: z.enum(KEY_MODES).catch('single'),
	sounds: z.boolean().catch(true),
	/** Whether things move as the system wishes, or as little as can be. */
	motion: z.enum(MOTIONS).catch('system'),
});
export type Preferences = z.infer<typeof preferencesSchema>;

export const USUAL: Preferences = preferencesSchema.parse({});

/**
 * The key that a shortcut has: a character alone gets a modifier, or is none at all, where a person
 * wants that. Keys are in tinykeys' notation.
 */
export function keyFor(key: string, mode: Preferences['keys']): string | undefined {
	const shifted = key.startsWith('Shift+') ? key.slice('Shift+'.length) : key;
	const isCharacter = shifted.length === 1 || /^Digit\d$/.test(shifted);
	if (!isCharacter || mode === 'single') return key;
	if (mode === 'off') return undefined;
	const code = /^[a-z]$/i.test(shifted)
		? `Key${shifted.toUpperCase()}`
		: /^\d$/.test(shifted)
			? `Digit${shifted}`
			: shifted;
	return `$mod+Alt+${key === shifted ? '' : 'Shift+'}${code}`;
}
