/** Growing a flow: the next object beside one, already linked, of the same kind and look. */
import { takesRoom, traitsOf } from '../kinds/traits';
import type { ExitWords } from '../../flow/exit-names';
import { isShape } from '../kinds/guards';
import { inflate, overlaps, type Box, type Point } from '../../geometry/box';
import { fittingShapes } from '../flow-shapes';
import { SHAPE_FORMS, type ShapeName } from '../shapes';
import { linkStyleOf, nameOfNextLink } from './flow-links';
import { addObjects, type NewObject } from './edits';
import type { EditContext } from '../store';
import type { BoardQuery } from '../model/query';
import type { BoardObject, ConnectorEnd } from '../objects';

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
 * @param size of the next object; that of the object itself when left out
 */
export function nextPlace(
	model: BoardQuery,
	object: BoardObject,
	direction: Direction,
	gap?: number,
	size = { w: object.box[2], h: object.box[3] },
): Box {
	const step = gap === undefined ? STEP : { x: gap, y: gap };
	const clear = Math.min(CLEAR, step.x, step.y) - 1;
	const [x, y, w, h] = object.box;
	const isLevel = direction === 'left' || direction === 'right';
	const sign = direction === 'right' || direction === 'down' ? 1 : -1;
	// From middle to middle, so that the line between is straight whatever the sizes.
	const [cx, cy] = [x + w / 2, y + h / 2];
	const isFree = (box: Box): boolean =>
		!model
			.touching(object.sheet, inflate(box, clear))
			.some((other) => takesRoom(other) && overlaps(model.boundsOf(other.id)!, inflate(box, clear)));
	for (let out = 1; ; out++) {
		for (let aside = 0; aside < 7; aside++) {
			const shift = Math.ceil(aside / 2) * (aside % 2 === 1 ? 1 : -1);
			const [dx, dy] = isLevel
				? [sign * ((w + size.w) / 2 + step.x + (out - 1) * (size.w + step.x)), shift * (size.h + step.y / 2)]
				: [shift * (size.w + step.x / 2), sign * ((h + size.h) / 2 + step.y + (out - 1) * (size.h + step.y))];
			const box = { x: cx + dx - size.w / 2, y: cy + dy - size.h / 2, ...size };
			if (isFree(box)) return box;
		}
	}
}

/**
 * The middle of the next object where a line towards it was let go at a point: beyond the end of
 * the line, and straight on where that is nearly so.
 * @param slack how far a line may be from straight to become so, board units
 */
export function placeTowards(
	object: BoardObject,
	at: Point,
	size: { w: number; h: number },
	slack: number,
): Point {
	const [x, y, w, h] = object.box;
	const [cx, cy] = [x + w / 2, y + h / 2];
	const [dx, dy] = [at.x - cx, at.y - cy];
	return Math.abs(dx) >= Math.abs(dy)
		? { x: at.x + (Math.sign(dx) * size.w) / 2, y: Math.abs(dy) < slack ? cy : at.y }
		: { x: Math.abs(dx) < slack ? cx : at.x, y: at.y + (Math.sign(dy) * size.h) / 2 };
}

/** What is known of the next object besides where it comes from. */
export interface Growth {
	/** Its form, where it is a shape; the likeliest in a flow when left out. */
	shape?: ShapeName | undefined;
	/** Words for the exits of decisions. */
	words?: ExitWords | undefined;
	/** Where the hand let go, and how far from straight it may be; else a free place is taken. */
	at?: (Point & { slack: number }) | undefined;
}

/**
 * Adds the next object in a direction and links it, as one step. In a flow it is a shape that fits
 * there. Returns its id; undefined for what cannot have a next one.
 */
export function growFrom(
	editContext: EditContext,
	model: BoardQuery,
	id: string,
	direction: Direction,
	{ shape, words = { yes: '', no: '' }, at }: Growth = {},
): string | undefined {
	const origin = model.find(id);
	if (!origin || !canGrow(origin)) return undefined;
	const form = shape ?? fittingShapes(origin)[0];
	const isOther = isShape(origin) && form !== undefined && form !== origin.style.shape;
	const style = isOther ? { ...origin.style, shape: form } : origin.style;
	const [, , ow, oh] = origin.box;
	const size = isOther ? SHAPE_FORMS[form].size : { w: ow, h: oh };
	const middle = at && placeTowards(origin, at, size, at.slack);
	const { x, y, w, h } = middle
		? { x: Math.round(middle.x - size.w / 2), y: Math.round(middle.y - size.h / 2), ...size }
		: nextPlace(model, origin, direction, undefined, size);
	const next = editContext.newId();
	const ends: [ConnectorEnd, ConnectorEnd] = [{ object: id }, { object: next }];
	const text = nameOfNextLink(model, ends[0], words);
	const specs: NewObject[] = [
		{ id: next, kind: origin.kind, sheet: origin.sheet, box: [x, y, w, h, 0], style },
		{
			kind: 'connector',
			sheet: origin.sheet,
			box: [0, 0, 0, 0, 0],
			style: linkStyleOf(model, id),
			ends,
			text,
		},
	];
	addObjects(editContext, model, specs);
	return next;
}
