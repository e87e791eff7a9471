/** Times and numbers in words of whoever reads them. */
import { locale, m } from '$lib/messages';

const DAY = 86_400_000;

/** A formatter for each language that comes along: making one is dear. */
function byLocale<T>(make: (locale: string) => T): () => T {
	const made = new Map<string, T>();
	return () => {
		const tag = locale();
		let one = made.get(tag);
		if (!one) made.set(tag, (one = make(tag)));
		return one;
	};
}
const times = (options: Intl.DateTimeFormatOptions): (() => Intl.DateTimeFormat) =>
	byLocale((tag) => new Intl.DateTimeFormat(tag, options));

const clock = times({ timeStyle: 'short' });
const moment = times({ dateStyle: 'medium', timeStyle: 'short' });
const day = times({ day: 'numeric', month: 'long' });
const date = times({ dateStyle: 'medium', timeZone: 'UTC' });
const second = times({ dateStyle: 'medium', timeStyle: 'medium' });
const numbers = [0, 1, 2].map((digits) =>
	byLocale(
		(tag) =>
			new Intl.NumberFormat(tag, { minimumFractionDigits: digits, maximumFractionDigits: digits || 2 }),
	),
);
const startOfDay = (time: number): number => new Date(time).setHours(0, 0, 0, 0);

/** A moment, ms, to the second. */
export const secondWords = (time: number): string => second().format(time);

/** A moment, ms, with day and time. */
export const momentWords = (time: number): string => moment().format(time);

/** How long ago something was said: minutes, then the time of day, then the day as well. Both times ms. */
export function whenWords(time: number, now: number): string {
	const minutes = Math.round((now - time) / 60_000);
	if (minutes < 1) return m.just_now();
	if (minutes < 60) return m.minutes_ago({ count: minutes });
	return startOfDay(time) === startOfDay(now) ? clock().format(time) : momentWords(time);
}

/** The day on which something changed: today with the time, yesterday, or its date. Both times ms. */
export function dayWords(time: number, now: number): string {
	// Days are 23 to 25 hours long where clocks are put forward and back.
	const days = Math.round((startOfDay(now) - startOfDay(time)) / DAY);
	if (days <= 0) return m.today_at({ time: clock().format(time) });
	return days === 1 ? m.yesterday() : day().format(time);
}

/**
 * A day as it is kept, `2026-12-05`, as it is written where it is read; other words stay as they
 * are.
 */
export const dateWords = (day: string): string =>
	/^\d{4}-\d{2}-\d{2}$/.test(day) && !Number.isNaN(Date.parse(day)) ? date().format(Date.parse(day)) : day;

/** The time of day of a moment, ms. */
export const timeWords = (time: number): string => clock().format(time);

/** A number as it is written where it is read: with so many decimals, or up to two. */
export const numberWords = (value: number, decimals?: 1 | 2): string =>
	numbers[decimals ?? 0]!().format(value);
