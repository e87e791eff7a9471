/** Messages compiled from a file a language. */
import { mkdtempSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { argumentsOf, faultsOf, moduleOf, typesOf, unusedIn } from './compile';
import { readCatalogs, writeModules } from './files';
import { pseudoOf } from './pseudo';

const ENGLISH = {
	close: 'Close',
	moved: '{count, plural, one {{count} note} other {{count} notes}} moved to {place}',
};

describe('messages', () => {
	it('say what is put into them, and what of it must be a number', () => {
		expect([...argumentsOf(ENGLISH.moved)]).toEqual([
			['count', 'number'],
			['place', 'text'],
		]);
		const types = typesOf(ENGLISH);
		expect(types).toContain('close(): string;');
		expect(types).toContain('moved(values: { count: number; place: string | number }): string;');
	});

	it('that cannot be read are no module', () => {
		expect(() => moduleOf('en', { broken: '{count, plural, one {note}' })).toThrow();
	});

	it('of another language are checked: missing, unknown, with other values', () => {
		const german = { moved: '{count} Zettel verschoben', other: 'Etwas' };
		expect(faultsOf('de', german, ENGLISH)).toEqual([
			'de: close is missing',
			'de: other is in no other language',
			'de: moved takes {count}, not {count, place}',
		]);
		expect(faultsOf('en', ENGLISH, ENGLISH)).toEqual([]);
	});

	it('that no source mentions are found', () => {
		expect(unusedIn(ENGLISH, ['const a = m.close();'])).toEqual(['moved']);
		expect(unusedIn(ENGLISH, ['m.close; m\n.moved({ count, place })'])).toEqual([]);
		expect(unusedIn(ENGLISH, ['m[`mov${rest}`]'])).toEqual(['close']);
	});
});

describe('German', () => {
	it('speaks neither to one person nor to strangers', () => {
		const german = readCatalogs(process.cwd()).get('de')!;
		const addressed = Object.entries(german).filter(([, text]) =>
			/\b(du|dich|dir|dein\w*|Ihnen|Ihre?[mnrs]?)\b/.test(text),
		);
		expect(addressed).toEqual([]);
	});
});

describe('the made-up language', () => {
	it('keeps values and plurals, and accents what stands around them', () => {
		const { close, moved } = pseudoOf(ENGLISH);
		expect(close).toBe('⟦Clóósé⟧');
		expect([...argumentsOf(moved!)]).toEqual([...argumentsOf(ENGLISH.moved)]);
		expect(moved).toMatch(/^⟦\{count, plural, one \{\{count\} nó/);
	});
});

describe('a language', () => {
	let root = '';
	beforeEach(() => (root = mkdtempSync(join(tmpdir(), 'messages-'))));
	afterEach(() => rmSync(root, { recursive: true }));

	it('is added by a file', async () => {
		mkdirSync(join(root, 'messages'));
		writeFileSync(join(root, 'messages', 'en.json'), JSON.stringify(ENGLISH));
		const german = {
			moved: '{count, plural, one {Ein Zettel} other {{count} Zettel}} nach {place} verschoben',
		};
		writeFileSync(join(root, 'messages', 'de.json'), JSON.stringify(german));
		writeModules(root);
		const compiled = (name: string): string => join(root, 'src/lib/messages/compiled', name);
		expect(readFileSync(compiled('loaders.js'), 'utf8')).toContain('"de": () => import(\'./de.js\')');
		// The module without its imports, which a bundler resolves.
		const { plural } = await import('@messageformat/runtime');
		const { de } = await import('@messageformat/runtime/lib/cardinals');
		const body = readFileSync(compiled('de.js'), 'utf8')
			.replace(/^import .*$/gm, '')
			.replace('export default', 'return');
		const made = new Function('plural', 'de', body)(plural, de) as {
			moved(values: object): string;
			close(): string;
		};
		// What it lacks is said in English.
		expect(made.close()).toBe('Close');
		expect(made.moved({ count: 1, place: 'Plan' })).toBe('Ein Zettel nach Plan verschoben');
		expect(made.moved({ count: 3, place: 'Plan' })).toBe('3 Zettel nach Plan verschoben');
	});
});
