/** The shipped faces in the browser. */
import { FAMILY_NAMES, type Face } from '$core/text/fonts';

/** CSS font of a face at a size in pixels. */
export const cssFont = (face: Face, size: number): string =>
	`${face.italic ? 'italic ' : ''}${face.bold ? '700 ' : ''}${size}px "${FAMILY_NAMES[face.family]}", sans-serif`;

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
