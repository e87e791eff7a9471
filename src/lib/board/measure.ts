/** Text widths in the browser and its workers, measured on a canvas with the shipped fonts. */
import { cachedMeasure, FAMILY_NAMES, type Face, type Measure } from '$core/text/fonts';

/** Measured at this size and divided, so that rounding at small sizes plays no part. */
const SIZE = 200;

/** CSS font of a face at a size in pixels. */
export const cssFont = (face: Face, size: number): string =>
	`${face.italic ? 'italic ' : ''}${face.bold ? '700 ' : ''}${size}px "${FAMILY_NAMES[face.family]}", sans-serif`;

let context: CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D | undefined;

export const browserMeasure: Measure = cachedMeasure((text, face) => {
	context ??=
		typeof document === 'undefined'
			? new OffscreenCanvas(1, 1).getContext('2d')!
			: document.createElement('canvas').getContext('2d')!;
	context.font = cssFont(face, SIZE);
	return context.measureText(text).width / SIZE;
});

/** Loads the faces that the board is set in; widths measured before that would be wrong. */
export async function loadFaces(): Promise<void> {
	const faces: Face[] = [
		{ family: 'sans', bold: false, italic: false },
		{ family: 'sans', bold: true, italic: false },
		{ family: 'sans', bold: false, italic: true },
		{ family: 'sans', bold: true, italic: true },
		{ family: 'hand', bold: false, italic: false },
		{ family: 'hand', bold: true, italic: false },
		{ family: 'mono', bold: false, italic: false },
		{ family: 'mono', bold: true, italic: false },
	];
	// "ő" lies in the second file of each face: text in any European language is set right from the start.
	await Promise.all(faces.map((face) => document.fonts.load(cssFont(face, 16), 'Aő')));
}
