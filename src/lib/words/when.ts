/** Times in words. The interface speaks one language, so that server and browser write the same. */
import { m } from '$lib/messages';

const LANGUAGE = 'en-GB';
const DAY = 86_400_000;
const clock = new Intl.DateTimeFormat(LANGUAGE, { timeStyle: 'short' });
const moment = new Intl.DateTimeFormat(LANGUAGE, { dateStyle: 'medium', timeStyle: 'short' });
const day = new Intl.DateTimeFormat(LANGUAGE, { day: 'numeric', month: 'long' });
const startOfDay = (time: number): number => new Date(time).setHours(0, 0, 0, 0);

const second = new Intl.DateTimeFormat(LANGUAGE, { dateStyle: 'medium', timeStyle: 'medium' });

/** A moment, ms, to the second. */
export const secondWords = (time: number): string => second.format(time);

/** A moment, ms, with day and time. */
export const momentWords = (time: number): string => moment.format(time);

/** How long ago something was said: minutes, then the time of day, then the day as well. Both times ms. */
export function whenWords(time: number, now: number): string {
	const minutes = Math.round((now - time) / 60_000);
	if (minutes < 1) return m.just_now();
	if (minutes < 60) return m.minutes_ago({ count: minutes });
	return startOfDay(time) === startOfDay(now) ? clock.format(time) : momentWords(time);
}

/** The day on which something changed: today with the time, yesterday, or its date. Both times ms. */
export function dayWords(time: number, now: number): string {
	// Days are 23 to 25 hours long where clocks are put forward and back.
	const days = Math.round((startOfDay(now) - startOfDay(time)) / DAY);
	if (days <= 0) return m.today_at({ time: clock.format(time) });
	return days === 1 ? m.yesterday() : day.format(time);
}

/** The time of day of a moment, ms. */
export const timeWords = (time: number): string => clock.format(time);
