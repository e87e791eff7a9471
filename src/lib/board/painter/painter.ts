/**
 * What a painter of the scene can do. The board hands it the view and what changed; how it brings that on
 * the screen (drawing direct, or in tiles) is its own affair.
 */
import type { Size, View } from '$core/geometry/view';

export interface Painter {
	/** The sheet to show. */
	setSheet(sheet: string): void;
	setView(view: View, size: Size, pixelRatio: number): void;
	/** Objects that are new, different or gone. */
	apply(changed: Iterable<string>, removed: Iterable<string>): void;
	/** Leaves objects out while the live layer shows them being moved. */
	lift(ids: Iterable<string>): void;
	/** Shows lifted objects again. */
	drop(): void;
	/** Leaves out the text of the object that is being edited. */
	setEditing(id: string | undefined): void;
	destroy(): void;
}
