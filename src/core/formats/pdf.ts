/**
 * What a PDF file is made of, before it is written: pages with pictures of boards and lines of text
 * on them. Lengths on a page are points from its upper left corner.
 */
import type { Drawing, Primitive } from '../board/drawing';
import type { GroundPicture } from '../board/ground';
import type { Box } from '../geometry/box';
import type { Size } from './paper';

export interface PdfPicture {
	/** What is shown, board units. */
	view: Box;
	/** Where on the page, with the same proportions. What sticks out is cut off. */
	at: Box;
	ground?: string | undefined;
	backdrop?: GroundPicture | undefined;
	drawings: readonly Drawing[];
}

export interface PdfBookmark {
	title: string;
	/** Titles of the bookmarks that it stands under, from the outermost. */
	under: readonly string[];
}

export interface PdfPage {
	size: Size;
	bookmark?: PdfBookmark;
	pictures: readonly PdfPicture[];
	/** What is drawn over the pictures, in points. */
	items: readonly Primitive[];
}

export interface PdfDocument {
	title: string;
	author: string;
	/** Language of the text (BCP 47). */
	language: string;
	pages: readonly PdfPage[];
}
