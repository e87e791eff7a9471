/** What the columns of a table of objects are called. */
import type { CsvHeadings } from '$core/formats/csv';
import { m } from '$lib/messages';

export const csvHeadings = (): CsvHeadings => ({
	text: m.csv_text(),
	author: m.csv_author(),
	kind: m.csv_kind(),
	theme: m.csv_theme(),
	field: m.csv_field(),
	sheet: m.csv_sheet(),
	x: m.csv_x(),
	y: m.csv_y(),
	width: m.csv_width(),
	height: m.csv_height(),
	colour: m.csv_colour(),
	made: m.csv_made(),
	changed: m.csv_changed(),
	id: m.csv_id(),
	shape: m.csv_shape(),
	holder: m.csv_holder(),
	column: m.csv_column(),
	row: m.csv_row(),
	from: m.csv_from(),
	to: m.csv_to(),
});
