/**
 * What a painter of the scene can do. The board hands it the view and what changed; how it brings that on
 * the screen (drawing direct, or in tiles) is its own affair.
 */
import type { Box } from '$core/geometry/box';
import type { Size, View } from '$core/geometry/view';

/** A small picture of the whole sheet, where a painter has one anyway. */
export interface SheetPicture {
	image: CanvasImageSource;
	/** What it shows, board units. */
	box: Box;
	/** Counts the pictures, so that it is known when there is a new one. */
	version: number;
}

export interface Painter {
	readonly name: 'direct' | 'tiles';
	/** Frames in which a part of the view had nothing to show at all; for measuring. */
	readonly blanks: number;
	/** Whether it is still taking the board over, or the view is on the move: what can wait had better wait. */
	readonly isBusy: boolean;
	/** The sheet to show. */
	setSheet(sheet: string): void;
	setView(view: View, size: Size, pixelRatio: number): void;
	/** Objects that are new, different or gone. */
	apply(changed: Iterable<string>, removed: Iterable<string>): void;
	/** Leaves objects out while the live layer shows them. */
	lift(ids: Iterable<string>): void;
	/**
	 * Shows lifted objects again. They are on the scene when `shown` is called, and not before: until then
	 * the live layer goes on showing them, so that nothing that is put down flashes.
	 */
	drop(shown: () => void): void;
	/** Leaves out the text of the object that is being edited, or of one part of it. */
	setEditing(id: string | undefined, part?: string): void;
	/** Whether it makes a picture of the sheet, sooner or later. */
	readonly makesPicture: boolean;
	/** The sheet in one picture; undefined where there is none yet, or never. */
	picture(): SheetPicture | undefined;
	destroy(): void;
}
