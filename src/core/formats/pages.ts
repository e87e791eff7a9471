/** A board page by page: each field, each sheet or the selection, in the order of slides. */
import { plainGround, groundOf, type GroundPicture } from '../board/ground';
import type { Drawing } from '../board/drawing';
import type { BoardModel } from '../board/model/model';
import type { BoardObject, Sheet } from '../board/objects';
import { fieldsInOrder } from '../board/ops/sequence';
import { pictureOf } from '../board/scene';
import type { Surface } from '../board/colours';
import { Fault } from '../fault';
import type { Box } from '../geometry/box';
import type { Measure } from '../text/fonts';
import { plainText } from '../text/rich';
import { chosenObjects, linksWithin } from './chosen';
import type { ExportInput } from './exports';
import type { PageColours, PagesBy } from './page-choices';

export interface Page {
	/** What the field or the sheet is called. */
	title: string;
	sheet: Sheet;
	/** What the page shows, board units. */
	view: Box;
	/** Colour behind everything; none on paper. */
	ground?: string | undefined;
	backdrop?: GroundPicture | undefined;
	surface: Surface;
	/** What is on it, from the bottom to the top, and the drawing of each. */
	objects: BoardObject[];
	drawings: Drawing[];
}

/** Room round what a page shows, board units. */
const MARGIN = 16;

/** What is shown of a field: itself, what lies in it, and the lines between. */
export function fieldContents(model: BoardModel, field: BoardObject): BoardObject[] {
	const ids = new Set([field.id, ...model.contentsOf(field)]);
	for (const link of linksWithin(model, ids)) ids.add(link);
	return model.onSheet(field.sheet).filter(({ id }) => ids.has(id));
}

/**
 * The pages of a board. By fields, a sheet without fields is a page as a whole; a selection is one
 * page a sheet.
 * @throws Fault `nothing to export`
 */
export function pagesOf(
	input: ExportInput,
	{ by, colours }: { by: PagesBy; colours: PageColours },
	measure: Measure,
): Page[] {
	const { model } = input;
	const page = (sheet: Sheet, title: string, objects: BoardObject[]): Page[] => {
		const ground = colours === 'paper' ? plainGround('paper') : groundOf(sheet);
		const picture = pictureOf(model, objects, ground, measure, MARGIN);
		if (!picture) return [];
		const { view, drawings, backdrop, surface } = picture;
		const shown = { title, sheet, view, surface, drawings, objects: picture.objects };
		return [colours === 'paper' ? shown : { ...shown, ground: picture.ground, backdrop }];
	};
	const sheets = model.sheets.filter(({ id }) => input.sheet === undefined || id === input.sheet);
	const pages = sheets.flatMap((sheet) => {
		const own = chosenObjects({ ...input, sheet: sheet.id }).filter((object) => object.sheet === sheet.id);
		const fields = by === 'fields' && !input.ids ? fieldsInOrder(model, sheet.id) : [];
		if (fields.length === 0) return page(sheet, sheet.title, own);
		return fields.flatMap((field) =>
			page(sheet, plainText(field.text).trim() || sheet.title, fieldContents(model, field)),
		);
	});
	if (pages.length === 0) throw new Fault('nothing to export');
	return pages;
}
