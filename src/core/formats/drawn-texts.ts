/** Where text stands in drawings. */
import type { Drawing } from '../board/drawing';
import { boundsOf, turn, unionOf, type Box, type TurnedBox } from '../geometry/box';
import { ASCENT, LINE_HEIGHT } from '../text/fonts';

/** A box in the coordinates of a drawing, upright on the board. */
function onBoard(inner: Box, outer: TurnedBox): Box {
	if (!outer.angle) return { ...inner, x: inner.x + outer.x, y: inner.y + outer.y };
	// It is turned with the whole, about the middle of the whole.
	const centre = turn(
		{ x: outer.x + inner.x + inner.w / 2, y: outer.y + inner.y + inner.h / 2 },
		{ x: outer.x + outer.w / 2, y: outer.y + outer.h / 2 },
		outer.angle,
	);
	return boundsOf({
		x: centre.x - inner.w / 2,
		y: centre.y - inner.h / 2,
		w: inner.w,
		h: inner.h,
		angle: outer.angle,
	});
}

/** Boxes of the lines of text in a drawing, board units. */
export const linesIn = ({ box, items }: Drawing): Box[] =>
	items.flatMap((item) =>
		item.type === 'text'
			? [
					onBoard(
						{ x: item.x, y: item.y - item.size * ASCENT, w: item.width, h: item.size * LINE_HEIGHT },
						box,
					),
				]
			: [],
	);

/**
 * What should not be cut: the text of each object as a whole, or its lines where the whole is larger than that.
 * @param longest sides, board units, beyond which a text cannot stay whole
 */
export const textBlocks = (drawings: readonly Drawing[], longest: { w: number; h: number }): Box[] =>
	drawings.flatMap((drawing) => {
		const lines = linesIn(drawing);
		const block = unionOf(lines);
		if (!block) return [];
		return block.w <= longest.w && block.h <= longest.h ? [block] : lines;
	});
