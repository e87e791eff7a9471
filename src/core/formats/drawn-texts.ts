/** Where text stands in drawings. */
import type { Drawing } from '../board/drawing';
import { boundsOf, placedIn, unionOf, type Box } from '../geometry/box';
import { ASCENT, LINE_HEIGHT } from '../text/fonts';

/** Boxes of the lines of text in a drawing, board units. */
export const linesIn = ({ box, items }: Drawing): Box[] =>
	items.flatMap((item) => {
		if (item.type !== 'text') return [];
		const { x, y, width: w, size } = item;
		return [boundsOf(placedIn({ x, y: y - size * ASCENT, w, h: size * LINE_HEIGHT }, box))];
	});

/**
 * What should not be cut: the text of each object as a whole, or its lines where the whole is
 * larger than that.
 * @param longest sides, board units, beyond which a text cannot stay whole
 */
export const textBlocks = (drawings: readonly Drawing[], longest: { w: number; h: number }): Box[] =>
	drawings.flatMap((drawing) => {
		const lines = linesIn(drawing);
		const block = unionOf(lines);
		if (!block) return [];
		return block.w <= longest.w && block.h <= longest.h ? [block] : lines;
	});
