/**
 * Notes from the writing line. A writer's screen puts the note at its own guess and marks it with the
 * field it is for; the server settles such notes one after the other, so that thirty that arrive in the
 * same second never lie on each other.
 */
import { hasBox, traitsOf } from '../kinds/traits';
import { isField } from '../kinds/guards';
import { type Box } from '../../geometry/box';
import { freePlace, placesIn } from '../../geometry/free-place';
import { REGION_TITLE } from '../kinds/region-title';
import type { BoardQuery } from '../model/query';
import { NOTE_SIZES, type BoardObject } from '../objects';

/** Room between notes that are placed by themselves, and to the edge of their field. */
export const GATHER_GAP = 14;
const EDGE = 22;

/** The part of a field in which notes land: below its title, clear of its edge. */
export function roomOfField(field: BoardObject): Box {
	const [x, y, w, h] = field.box;
	const top = REGION_TITLE.field + 8;
	return { x: x + EDGE, y: y + top, w: Math.max(0, w - 2 * EDGE), h: Math.max(0, h - top - EDGE) };
}

/** What stands in the way on the field's sheet: everything but fields, connectors and `except`. */
export function takenOn(model: BoardQuery, field: BoardObject, except: ReadonlySet<string>): Box[] {
	const [x, y, w] = field.box;
	return model
		.within(field.sheet, { x, y, w, h: 1e6 })
		.filter((o) => hasBox(o) && traitsOf(o).layer !== 'field' && !except.has(o.id))
		.map((o) => model.boundsOf(o.id)!);
}

/** The writer's own guess at where the note will land. */
export function guessPlacement(
	model: BoardQuery,
	field: BoardObject,
): [number, number, number, number, number] {
	const size = NOTE_SIZES.card;
	const place = freePlace({
		room: roomOfField(field),
		size,
		taken: takenOn(model, field, new Set()),
		gap: GATHER_GAP,
	});
	return [place.x, place.y, size.w, size.h, 0];
}

export interface PlacedNotes {
	/** New box of each note that was waiting. */
	boxes: Map<string, [number, number, number, number, number]>;
	/** Fields that have to grow downwards to hold their notes. */
	fields: Map<string, [number, number, number, number, number]>;
}

/**
 * Places for all notes that wait to land, in the order in which they were written (ties by id). Notes
 * that wait do not block each other; those that are settled first do. A note whose field is gone stays
 * where its writer put it. `heightOf` tells how high a note has to be for its text.
 */
export function placePending(
	model: BoardQuery,
	waiting: readonly BoardObject[],
	heightOf: (note: BoardObject) => number = ({ box }) => box[3],
): PlacedNotes {
	const boxes: PlacedNotes['boxes'] = new Map();
	const fields: PlacedNotes['fields'] = new Map();
	const open = new Set(waiting.map((note) => note.id));
	const placers = new Map<string, ReturnType<typeof placesIn>>();
	for (const note of [...waiting].sort((a, b) => a.made - b.made || (a.id < b.id ? -1 : 1))) {
		const field = model.find(note.landing ?? '');
		if (!field || !isField(field)) {
			const [x, y, w, , angle] = note.box;
			boxes.set(note.id, [x, y, w, heightOf(note), angle]);
			continue;
		}
		let placer = placers.get(field.id);
		if (!placer) {
			const taken = takenOn(model, field, open);
			placers.set(field.id, (placer = placesIn({ room: roomOfField(field), taken, gap: GATHER_GAP })));
		}
		const [, , w, , angle] = note.box;
		const h = heightOf(note);
		const place = placer({ w, h });
		boxes.set(note.id, [place.x, place.y, w, h, angle]);
		const [fx, fy, fw, fh, fa] = fields.get(field.id) ?? field.box;
		const bottom = place.y + h + EDGE;
		if (!place.inside && bottom > fy + fh) fields.set(field.id, [fx, fy, fw, bottom - fy, fa]);
	}
	return { boxes, fields };
}
