/** The board as a tree for the wayfinder: sheets, their fields and themes, what lies in them. */
import type { BoardModel } from '$core/board/model';
import type { BoardObject, Sheet } from '$core/board/objects';
import { plainText } from '$core/text/rich';

export interface Branch {
	id: string;
	label: string;
	object: BoardObject;
	children: BoardObject[];
}

export interface SheetTree {
	sheet: Sheet;
	count: number;
	branches: Branch[];
	/** Objects in no field and no theme. */
	loose: BoardObject[];
}

const readingOrder = (a: BoardObject, b: BoardObject): number => a.box[1] - b.box[1] || a.box[0] - b.box[0];

/** One line of an object's text. */
export const lineOf = (object: BoardObject): string => plainText(object.text).replace(/\s+/g, ' ').trim();

/** Sheets with the number of objects on each; the branches of only the sheet that is shown. */
export function treeOf(model: BoardModel, shown: string): SheetTree[] {
	return model.sheets.map((sheet) => {
		const objects = model.onSheet(sheet.id);
		const count = objects.filter(
			(object) => object.kind !== 'field' && object.kind !== 'theme' && object.kind !== 'connector',
		).length;
		if (sheet.id !== shown) return { sheet, count, branches: [], loose: [] };
		const inside = new Set<string>();
		const branches = objects
			.filter((object) => object.kind === 'field' || object.kind === 'theme')
			.sort(readingOrder)
			.map((region): Branch => {
				const children = model
					.contentsOf(region)
					.flatMap((id) => model.find(id) ?? [])
					.filter((object) => object.kind !== 'field' && object.kind !== 'theme')
					.sort(readingOrder);
				for (const child of children) inside.add(child.id);
				return { id: region.id, label: lineOf(region), object: region, children };
			});
		const loose = objects
			.filter(
				(object) =>
					object.kind !== 'field' &&
					object.kind !== 'theme' &&
					object.kind !== 'connector' &&
					!inside.has(object.id),
			)
			.sort(readingOrder);
		return { sheet, count, branches, loose };
	});
}

/** Objects whose text or writer has the words, on any sheet. */
export function findOn(model: BoardModel, words: string, most: number): BoardObject[] {
	const wanted = words.toLocaleLowerCase().trim();
	const found: BoardObject[] = [];
	for (const object of model.objects.values()) {
		if (object.kind === 'connector' && object.text.length === 0) continue;
		const text = `${lineOf(object)} ${object.kind === 'note' ? object.by[1] : ''}`.toLocaleLowerCase();
		if (text.includes(wanted)) found.push(object);
		if (found.length >= most) break;
	}
	return found.sort(readingOrder);
}
