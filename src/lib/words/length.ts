/** Lengths of time in words. */
import { m } from '$lib/messages';
import { numberWords } from './when';

/** "3 min", "2½ min", "1 h 30". */
export function lengthWords(minutes: number): string {
	if (minutes >= 60) {
		const hours = Math.floor(minutes / 60);
		const rest = Math.round(minutes - 60 * hours);
		return rest === 0 ? m.hours({ count: hours }) : m.hours_minutes({ hours, minutes: rest });
	}
	return m.minutes({ count: numberWords(Math.round(minutes * 10) / 10) });
}
