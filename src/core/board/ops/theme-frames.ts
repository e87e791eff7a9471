/**
 * Notes that are put down by hand inside the frame of a theme belong to it; those that are taken
 * out of all frames belong to none.
 */
import { isNote, isTheme } from '../kinds/guards';
import { holdsPoint, type Box } from '../../geometry/box';
import { type EditContext, patch, transact } from '../store';
import type { BoardQuery } from '../model/query';
import type { BoardObject, BoxValues } from '../objects';

/** Room that a frame keeps round a note which is put into it, board units. */
const EDGE = 14;

const asBox = ([x, y, w, h]: BoxValues): Box => ({ x, y, w, h });

/**
 * Sorts notes by the frames in which they come to lie. A frame grows where a note lies over its
 * edge.
 * @param moved new boxes of what was moved, by id
 * @param moving everything that is moved: notes that go along with their theme stay in it
 */
export function sortByFrames(
	editContext: EditContext,
	model: BoardQuery,
	moved: ReadonlyMap<string, BoxValues>,
	moving: ReadonlySet<string>,
): void {
	const grown = new Map<string, BoxValues>();
	transact(editContext, () => {
		for (const [id, box] of moved) {
			const note = model.find(id);
			if (!isNote(note) || note.lock || (note.theme && moving.has(note.theme))) continue;
			const theme = themeAt(model, note, box, moving);
			if (theme) grown.set(theme.id, around(grown.get(theme.id) ?? theme.box, box));
			if (theme?.id !== note.theme) patch(editContext, id, { theme: theme?.id });
		}
		for (const [id, box] of grown) {
			const before = model.find(id)!;
			if (!before.lock && box.some((value, i) => value !== before.box[i])) patch(editContext, id, { box });
		}
	});
}

/** The uppermost theme whose frame holds the middle of a note. */
function themeAt(
	model: BoardQuery,
	note: BoardObject,
	[x, y, w, h]: BoxValues,
	moving: ReadonlySet<string>,
): BoardObject | undefined {
	const middle = { x: x + w / 2, y: y + h / 2 };
	return model
		.within(note.sheet, { ...middle, w: 0, h: 0 })
		.reverse()
		.find((each) => isTheme(each) && !moving.has(each.id) && holdsPoint(asBox(each.box), middle));
}

function around([x, y, w, h, angle]: BoxValues, [nx, ny, nw, nh]: BoxValues): BoxValues {
	const left = Math.min(x, nx - EDGE);
	const top = Math.min(y, ny - EDGE);
	const right = Math.max(x + w, nx + nw + EDGE);
	const bottom = Math.max(y + h, ny + nh + EDGE);
	return [left, top, right - left, bottom - top, angle];
}
