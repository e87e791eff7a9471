/** What rubbing out does to the board. */
import { isStroke } from '../kinds/guards';
import { objectsOf } from '../document';
import { addObjects, type NewObject } from './edits';
import { type EditContext, transact } from '../store';
import { strokeThrough } from '../kinds/stroke';
import type { BoardQuery } from '../model/query';
import type { InkPoint } from '../../ink/stroke';

/**
 * Replaces strokes by what is left of them, as one step. The first piece takes the place of the stroke, so
 * that what is tied to it stays; more pieces become strokes of the same look and by the same hand.
 */
export function eraseStrokes(
	editContext: EditContext,
	model: BoardQuery,
	left: ReadonlyMap<string, readonly InkPoint[][]>,
): void {
	const specs: NewObject[] = [];
	transact(editContext, () => {
		for (const [id, pieces] of left) {
			const stroke = model.find(id);
			const map = objectsOf(editContext.doc).get(id);
			if (!isStroke(stroke) || !map || stroke.lock) continue;
			const [first, ...more] = pieces;
			if (!first) {
				for (const tie of model.tiesOf(id)) objectsOf(editContext.doc).delete(tie);
				objectsOf(editContext.doc).delete(id);
				continue;
			}
			for (const [key, value] of Object.entries(strokeThrough(first))) map.set(key, value);
			map.set('changed', editContext.now());
			for (const piece of more) {
				specs.push({
					kind: 'stroke',
					sheet: stroke.sheet,
					style: stroke.style,
					by: stroke.by,
					...(stroke.group ? { group: stroke.group } : {}),
					...strokeThrough(piece),
				});
			}
		}
		if (specs.length > 0) addObjects(editContext, model, specs);
	});
}
