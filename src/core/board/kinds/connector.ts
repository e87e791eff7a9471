/** Connectors: lines tied to any two objects, that follow what they are tied to. */
import { boundsOf, centreOf, unionOf, type Point } from '../../geometry/box';
import { distanceToPath, middleOf, rightAngled, type Path } from '../../link/route';
import { layout } from '../../text/layout';
import { isEmpty } from '../../text/rich';
import { chalkOn, SURFACE_COLOURS } from '../colours';
import type { Drawing, Primitive, SceneContext } from '../drawing';
import type { BoardObject, ConnectorEnd, ObjectOf } from '../objects';
import { outlineOf } from './tieable';
import { textItems, type Kind, type Setting } from './kind';
import { boxOf, edgeTowards } from './outline';

type Connector = ObjectOf<'connector'>;

const WIDTH = 2;
const TIP = 11;
/** Distance kept between the tip of an arrow and the object it points at. */
const GAP = 3;
const LABEL = { w: 180, size: 13 };

type Find = SceneContext['find'];

const target = (end: ConnectorEnd, find: Find): BoardObject | undefined =>
	'object' in end ? find(end.object) : undefined;

/** The middle of what an end is tied to. */
function aim(end: ConnectorEnd, find: Find): Point | undefined {
	if ('point' in end) return { x: end.point[0], y: end.point[1] };
	const object = find(end.object);
	return object && centreOf(boxOf(object.box));
}

/**
 * The path of a connector in board coordinates, or undefined while what it is tied to is missing (for
 * instance when the other person's edit has not arrived yet).
 */
export function connectorPath(connector: Connector, find: Find): Path | undefined {
	const [first, second] = connector.ends;
	const a = aim(first, find);
	const b = aim(second, find);
	if (!a || !b) return undefined;
	const from = target(first, find);
	const to = target(second, find);
	if (connector.style.route === 'straight') {
		return [
			from ? edgeTowards(outlineOf(from), boxOf(from.box), b, GAP) : a,
			to ? edgeTowards(outlineOf(to), boxOf(to.box), a, GAP) : b,
		];
	}
	const tie = (object: BoardObject | undefined, p: Point) => ({
		box: object ? boundsOf(boxOf(object.box)) : { ...p, w: 0, h: 0 },
	});
	return rightAngled(tie(from, a), tie(to, b));
}

function arrowhead(tip: Point, from: Point, stroke: string): Primitive {
	const angle = Math.atan2(tip.y - from.y, tip.x - from.x);
	const wing = (turn: number): [number, number] => [
		tip.x - TIP * Math.cos(angle + turn),
		tip.y - TIP * Math.sin(angle + turn),
	];
	return {
		type: 'path',
		points: [wing(0.42), [tip.x, tip.y], wing(-0.42)],
		closed: true,
		fill: stroke,
		fine: true,
	};
}

function setLabel(connector: Connector, context: SceneContext): Setting | undefined {
	const path = connectorPath(connector, context.find);
	if (!path) return undefined;
	const laid = layout(connector.text, LABEL.size, {
		room: { w: LABEL.w, h: 100 },
		family: 'sans',
		align: 'left',
		stand: 'top',
		measure: context.measure,
	});
	const width = Math.max(12, ...laid.lines.map((line) => line.width));
	const { at } = middleOf(path);
	return {
		room: { x: at.x - width / 2, y: at.y - laid.height / 2, w: width, h: laid.height },
		laid,
		ink: chalkOn(connector.style.chalk, context.surface),
		family: 'sans',
		bold: false,
		align: 'left',
		stand: 'top',
	};
}

function draw(connector: Connector, context: SceneContext): Drawing {
	const path = connectorPath(connector, context.find);
	if (!path) return { box: { x: 0, y: 0, w: 0, h: 0, angle: 0 }, items: [] };
	const stroke = chalkOn(connector.style.chalk, context.surface);
	const items: Primitive[] = [
		{ type: 'path', points: path.map((p) => [p.x, p.y] as const), closed: false, stroke, width: WIDTH },
	];
	const bare = { x: 0, y: 0, w: 0, h: 0, angle: 0 };
	if (context.coarse) return { box: bare, items };
	if (connector.style.start === 'arrow') items.push(arrowhead(path[0]!, path[1]!, stroke));
	if (connector.style.end === 'arrow') items.push(arrowhead(path.at(-1)!, path.at(-2)!, stroke));
	if (!isEmpty(connector.text)) {
		const label = setLabel(connector, context)!;
		const { x, y, w, h } = label.room;
		items.push({
			type: 'rect',
			x: x - 5,
			y: y - 1,
			w: w + 10,
			h: h + 2,
			r: 3,
			fill: SURFACE_COLOURS[context.surface].ground,
		});
		items.push(...textItems(label));
	}
	return { box: bare, items };
}

/** Upright box round the whole connector with its label. */
export function connectorBounds(
	connector: Connector,
	find: Find,
): { x: number; y: number; w: number; h: number } | undefined {
	const path = connectorPath(connector, find);
	if (!path) return undefined;
	const { at } = middleOf(path);
	const label = isEmpty(connector.text) ? [] : [{ x: at.x - LABEL.w / 2, y: at.y - 20, w: LABEL.w, h: 40 }];
	return unionOf([...path.map((p) => ({ x: p.x - TIP, y: p.y - TIP, w: 2 * TIP, h: 2 * TIP })), ...label]);
}

export const connector: Kind<'connector'> = {
	name: 'connector',
	resizable: false,
	least: { w: 0, h: 0 },
	outline: () => 'box',
	setText: setLabel,
	draw,
	hit(object, p, reach, context) {
		const path = connectorPath(object, context.find);
		if (!path) return false;
		if (distanceToPath(p, path) <= reach + WIDTH) return true;
		if (isEmpty(object.text)) return false;
		const room = setLabel(object, context)!.room;
		return p.x >= room.x - 4 && p.x <= room.x + room.w + 4 && p.y >= room.y && p.y <= room.y + room.h;
	},
};
