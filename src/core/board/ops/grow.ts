/** Growing a flow: the next object beside one, already linked, of the same kind and look. */
import { takesRoom, traitsOf } from '../kinds/traits';
import { isConnector } from '../kinds/guards';
import { inflate, overlaps, type Box } from '../../geometry/box';
import { addObjects, type NewObject } from './edits';
import type { EditContext } from '../store';
import type { BoardQuery } from '../model/query';
import type { BoardObject, ConnectorEnd, ObjectOf } from '../objects';

export const DIRECTIONS = ['right', 'down', 'left', 'up'] as const;
export type Direction = (typeof DIRECTIONS)[number];

/** Distance between an object and the next one, and to whatever else is there, board units. */
const STEP = { x: 90, y: 70 };
const CLEAR = 16;

/** Whether an object can have a next one. */
export const canGrow = (object: BoardObject): boolean => traitsOf(object).textOnly;

/**
 * The free place for the next object in a direction: straight on if nothing is there, else to either side
 * in turn, else one step further on.
 * @param gap distance to the object, board units; that of a flow when left out
 */
export function nextPlace(model: BoardQuery, object: BoardObject, direction: Direction, gap?: number): Box {
	const step = gap === undefined ? STEP : { x: gap, y: gap };
	const clear = Math.min(CLEAR, step.x, step.y) - 1;
	const [x, y, w, h] = object.box;
	const isLevel = direction === 'left' || direction === 'right';
	const sign = direction === 'right' || direction === 'down' ? 1 : -1;
	const isFree = (box: Box): boolean =>
		!model
			.touching(object.sheet, inflate(box, clear))
			.some((other) => takesRoom(other) && overlaps(model.boundsOf(other.id)!, inflate(box, clear)));
	for (let out = 1; ; out++) {
		for (let aside = 0; aside < 7; aside++) {
			const shift = Math.ceil(aside / 2) * (aside % 2 === 1 ? 1 : -1);
			const box = isLevel
				? { x: x + sign * out * (w + step.x), y: y + shift * (h + step.y / 2), w, h }
				: { x: x + shift * (w + step.x / 2), y: y + sign * out * (h + step.y), w, h };
			if (isFree(box)) return box;
		}
	}
}

/** The look of the links that an object has, so that the next one looks alike. */
function linkStyle(model: BoardQuery, id: string): ObjectOf<'connector'>['style'] {
	for (const tie of model.tiesOf(id)) {
		const link = model.find(tie);
		if (isConnector(link)) return link.style;
	}
	return { route: 'right-angled', start: 'none', end: 'arrow', chalk: 'white' };
}

/**
 * Adds the next object in a direction and links it, as one step. Returns its id; undefined for what
 * cannot have a next one.
 */
export function growFrom(
	editContext: EditContext,
	model: BoardQuery,
	id: string,
	direction: Direction,
): string | undefined {
	const origin = model.find(id);
	if (!origin || !canGrow(origin)) return undefined;
	const { x, y, w, h } = nextPlace(model, origin, direction);
	const next = editContext.newId();
	const ends: [ConnectorEnd, ConnectorEnd] = [{ object: id }, { object: next }];
	const specs: NewObject[] = [
		{ id: next, kind: origin.kind, sheet: origin.sheet, box: [x, y, w, h, 0], style: origin.style },
		{ kind: 'connector', sheet: origin.sheet, box: [0, 0, 0, 0, 0], style: linkStyle(model, id), ends },
	];
	addObjects(editContext, model, specs);
	return next;
}
