/** Things one after the other, in rows: what all that holds things has in common. */
import type { Point } from '../../geometry/box';

/** A row or column as it is laid out, in the holder's own coordinates, board units. */
export interface LaidTrack {
	id: string;
	at: number;
	size: number;
	/** How many things lie in it. */
	count?: number;
}

export interface Laid {
	w: number;
	h: number;
	cols: LaidTrack[];
	rows: LaidTrack[];
	/** The row of headings over the columns, and the column of headings beside the rows. */
	headRow?: LaidTrack;
	headCol?: LaidTrack;
}

/** Something that lies in a holder: which slot, where in its order, how large. */
export interface Card {
	id: string;
	row: string;
	col: string;
	at: string;
	w: number;
	h: number;
}

export interface HolderLayout {
	laid: Laid;
	/** Upper left corners of the cards, in the holder's own coordinates. */
	places: Map<string, Point>;
}

/** Air round cards and between them, board units. */
export const PAD = 10;
/** The row of a holder that has columns only. */
export const ONLY_ROW = 'all';

export const inOrder = (a: Card, b: Card): number =>
	a.at < b.at ? -1 : a.at > b.at ? 1 : a.id < b.id ? -1 : a.id > b.id ? 1 : 0;

/**
 * Cards one after the other in lines of a width; returns the height that they need.
 * @param pad air round them and between them
 */
export function flow(
	cards: readonly Card[],
	width: number,
	put: (card: Card, x: number, y: number) => void,
	pad = PAD,
): number {
	let x = pad;
	let y = pad;
	let line = 0;
	for (const card of cards) {
		if (x > pad && x + card.w + pad > width) {
			x = pad;
			y += line + pad;
			line = 0;
		}
		put(card, x, y);
		x += card.w + pad;
		line = Math.max(line, card.h);
	}
	return y + line + pad;
}
