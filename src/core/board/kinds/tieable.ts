/** The kinds that connectors can be tied to, and the outlines at which the lines end. */
import type { BoardObject } from '../objects';
import { group } from './group';
import type { Outline } from './kind';
import { note } from './note';
import { picture } from './picture';
import { field, theme } from './region';
import { shape } from './shape';
import { stroke } from './stroke';
import { text } from './text';

export const TIEABLE = { note, text, shape, field, theme, group, stroke, picture };

export function outlineOf(object: BoardObject): Outline {
	if (object.kind === 'connector') return 'box';
	const kind = TIEABLE[object.kind] as { outline: (o: BoardObject) => Outline };
	return kind.outline(object);
}

/** Whether connectors go round an object. */
export const blocksWay = (object: BoardObject): boolean =>
	object.kind !== 'connector' && TIEABLE[object.kind].blocks;
