/** Connectors: lines tied to any two objects, that follow what they are tied to. */
import { z } from 'zod';
import { unionOf, type Box, type Point } from '../../geometry/box';
import { besidePath, besideStart, distanceToPath, middleOf, type Path } from '../../link/polyline';
import { SIDE_NAMES, type SideName } from '../../link/sides';
import { layout } from '../../text/layout';
import { isEmpty, plainText } from '../../text/rich';
import { chalkOn } from '../colours';
import type { Drawing, Primitive, Route, SceneContext } from '../drawing';
import type { ObjectOf } from '../objects';
import { chalk, common, coordinate, dash, identifier, thickness } from './common';
import { PIECE, dashOf, textItems, type Kind, type Setting } from './kind';
import { tipInset, tipItems, tipLength } from './tips';

export const ROUTES = ['straight', 'curved', 'right-angled'] as const;
/** What stands at an end of a line. */
export const TIPS = ['none', 'arrow', 'open', 'dot', 'rhomb', 'bar'] as const;
export type Tip = (typeof TIPS)[number];

const point = z.tuple([coordinate, coordinate]);
const endSchema = z.union([
	z.object({
		object: identifier,
		/** The side that the line should run by; it always does where that was set by hand. */
		side: z.enum(SIDE_NAMES).optional(),
		pinned: z.literal(true).optional(),
	}),
	z.object({ point }),
]);
/** The side by which a layout leads a line to something. */
const layoutSide = z.tuple([identifier, z.enum(SIDE_NAMES)]);
/** One end of a connector: tied to an object, or loose at a point. */
export type ConnectorEnd = z.infer<typeof endSchema>;

export const connectorSchema = z.object({
	...common,
	kind: z.literal('connector'),
	style: z.object({
		route: z.enum(ROUTES),
		start: z.enum(TIPS),
		end: z.enum(TIPS),
		chalk,
		width: thickness.optional(),
		dash: dash.optional(),
	}),
	ends: z.tuple([endSchema, endSchema]),
	/**
	 * The sides that a layout chose for the ends. They are kept beside the ends: what leads where
	 * is one person's doing, and no layout may undo it. They count while those ends are tied there.
	 */
	layoutSides: z.tuple([layoutSide, layoutSide]).optional(),
	/** Corners set by hand, in board coordinates; none where the route is computed. */
	bends: z.array(point).max(64).optional(),
	/** As an exit of a decision: how many of a hundred take it. */
	share: z.number().gte(0).lte(100).optional(),
});

type Connector = ObjectOf<'connector'>;

/** The side that an end of a line should run by, where there is one. */
export function sideOfEnd({ ends, layoutSides }: Connector, index: 0 | 1): SideName | undefined {
	const end = ends[index];
	if (!('object' in end)) return undefined;
	const [object, side] = layoutSides?.[index] ?? [];
	return !end.pinned && object === end.object ? side : end.side;
}

/** Thickness of a line where none was chosen, and type size and width of a label, board units. */
export const LINE_WIDTH = 2;
const LABEL = { w: 180, size: 13 };

const widthOf = (connector: Connector): number => connector.style.width ?? LINE_WIDTH;

const labelPlace = ({ path, isExit, label }: Route, size: { w: number; h: number }, gap?: number): Point =>
	label ?? (isExit ? besideStart : besidePath)(path, size, gap);

/** Room that a label takes at most: no text is measured. */
export function labelSize(text: string): { w: number; h: number } {
	const lines = text.split('\n');
	const width = Math.max(...lines.map((line) => line.length)) * LABEL.size * 0.7 + 4;
	const count = lines.reduce(
		(sum, line) => sum + Math.max(1, Math.ceil((line.length * LABEL.size * 0.7) / LABEL.w)),
		0,
	);
	return { w: Math.min(LABEL.w, width), h: count * LABEL.size * 1.4 };
}

