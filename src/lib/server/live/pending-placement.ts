/** Settles notes from the writing line as they arrive; the places are computed in core. */
import { objectsOf } from '$core/board/document';
import { neededHeight } from '$core/board/kinds';
import { placePending } from '$core/board/ops/gather';
import { sceneContext } from '$core/board/scene';
import type { BoardModel } from '$core/board/model/model';
import type * as Y from 'yjs';
import { serverMeasure } from '../export/fonts';
import { log } from '../log';

type Edit = (work: (doc: Y.Doc) => void) => Promise<unknown>;

/** Notes that arrive within this time are settled together, ms. */
const WINDOW = 12;
/** Most notes that are settled at one go: others get their turn in between. */
const MAX = 200;

/** Watches a board for notes that wait for a place; returns the way to stop. */
export function watchPendingPlacements(model: BoardModel, edit: Edit): () => void {
	const waiting = new Set<string>();
	let timer: NodeJS.Timeout | undefined;
	let isStopped = false;
	const context = sceneContext(model, 'slate', serverMeasure);

	const run = (): void => {
		timer = undefined;
		const all = [...waiting].flatMap((id) => {
			const note = model.find(id);
			return note?.landing ? note : [];
		});
		// The earliest first, as in one go.
		const ids = all
			.sort((a, b) => a.made - b.made)
			.slice(0, MAX)
			.map(({ id }) => id);
		if (all.length <= MAX) waiting.clear();
		else for (const id of ids) waiting.delete(id);
		if (ids.length === 0) return;
		edit((doc) => {
			// Another server may have found places for some of them meanwhile.
			const notes = ids.flatMap((id) => model.find(id) ?? []).filter((note) => note.landing);
			const { boxes, fields } = placePending(model, notes, (note) => neededHeight(note, context));
			const objects = objectsOf(doc);
			for (const [id, box] of boxes) {
				objects.get(id)?.set('box', box);
				objects.get(id)?.delete('landing');
			}
			for (const [id, box] of fields) objects.get(id)?.set('box', box);
		})
			.catch((error: unknown) => log.error({ err: error }, 'notes could not be placed'))
			.finally(() => {
				if (waiting.size > 0 && !isStopped) timer ??= setTimeout(run, WINDOW);
			});
	};
	const note = (ids: Iterable<string>): void => {
		for (const id of ids) if (model.find(id)?.landing) waiting.add(id);
		if (waiting.size > 0) timer ??= setTimeout(run, WINDOW);
	};
	note(model.objects.keys());
	const stop = model.onChange(({ changed }) => note(changed));
	return () => {
		isStopped = true;
		stop();
		clearTimeout(timer);
	};
}
