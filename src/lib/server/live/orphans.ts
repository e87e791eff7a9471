/**
 * Watches a board for what concurrent edits leave behind, and puts it right; the rules stand in
 * core.
 */
import { sheetsOf } from '$core/board/document';
import type { BoardModel } from '$core/board/model/model';
import { addFoundSheet, adopt, FOUND_SHEET, orphansOn } from '$core/board/ops/orphans';
import { m } from '$lib/messages';
import type * as Y from 'yjs';
import { log } from '../log';

type Edit = <T>(work: (doc: Y.Doc) => T) => Promise<T>;

/**
 * How long something may be missing before it counts as gone, ms: what belongs together can come in
 * several updates.
 */
const SETTLE_MS = 1000;

/**
 * @param tell told how many objects of a writer were moved, and to which sheet
 * @returns the way to stop
 */
export function watchOrphans(
	model: BoardModel,
	edit: Edit,
	tell: (writer: string, count: number, sheet: string) => void,
): () => void {
	const suspects = new Set<string>();
	let hadSheets = model.sheets.length > 0;
	let timer: NodeJS.Timeout | undefined;

	const run = (): void => {
		timer = undefined;
		const isBare = hadSheets && model.sheets.length === 0;
		const { lost, loose } = orphansOn(model, suspects);
		suspects.clear();
		if (lost.length + loose.length === 0 && !isBare) return;
		edit((doc) => {
			// Two who delete the last two sheets at once leave none, and then nobody has anywhere
			// to go.
			if (hadSheets && sheetsOf(doc).size === 0) addFoundSheet(doc, model, m.found_sheet());
			// Another server may have put it right meanwhile.
			return adopt(doc, model, orphansOn(model, [...lost, ...loose]), m.found_sheet());
		})
			.then((writers) => {
				for (const [writer, count] of writers) tell(writer, count, FOUND_SHEET);
			})
			.catch((error: unknown) => log.error({ err: error }, 'what lost its sheet could not be put right'));
	};
	const suspect = (ids: Iterable<string>): void => {
		const { lost, loose } = orphansOn(model, ids);
		for (const id of [...lost, ...loose]) suspects.add(id);
		if (suspects.size > 0 || (hadSheets && model.sheets.length === 0)) timer ??= setTimeout(run, SETTLE_MS);
	};
	suspect(model.objects.keys());
	const stop = model.onChange(({ changed, sheets }) => {
		hadSheets ||= model.sheets.length > 0;
		suspect(sheets ? model.objects.keys() : changed);
	});
	return () => {
		stop();
		clearTimeout(timer);
	};
}
