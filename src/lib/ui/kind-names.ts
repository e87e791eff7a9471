/** What the kinds of object are called. */
import type { KindName } from '$core/board/objects';
import { m } from '$lib/messages';

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

const MANY: Record<KindName, (told: { count: number }) => string> = {
	note: (told) => m.many_note(told),
	text: (told) => m.many_text(told),
	shape: (told) => m.many_shape(told),
	connector: (told) => m.many_connector(told),
	field: (told) => m.many_field(told),
	theme: (told) => m.many_theme(told),
	group: (told) => m.many_group(told),
	stroke: (told) => m.many_stroke(told),
	picture: (told) => m.many_picture(told),
	columns: (told) => m.many_columns(told),
	grid: (told) => m.many_grid(told),
	list: (told) => m.many_list(told),
	actions: (told) => m.many_actions(told),
	table: (told) => m.many_table(told),
	mark: (told) => m.many_mark(told),
};

/** Kinds whose names are more than one thing. */
const ONE: Partial<Record<KindName, () => string>> = {
	actions: () => m.one_actions(),
	columns: () => m.one_columns(),
};

/** One of a kind, with its number. */
export const oneOf = (kind: KindName): string =>
	ONE[kind]?.() ?? m.one_thing({ name: kindName(kind).toLowerCase() });

/** Several of a kind, with their number. */
export const manyOf = (kind: KindName, count: number): string => MANY[kind]({ count });

export const kindName = (kind: KindName): string => NAMES[kind]();
