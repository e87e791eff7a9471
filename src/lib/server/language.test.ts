import { describe, expect, it } from 'vitest';
import { m, readLanguageFrom, type Messages } from '$lib/messages';
import { inLanguage, languageFor } from './language';

describe('the language of an answer', () => {
	it('is the one that was chosen, what the browser asks for, or English', () => {
		const languages = ['en', 'de'];
		expect(languageFor('de', 'en', languages)).toBe('de');
		expect(languageFor(undefined, 'fr-CH, de;q=0.8, en;q=0.5', languages)).toBe('de');
		expect(languageFor('xx', 'de-AT', languages)).toBe('de');
		expect(languageFor(undefined, 'fr', languages)).toBe('en');
		expect(languageFor(undefined, null, languages)).toBe('en');
		const withMadeUp = [...languages, 'en-XA'];
		expect(languageFor(undefined, 'en-XA, en-GB;q=0.5', withMadeUp)).toBe('en');
		expect(languageFor('en-XA', 'de', withMadeUp)).toBe('en-XA');
	});

	it('counts for what is done in it, and English counts where there is no such language', async () => {
		await inLanguage('no such language', () => expect(m.close()).toBe('Close'));
		const close = m.close;
		readLanguageFrom(() => ({ tag: 'de', messages: { close: () => 'Schließen' } as Messages }));
		// Also where it was mentioned before.
		expect(close()).toBe('Schließen');
		expect(m.close()).toBe('Schließen');
		readLanguageFrom(() => undefined);
	});
});