function setLabel(connector: Connector, context: SceneContext): Setting | undefined {
	const route = context.routeOf(connector.id);
	if (!route) return undefined;
	const laid = layout(connector.text, LABEL.size, {
		room: { w: LABEL.w, h: 100 },
		family: 'sans',
		align: 'left',
		stand: 'top',
		measure: context.measure,
	});
	const width = Math.max(12, ...laid.lines.map((line) => line.width));
	const at = labelPlace(route, { w: width, h: laid.height }, 3 + widthOf(connector) / 2);
	return {
		room: { ...at, w: width, h: laid.height },
		laid,
		ink: chalkOn(connector.style.chalk, context.surface),
		family: 'sans',
		bold: false,
		align: 'left',
		stand: 'top',
		on: context.surface,
	};
}

/** A path shortened at its ends by the tips that stand there. */
function shortened(path: Path, start: number, end: number): Path {
	const cut = (points: Path, by: number): Path => {
		const [a, b] = points;
		if (!a || !b || by === 0) return points;
		const length = Math.hypot(b.x - a.x, b.y - a.y);
		if (length <= by) return points;
		return [
			{ x: a.x + ((b.x - a.x) * by) / length, y: a.y + ((b.y - a.y) * by) / length },
			...points.slice(1),
		];
	};
	return cut([...cut(path, start)].reverse(), end).reverse();
}

const pairs = (points: readonly Point[]): [number, number][] => points.map(({ x, y }) => [x, y]);

/** The line itself. A curve ends under its tips: it is thin there, and its direction stays exact. */
function line(route: Route, connector: Connector, stroke: string): Primitive {
	const width = widthOf(connector);
	const { start, end, dash } = connector.style;
	const dashes = dashOf(dash, width);
	const paint = { stroke, width, closed: false, ...(dashes ? { dash: dashes } : {}) };
	if (route.curve) return { type: 'curve', points: pairs(route.curve), ...paint };
	const path = shortened(route.path, tipInset(start, width), tipInset(end, width));
	return { type: 'path', points: pairs(path), ...paint };
}

function draw(connector: Connector, context: SceneContext): Drawing {
	const box = { x: 0, y: 0, w: 0, h: 0, angle: 0 };
	const route = context.routeOf(connector.id);
	if (!route) return { box, items: [] };
	const stroke = chalkOn(connector.style.chalk, context.surface);
	const items = [line(route, connector, stroke)];
	if (context.coarse) return { box, items };
	const { path } = route;
	const width = widthOf(connector);
	items.push(...tipItems(connector.style.start, path[0]!, path[1]!, stroke, width));
	items.push(...tipItems(connector.style.end, path.at(-1)!, path.at(-2)!, stroke, width));
	if (!isEmpty(connector.text)) items.push(...textItems(setLabel(connector, context)!));
	return { box, items };
}

/** Upright box round the whole connector with its label; generous, for no text is measured. */
export function connectorBounds(connector: Connector, route: Route): Box {
	const room = tipLength(widthOf(connector)) + widthOf(connector);
	const boxes = route.path.map((p) => ({ x: p.x - room, y: p.y - room, w: 2 * room, h: 2 * room }));
	if (!isEmpty(connector.text)) {
		const letters = plainText(connector.text).length;
		const w = Math.min(LABEL.w, letters * LABEL.size * 0.7 + 12);
		const h = (Math.ceil((letters * LABEL.size * 0.7) / LABEL.w) + connector.text.length) * LABEL.size * 1.4;
		const at = labelPlace(route, { w, h });
		boxes.push({ ...at, w, h }, { ...middleOf(route.path).at, w: 0, h: 0 });
	}
	return unionOf(boxes)!;
}

export const connector: Kind<'connector'> = {
	name: 'connector',
	traits: { ...PIECE, place: 'ends', layer: 'line', votable: 'never', copied: ['share'] },
	resizable: false,
	blocks: false,
	least: { w: 0, h: 0 },
	outline: () => 'box',
	setText: setLabel,
	draw,
	swatch: () => undefined,
	hit(object, p, reach, context) {
		const route = context.routeOf(object.id);
		if (!route) return false;
		if (distanceToPath(p, route.path) <= reach + widthOf(object) / 2) return true;
		if (isEmpty(object.text)) return false;
		const room = setLabel(object, context)!.room;
		return p.x >= room.x - 4 && p.x <= room.x + room.w + 4 && p.y >= room.y && p.y <= room.y + room.h;
	},
};
