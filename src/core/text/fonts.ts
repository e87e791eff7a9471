/** The faces that text on the board is set in, and how its width is measured. */

export type Family = 'sans' | 'hand' | 'mono';

export interface Face {
	family: Family;
	bold: boolean;
	italic: boolean;
}

/** Width of `text` in em, set in one face without breaks: multiply by the type size for board units. */
export type Measure = (text: string, face: Face) => number;

/** Short name of a face, for caches and style sheets: "sans-bold-italic". */
export const faceName = (face: Face): string =>
	face.family + (face.bold ? '-bold' : '') + (face.italic ? '-italic' : '');

/** Family names as they stand in the style sheets that ship with the application. */
export const FAMILY_NAMES: Record<Family, string> = {
	sans: 'Atkinson Hyperlegible Next',
	hand: 'Kalam',
	mono: 'JetBrains Mono',
};

/** Distance of the baseline from the top of a line, and of lines from each other, in em. */
export const ASCENT = 0.95;
export const LINE_HEIGHT = 1.28;

/**
 * Wraps a measuring function with a cache by face and text. Words repeat so often on a board that
 * nearly every look-up hits; the cache is emptied when it grows past `limit` letters.
 */
export function cachedMeasure(measure: Measure, limit = 1_200_000): Measure {
	const widths = new Map<string, number>();
	let letters = 0;
	return (text, face) => {
		const key = faceName(face) + '\n' + text;
		const known = widths.get(key);
		if (known !== undefined) return known;
		letters += key.length;
		if (letters > limit) {
			widths.clear();
			letters = key.length;
		}
		const width = measure(text, face);
		widths.set(key, width);
		return width;
	};
}

/** A stand-in with fixed widths for tests and for places that have no font at hand. */
export const roughMeasure: Measure = (text, face) => {
	let width = 0;
	for (const char of text) width += /[ilj.,;:'!|]/.test(char) ? 0.28 : /[mwMW@]/.test(char) ? 0.86 : 0.54;
	return face.bold ? width * 1.05 : width;
};
