/** What the kinds of object are called. */
import type { KindName } from '$core/board/objects';
import { m } from '$lib/paraglide/messages';

const NAMES: Record<KindName, () => string> = {
	note: () => m.kind_note(),
	text: () => m.kind_text(),
	shape: () => m.kind_shape(),
	connector: () => m.kind_connector(),
	field: () => m.kind_field(),
	theme: () => m.kind_theme(),
	group: () => m.kind_group(),
	stroke: () => m.kind_stroke(),
	picture: () => m.kind_picture(),
	columns: () => m.kind_columns(),
	grid: () => m.kind_grid(),
	list: () => m.kind_list(),
	actions: () => m.kind_actions(),
	table: () => m.kind_table(),
	mark: () => m.kind_mark(),
};

export const kindName = (kind: KindName): string => NAMES[kind]();
