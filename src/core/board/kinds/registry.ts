/** The table of kinds: how an object of each stands in the live document, and what each can do. */
import type { KindName } from '../objects';
import { actions, actionsSchema } from './actions';
import { columns, columnsSchema } from './columns';
import { connector, connectorSchema } from './connector';
import { grid, gridSchema } from './grid';
import { group, groupSchema } from './group';
import { columnLanes, columnLanesSchema, lanes, lanesSchema } from './lanes';
import { list, listSchema } from './list';
import { mark, markSchema } from './mark';
import { note, noteSchema } from './note';
import { picture, pictureSchema } from './picture';
import { field, fieldSchema, theme, themeSchema } from './region';
import { shape, shapeSchema } from './shape';
import { stroke, strokeSchema } from './stroke';
import { table, tableSchema } from './table';
import { text, textSchema } from './text';
import type { Kind } from './kind';

export const SCHEMAS = [
	noteSchema,
	textSchema,
	shapeSchema,
	connectorSchema,
	fieldSchema,
	themeSchema,
	groupSchema,
	strokeSchema,
	pictureSchema,
	columnsSchema,
	gridSchema,
	listSchema,
	actionsSchema,
	tableSchema,
	markSchema,
	lanesSchema,
	columnLanesSchema,
] as const;

export const KINDS: { readonly [K in KindName]: Kind<K> } = {
	note,
	text,
	shape,
	connector,
	field,
	theme,
	group,
	columns,
	grid,
	list,
	actions,
	table,
	stroke,
	picture,
	mark,
	lanes,
	'column-lanes': columnLanes,
};
