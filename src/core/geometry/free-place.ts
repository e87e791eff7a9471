/**
 * Finds where a new note can land in a field: beside what is there, never on it, in reading order.
 * First the slots of an even grid are tried row by row, so that a field that fills by itself looks
 * tidy; then every place that touches the corner of something already there; then the rows below.
 */
import { type Box, overlaps } from './box';

export interface FreePlaceRequest {
	/** Where the item should lie: the inner room of a field. */
	room: Box;
	size: { w: number; h: number };
	/** What may not be covered. */
	taken: readonly Box[];
	/** Least distance to everything that is there. */
	gap: number;
}

export interface FreePlace {
	x: number;
	y: number;
	/** False when the room is full and the item lies below its lower edge: the field should grow. */
	inside: boolean;
}

/**
 * A place for `size` that keeps `gap` from everything in `taken`. There always is one: below the room
 * when it is full. The first free slot in reading order is taken, so notes that come in together fill
 * the field like lines of writing.
 */
export const freePlace = ({ size, ...where }: FreePlaceRequest): FreePlace => placesIn(where)(size);

/**
 * Things in a room from which on corners are not tried any more: rows do as well, and take no time
 * to find.
 */
const MANY = 200;

/** Finds places for one item after the other; each that is found counts as taken for the next. */
export function placesIn({
	room,
	taken,
	gap,
}: Omit<FreePlaceRequest, 'size'>): (size: FreePlaceRequest['size']) => FreePlace {
	const near = taken.filter((b) =>
		overlaps(b, { ...room, h: Infinity, x: room.x - gap, w: room.w + 2 * gap }),
	);
	/** The slot to begin with, for each size: those before it were taken, and stay so. */
	const begins = new Map<string, number>();

	const find = (size: FreePlaceRequest['size']): FreePlace => {
		const isFree = (x: number, y: number): boolean => {
			const wanted = {
				x: x - gap + EPS,
				y: y - gap + EPS,
				w: size.w + 2 * (gap - EPS),
				h: size.h + 2 * (gap - EPS),
			};
			return !near.some((b) => overlaps(b, wanted));
		};
		const columns = Math.max(1, Math.floor((room.w + gap + EPS) / (size.w + gap)));
		const slot = (number: number) => ({
			x: room.x + (number % columns) * (size.w + gap),
			y: room.y + Math.floor(number / columns) * (size.h + gap),
		});
		const fits = (y: number): boolean => y + size.h <= room.y + room.h + EPS;
		const key = `${size.w} ${size.h}`;
		let number = begins.get(key) ?? 0;
		for (; fits(slot(number).y); number++) {
			const { x, y } = slot(number);
			if (!isFree(x, y)) continue;
			begins.set(key, number);
			return { x, y, inside: true };
		}
		begins.set(key, number);
		const corner = near.length <= MANY ? firstCorner(room, size, near, gap, isFree) : undefined;
		if (corner) return { ...corner, inside: true };
		for (; ; number++) {
			const { x, y } = slot(number);
			if (!isFree(x, y)) continue;
			begins.set(key, number);
			return { x, y, inside: fits(y) };
		}
	};
	return (size) => {
		const place = find(size);
		near.push({ x: place.x, y: place.y, w: size.w, h: size.h });
		return place;
	};
}

const EPS = 1e-6;

/** The first free place in reading order among those that stand right of or below something taken. */
function firstCorner(
	room: Box,
	size: { w: number; h: number },
	taken: readonly Box[],
	gap: number,
	isFree: (x: number, y: number) => boolean,
): { x: number; y: number } | undefined {
	const xs = [room.x, ...taken.map((b) => b.x + b.w + gap)].filter(
		(x) => x >= room.x && x + size.w <= room.x + room.w + EPS,
	);
	const ys = [room.y, ...taken.map((b) => b.y + b.h + gap)].filter(
		(y) => y >= room.y && y + size.h <= room.y + room.h + EPS,
	);
	const ascending = (a: number, b: number) => a - b;
	xs.sort(ascending);
	for (const y of [...new Set(ys)].sort(ascending)) {
		const x = xs.find((candidate) => isFree(candidate, y));
		if (x !== undefined) return { x, y };
	}
	return undefined;
}
