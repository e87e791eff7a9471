/** What of a board is taken out, and its picture. */
import { Fault } from '../fault';
import { withContents } from '../board/ops/edits';
import { groundOf } from '../board/ground';
import { isConnector } from '../board/kinds/guards';
import type { BoardQuery } from '../board/model/query';
import type { BoardObject } from '../board/objects';
import { pictureOf } from '../board/scene';
import type { Measure } from '../text/fonts';
import type { ExportInput } from './exports';

/** Lines that lead from one of these objects to another. */
export const linksWithin = (model: BoardQuery, ids: ReadonlySet<string>): string[] =>
	[...ids].flatMap((id) =>
		model.tiesOf(id).filter((tie) => {
			const link = model.find(tie);
			return isConnector(link) && link.ends.every((end) => 'point' in end || ids.has(end.object));
		}),
	);

/**
 * The objects that were asked for. What lies in something goes with it, and lines between what
 * goes.
 */
export function chosenObjects({ model, ids: only, sheet }: ExportInput): BoardObject[] {
	if (!only) return sheet === undefined ? [...model.objects.values()] : model.onSheet(sheet);
	const ids = withContents(model, only);
	for (const link of linksWithin(model, ids)) ids.add(link);
	return [...model.objects.values()].filter((object) => ids.has(object.id));
}

/** The picture of what was asked for, of one sheet. Throws Fault when nothing is there. */
export function chosenPicture(
	input: ExportInput,
	measure: Measure,
): NonNullable<ReturnType<typeof pictureOf>> {
	const { model } = input;
	const sheet = model.sheets.find((each) => each.id === input.sheet) ?? model.sheets[0];
	const objects = chosenObjects({ ...input, sheet: sheet?.id }).filter(
		(object) => object.sheet === sheet?.id,
	);
	const picture = sheet && pictureOf(model, objects, groundOf(sheet), measure, input.margin);
	if (!picture) throw new Fault('nothing to export');
	return picture;
}
