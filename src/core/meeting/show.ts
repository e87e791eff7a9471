/** Showing: the fields of a board in their order as slides. Which one is shown stands in the document `session`; those who lead turn them. */
import type * as Y from 'yjs';
import { z } from 'zod';
import type { BoardQuery } from '../board/model/query';
import { fieldsInOrder } from '../board/ops/sequence';
import type { ObjectOf } from '../board/objects';

const showSchema = z.object({
	/** The field that is shown. */
	at: z.string().min(1).max(64),
	by: z.object({ id: z.string().max(64), name: z.string().max(80) }),
});
export type Show = z.infer<typeof showSchema>;

const SHOW = 'show';

/** What is shown; undefined when nothing is. */
export function readShow(doc: Y.Doc): Show | undefined {
	const read = showSchema.safeParse(doc.getMap('session').get(SHOW));
	return read.success ? read.data : undefined;
}

/** Shows a field, or ends the showing. */
export function writeShow(doc: Y.Doc, show: Show | undefined): void {
	const map = doc.getMap('session');
	if (show) map.set(SHOW, show);
	else map.delete(SHOW);
}

/** All slides: the fields of each sheet in their order, sheet after sheet. */
export const slidesOf = (model: BoardQuery): ObjectOf<'field'>[] =>
	model.sheets.flatMap(({ id }) => fieldsInOrder(model, id));

/** The slide so many after the one that is shown, within the ends; the first when that one is gone. */
export function slideFrom(
	slides: readonly ObjectOf<'field'>[],
	at: string | undefined,
	by: number,
): ObjectOf<'field'> | undefined {
	const i = slides.findIndex(({ id }) => id === at);
	if (i < 0) return slides[0];
	return slides[Math.max(0, Math.min(slides.length - 1, i + by))];
}
