/** The kinds that connectors can be tied to, and the outlines at which the lines end. */
import type { BoardObject } from '../objects';
import { actions } from './actions';
import { columns } from './columns';
import { grid } from './grid';
import { group } from './group';
import type { Outline } from './kind';
import { list } from './list';
import { mark } from './mark';
import { note } from './note';
import { picture } from './picture';
import { field, theme } from './region';
import { shape } from './shape';
import { stroke } from './stroke';
import { table } from './table';
import { text } from './text';

export const TIEABLE = {
	note,
	text,
	shape,
	field,
	theme,
	group,
	stroke,
	picture,
	columns,
	grid,
	list,
	actions,
	table,
	mark,
};

export function outlineOf(object: BoardObject): Outline {
	if (object.kind === 'connector') return 'box';
	const kind = TIEABLE[object.kind] as { outline: (o: BoardObject) => Outline };
	return kind.outline(object);
}

/** Whether connectors go round an object. */
export const blocksWay = (object: BoardObject): boolean =>
	object.kind !== 'connector' && TIEABLE[object.kind].blocks;
