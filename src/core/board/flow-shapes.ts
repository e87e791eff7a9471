/** What shapes mean in a flow, by the symbols of ISO 5807:1985. */
import type { StepType } from '../flow/flow';
import { isShape } from './kinds/guards';
import type { BoardObject } from './objects';
import { SHAPE_FORMS, type ShapeName } from './shapes';

const TYPES: Partial<Record<ShapeName, StepType>> = {
	decision: 'decision',
	diamond: 'decision',
	terminator: 'terminator',
	data: 'data',
	document: 'data',
	'stored-data': 'data',
	'internal-storage': 'data',
	database: 'data',
	'direct-access': 'data',
	display: 'data',
	connector: 'jump',
	'off-page': 'jump',
};

/** The shape of each kind of step, where a flow comes from a file. */
export const SHAPE_OF: Record<StepType, ShapeName> = {
	process: 'process',
	decision: 'decision',
	terminator: 'terminator',
	data: 'data',
	jump: 'connector',
};

/** What an object is as a step of a flow. */
export const stepTypeOf = (object: BoardObject): StepType =>
	(isShape(object) ? TYPES[object.style.shape] : undefined) ?? 'process';

export const isDecision = (object: BoardObject): boolean => stepTypeOf(object) === 'decision';

/**
 * Shapes that fit after one in a flow, the likeliest first; for what is no symbol of flowcharts its
 * own.
 */
export function fittingShapes(object: BoardObject): ShapeName[] {
	if (!isShape(object)) return [];
	if (!isFlowShape(object) && !isDecision(object)) return [object.style.shape];
	return stepTypeOf(object) === 'terminator'
		? ['process', 'decision', 'data', 'terminator']
		: ['process', 'decision', 'terminator', 'document'];
}

/** Whether it is a symbol of flowcharts, and so a step also where no line is tied to it. */
export const isFlowShape = (object: BoardObject): boolean =>
	isShape(object) && SHAPE_FORMS[object.style.shape].group === 'flow';
