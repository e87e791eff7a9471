import { describe, expect, it } from 'vitest';
import { keyFor, preferencesSchema, USUAL } from './preferences';

describe('preferences', () => {
	it('are as usual where nothing, or nonsense, is kept', () => {
		expect(preferencesSchema.parse({})).toEqual(USUAL);
		expect(preferencesSchema.parse({ wheel: 'sideways', keys: 7, sounds: 'loud' })).toEqual(USUAL);
		expect(preferencesSchema.parse({ wheel: 'zoom', sounds: false })).toMatchObject({
			wheel: 'zoom',
			sounds: false,
		});
	});

	it.each([
		['n', 'single', 'n'],
		['n', 'off', undefined],
		['n', 'modifier', '$mod+Alt+KeyN'],
		['Shift+w', 'modifier', '$mod+Alt+Shift+KeyW'],
		['Shift+w', 'off', undefined],
		['3', 'modifier', '$mod+Alt+Digit3'],
		['Shift+Digit3', 'off', undefined],
		[']', 'modifier', '$mod+Alt+]'],
		['$mod+k', 'off', '$mod+k'],
		['Delete', 'off', 'Delete'],
		['Alt+ArrowUp', 'off', 'Alt+ArrowUp'],
		['F2', 'modifier', 'F2'],
	] as const)('make of the key %s with %s: %s', (key, mode, wanted) => {
		expect(keyFor(key, mode)).toBe(wanted);
	});
});
