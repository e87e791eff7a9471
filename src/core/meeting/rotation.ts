/**
 * Sheets that go round in brainwriting: who writes where in which round. Everybody writes on each sheet once before anybody comes back to
 * one, and with an even number nobody gets their sheets from the same neighbour twice: a row-complete Latin square (E. Williams,
 * "Experimental designs balanced for the estimation of residual effects of treatments", 1949).
 */
import type * as Y from 'yjs';
import { z } from 'zod';
import { sessionMap } from './runsheet';

/** How far the sheets have moved in each round, of `count` sheets: 0, 1, −1, 2, −2, … */
export const shifts = (count: number): number[] =>
	Array.from({ length: count }, (_, round) => {
		const step = Math.ceil(round / 2);
		return round % 2 === 1 ? step : (count - step) % count;
	});

/** The sheet on which a seat writes in a round, both from 0. Seats beyond the number of sheets share them. */
export function sheetFor(count: number, seat: number, round: number): number {
	const shift = shifts(count)[round % count]!;
	return (seat + shift) % count;
}

const seatsSchema = z.array(z.string().max(64)).max(500);
const SEATS = 'seats';

/** Who sits where, by the ids under which people go. */
export function seatsIn(doc: Y.Doc): string[] {
	const read = seatsSchema.safeParse(sessionMap(doc).get(SEATS));
	return read.success ? read.data : [];
}

/** Gives seats to those who have none; those who have one keep it, so that the rounds go on. */
export function takeSeats(doc: Y.Doc, people: readonly string[]): void {
	const seats = seatsIn(doc);
	const fresh = people.filter((person) => !seats.includes(person));
	if (fresh.length > 0) sessionMap(doc).set(SEATS, [...seats, ...fresh].slice(0, 500));
}

/** The field in which somebody writes. Whoever has no seat yet sits behind the others. */
export function fieldFor(
	fields: readonly string[],
	seats: readonly string[],
	person: string,
	round: number,
): string {
	const seat = seats.indexOf(person);
	return fields[sheetFor(fields.length, seat < 0 ? seats.length : seat, round)]!;
}
