import { afterEach, describe, expect, it } from 'vitest';
import { readLanguageFrom, type Messages } from '$lib/messages';
import { dateWords, dayWords, momentWords, numberWords, timeWords, whenWords } from './when';

const at = (text: string): number => new Date(text).getTime();
const NOW = at('2026-03-29T14:00:00');

describe('how long ago', () => {
	it.each([
		['2026-03-29T13:59:45', 'just now'],
		['2026-03-29T14:02:00', 'just now'],
		['2026-03-29T13:20:00', '40 min ago'],
		['2026-03-29T09:05:00', '09:05'],
		['2026-03-28T23:50:00', '28 Mar 2026, 23:50'],
	])('%s is %s', (time, words) => expect(whenWords(at(time), NOW)).toBe(words));
});

describe('the day', () => {
	it.each([
		['2026-03-29T00:00:01', 'Today, 00:00'],
		// The night in which clocks go forward is an hour shorter.
		['2026-03-28T23:59:59', 'Yesterday'],
		['2026-03-28T00:00:00', 'Yesterday'],
		['2026-03-27T23:59:59', '27 March'],
		['2026-04-01T10:00:00', 'Today, 10:00'],
	])('%s is %s', (time, words) => expect(dayWords(at(time), NOW)).toBe(words));

	it('comes with the time where a moment is meant', () =>
		expect(momentWords(at('2026-11-05T07:03:00'))).toBe('5 Nov 2026, 07:03'));
});

describe('where German is read', () => {
	afterEach(() => readLanguageFrom(() => undefined));

	it('dates, times and numbers are written as they are there', () => {
		const both = (): string[] => [
			momentWords(at('2026-11-05T07:03:00')),
			dayWords(at('2026-03-20T07:03:00'), NOW),
			timeWords(at('2026-11-05T17:03:00')),
			dateWords('2026-12-05'),
			numberWords(1234.5),
			numberWords(0.5, 2),
		];
		expect(both()).toEqual(['5 Nov 2026, 07:03', '20 March', '17:03', '5 Dec 2026', '1,234.5', '0.50']);
		readLanguageFrom(() => ({ tag: 'de', messages: {} as Messages }));
		expect(both()).toEqual(['05.11.2026, 07:03', '20. März', '17:03', '05.12.2026', '1.234,5', '0,50']);
	});

	it('what is no day stays as it is', () =>
		expect([dateWords('next week'), dateWords('2026-13-45'), dateWords('')]).toEqual([
			'next week',
			'2026-13-45',
			'',
		]));
});
