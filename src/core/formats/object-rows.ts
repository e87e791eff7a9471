/** What tables say about the objects of a board, one a row. */
import { directedEnds } from '../board/flows';
import { HEAD, partOf } from '../board/holders/parts';
import { isConnector, isShape } from '../board/kinds/guards';
import type { BoardQuery } from '../board/model/query';
import type { BoardObject, KindName } from '../board/objects';
import { asRead } from '../board/ops/reading-list';
import { wordsOf } from '../board/words';
import { plainText } from '../text/rich';

export interface ObjectRow {
	id: string;
	text: string;
	author: string;
	kind: KindName;
	/** The form of a shape. */
	shape: string;
	theme: string;
	field: string;
	sheet: string;
	/** The holder that it lies in, and its column and row there. */
	holder: string;
	column: string;
	row: string;
	/** What a connector leads from and to. */
	from: string;
	to: string;
	/** Words of what its connectors lead to, and of what leads to it. */
	linksOut: string[];
	linksIn: string[];
	nods: number;
	/** Board units. */
	x: number;
	y: number;
	width: number;
	height: number;
	colour: string;
	/** ms since 1970. */
	made: number;
	changed: number;
}

/** Rows of the given objects, sorted by sheet and reading order. */
export function objectRows(model: BoardQuery, objects: readonly BoardObject[]): ObjectRow[] {
	const sheetTitles = new Map(model.sheets.map((sheet) => [sheet.id, sheet.title]));
	const order = new Map(model.sheets.map((sheet, i) => [sheet.id, i]));
	const sorted = [...objects].sort(
		(a, b) => (order.get(a.sheet) ?? 0) - (order.get(b.sheet) ?? 0) || asRead(a, b),
	);
	return sorted.map((object): ObjectRow => {
		const theme = object.theme ? model.find(object.theme) : undefined;
		const field = model.fieldOf(object);
		const [x, y, width, height] = object.box.slice(0, 4).map((value) => Math.round(value));
		const { style } = object;
		return {
			id: object.id,
			text: wordsOf(object),
			author: object.by[1],
			kind: object.kind,
			shape: isShape(object) ? object.style.shape : '',
			theme: theme ? plainText(theme.text) : '',
			field: field ? plainText(field.text) : '',
			sheet: sheetTitles.get(object.sheet) ?? '',
			...placeOf(model, object),
			...endsOf(model, object),
			...linksOf(model, object),
			nods: object.nods?.length ?? 0,
			x: x!,
			y: y!,
			width: width!,
			height: height!,
			colour: 'pigment' in style ? style.pigment : 'chalk' in style ? style.chalk : '',
			made: object.made,
			changed: object.changed,
		};
	});
}

/**
 * The words of a holder, and of the column and the row in which a card lies; numbers where those
 * have no heading.
 */
function placeOf(model: BoardQuery, { held }: BoardObject): Pick<ObjectRow, 'holder' | 'column' | 'row'> {
	const holder = held && model.find(held.in);
	if (!held || !holder?.parts) return { holder: '', column: '', row: '' };
	const { rows, cols, cells } = holder.parts;
	const heading = (part: string, index: number): string =>
		plainText(cells[part] ?? []).trim() || (index < 0 ? '' : String(index + 1));
	const column = heading(
		partOf(HEAD, held.col),
		cols.findIndex(({ id }) => id === held.col),
	);
	const row = heading(
		partOf(held.row, HEAD),
		rows.findIndex(({ id }) => id === held.row),
	);
	return { holder: plainText(holder.text), column, row };
}

const wordsAt = (model: BoardQuery, object: string): string => {
	const found = model.find(object);
	return found ? wordsOf(found) : '';
};

/** The words of what a connector leads from and to. */
function endsOf(model: BoardQuery, object: BoardObject): Pick<ObjectRow, 'from' | 'to'> {
	if (!isConnector(object)) return { from: '', to: '' };
	const [from, to] = directedEnds(object).map((end) => ('object' in end ? wordsAt(model, end.object) : ''));
	return { from: from ?? '', to: to ?? '' };
}

/** The words of what stands at the other ends of its connectors. */
function linksOf(model: BoardQuery, { id }: BoardObject): Pick<ObjectRow, 'linksOut' | 'linksIn'> {
	const links: Pick<ObjectRow, 'linksOut' | 'linksIn'> = { linksOut: [], linksIn: [] };
	for (const tie of model.tiesOf(id)) {
		const link = model.find(tie);
		if (!isConnector(link)) continue;
		const [from, to] = directedEnds(link);
		if (!('object' in from) || !('object' in to)) continue;
		if (from.object === id) links.linksOut.push(wordsAt(model, to.object));
		if (to.object === id) links.linksIn.push(wordsAt(model, from.object));
	}
	return links;
}
