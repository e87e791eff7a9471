/** Drawn strokes. Their points stand in a box of their own, so that they are resized and turned like all else. */
import { z } from 'zod';
import { boxFrom, centreOf, turn, unionOf, type Box } from '../../geometry/box';
import { NIB_FORMS, NIBS, outlineOfStroke, type InkPoint } from '../../ink/stroke';
import { distanceToPath } from '../../link/polyline';
import { chalkOn, seeThrough } from '../colours';
import type { ObjectOf } from '../objects';
import { chalk, common, thickness } from './common';
import { PIECE, chalkSwatch, type Kind } from './kind';
import { boxOf } from './outline';

/** Points of one stroke at most; longer ones are drawn as several. */
export const MAX_POINTS = 4000;

export const strokeSchema = z.object({
	...common,
	kind: z.literal('stroke'),
	style: z.object({ nib: z.enum(NIBS), chalk, width: thickness }),
	/** x, y and pressure of each point, in a box of the size `span`. */
	points: z
		.array(z.number())
		.min(3)
		.max(MAX_POINTS * 3),
	span: z.tuple([z.number().gte(0), z.number().gte(0)]),
});

type Stroke = ObjectOf<'stroke'>;

/** Points of a stroke in its own coordinates, at the size that it has now. */
export function inkOf(stroke: Stroke): InkPoint[] {
	const [, , w, h] = stroke.box;
	const [sw, sh] = stroke.span;
	const kx = sw === 0 ? 1 : w / sw;
	const ky = sh === 0 ? 1 : h / sh;
	const points: InkPoint[] = [];
	for (let i = 0; i + 2 < stroke.points.length; i += 3) {
		points.push({ x: stroke.points[i]! * kx, y: stroke.points[i + 1]! * ky, p: stroke.points[i + 2]! });
	}
	return points;
}

/** Points of a stroke on the board. */
export function inkOnBoard(stroke: Stroke): InkPoint[] {
	const box = boxOf(stroke.box);
	const centre = centreOf(box);
	return inkOf(stroke).map(({ x, y, p }) => ({
		...turn({ x: x + box.x, y: y + box.y }, centre, box.angle),
		p,
	}));
}

/** Values of a stroke through points on the board. */
export function strokeThrough(points: readonly InkPoint[]): Pick<Stroke, 'box' | 'points' | 'span'> {
	const round = unionOf(points.map((p) => boxFrom(p, p))) as Box;
	const short = (value: number): number => Math.round(value * 10) / 10;
	const [x, y] = [short(round.x), short(round.y)];
	const span: [number, number] = [Math.max(1, short(round.w)), Math.max(1, short(round.h))];
	return {
		box: [x, y, ...span, 0],
		span,
		points: points.flatMap((p) => [short(p.x - x), short(p.y - y), Math.round(p.p * 100) / 100]),
	};
}

export const stroke: Kind<'stroke'> = {
	name: 'stroke',
	traits: { ...PIECE, writable: false, isCard: true, votable: 'never', copied: ['points', 'span'] },
	resizable: true,
	blocks: false,
	least: { w: 1, h: 1 },
	outline: () => 'box',
	setText: () => undefined,
	draw(object, context) {
		const { nib, chalk: token, width } = object.style;
		const fill = seeThrough(chalkOn(token, context.surface), NIB_FORMS[nib].alpha);
		const points = outlineOfStroke(inkOf(object), nib, width);
		return { box: boxOf(object.box), items: [{ type: 'path', points, closed: true, fill }] };
	},
	swatch: chalkSwatch('22'),
	hit(object, p, reach) {
		const points = inkOnBoard(object);
		if (points.length === 1) points.push(points[0]!);
		return distanceToPath(p, points) <= reach + object.style.width / 2;
	},
};
