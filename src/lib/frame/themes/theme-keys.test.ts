import { expect, it } from 'vitest';
import { namesFrom } from './names-from';
import { themeKeys } from './theme-keys';

it('themes have digits, and letters of their own that do nothing else', () => {
	const keys = themeKeys([
		'Noise',
		'Opening hours',
		'Öffnung',
		'Tools',
		'',
		...Array<string>(30).fill('Tent'),
	]);
	expect(keys.slice(0, 4).map(({ letter }) => letter)).toEqual(['o', 'p', 'f', 'l']);
	const letters = keys.flatMap(({ letter }) => letter ?? []);
	expect(new Set(letters).size).toBe(letters.length);
	expect(letters).not.toContain('n');
	expect(letters).not.toContain('t');
	expect(keys.map(({ digit }) => digit).slice(8, 10)).toEqual(['9', undefined]);
});

it('names come from lines, each once, without what makes them a list', () => {
	expect(namesFrom('- Waiting\n2) Parts\n\n  waiting \n* Money  ')).toEqual(['Waiting', 'Parts', 'Money']);
	expect(namesFrom('x'.repeat(200))[0]).toHaveLength(80);
	expect(namesFrom(Array.from({ length: 60 }, (_, i) => `T${i}`).join('\n'))).toHaveLength(40);
});
