/**
 * Putting a flow on the board that came from somewhere else: laid out, in lanes where it has some.
 */
import type { Flow } from '../../flow/flow';
import { labelFor, type FlowDirection, type LayoutStep } from '../../flow/layout/input';
import { layOutFlow } from '../../flow/layout/layout';
import { freshKeys } from '../../order/keys';
import { unionOf, type Point } from '../../geometry/box';
import { richFrom } from '../../text/rich';
import { SHAPE_OF } from '../flow-shapes';
import { TITLE } from '../holders/layout';
import { HEAD, partOf, type HolderParts } from '../holders/parts';
import type { BoardQuery } from '../model/query';
import type { BoxValues, ConnectorEnd } from '../objects';
import { SHAPE_FORMS } from '../shapes';
import type { EditContext } from '../store';
import { addObjects, type NewObject } from './edits';

/**
 * Width of the column with the heads of lanes, height of a lane at least, room at their end, board
 * units.
 */
const LANE = { head: 110, least: 130, end: 60 };

interface Given {
	sheet: string;
	/** Upper left corner. */
	at: Point;
	direction: FlowDirection;
	/** The height that a shape needs for its words. */
	heightOf: (spec: NewObject) => number;
}

/** Adds shapes and lines for a flow, as one step. Returns the ids of what it added, steps first. */
export function addFlow(
	editContext: EditContext,
	model: BoardQuery,
	{ steps, links }: Flow,
	{ sheet, at, direction, heightOf }: Given,
): string[] {
	const lanes = [...new Set(steps.flatMap(({ lane }) => lane ?? []))];
	const ids = new Map(steps.map(({ id }) => [id, editContext.newId()]));
	const shapes = steps.map(({ id, name, type, minutes, cost, who }): NewObject => {
		const shape = SHAPE_OF[type];
		const { w, h } = SHAPE_FORMS[shape].size;
		const work = {
			...(minutes ? { minutes } : {}),
			...(cost === undefined ? {} : { cost }),
			...(who ? { who: who.slice(0, 80) } : {}),
		};
		const spec: NewObject = {
			id: ids.get(id)!,
			kind: 'shape',
			sheet,
			box: [0, 0, w, h, 0],
			style: { shape, fill: 'none', chalk: 'white' },
			text: name,
			...(Object.keys(work).length > 0 ? { work } : {}),
		};
		spec.box[3] = Math.max(h, heightOf(spec));
		return spec;
	});
	const placed = steps.map(({ id, type, lane }, i): LayoutStep => {
		const [, , w, h] = shapes[i]!.box;
		// In their order, until they are laid out.
		const middle = { x: at.x + w / 2, y: at.y + h / 2 + i };
		return { id, type, w, h, ...middle, ...(lane === undefined ? {} : { lane: lanes.indexOf(lane) }) };
	});
	const whole = links.flatMap(({ id, from, to, name, share }) =>
		from !== undefined && to !== undefined && ids.has(from) && ids.has(to)
			? [
					{
						id,
						from,
						to,
						name,
						share,
						...labelFor(name),
					},
				]
			: [],
	);
	const inLanes = lanes.length > 0;
	const corner = inLanes ? { x: at.x + LANE.head, y: at.y + TITLE } : at;
	const layout = layOutFlow(
		placed,
		whole,
		inLanes ? 'right' : direction,
		inLanes ? { at: corner, sizes: lanes.map(() => LANE.least) } : undefined,
	);
	shapes.forEach((spec, i) => {
		const { x, y } = layout.middles.get(steps[i]!.id)!;
		const [, , w, h] = spec.box;
		spec.box = [Math.round(x - w / 2), Math.round(y - h / 2), w, h, 0];
	});
	const lines = whole.map(({ id, from, to, name, share }): NewObject => {
		const [leaves, arrives] = layout.sides.get(id) ?? [];
		const ends: [ConnectorEnd, ConnectorEnd] = [
			{ object: ids.get(from)!, ...(leaves ? { side: leaves } : {}) },
			{ object: ids.get(to)!, ...(arrives ? { side: arrives } : {}) },
		];
		const bends = layout.corners.get(id)?.map(({ x, y }): [number, number] => [x, y]);
		return {
			kind: 'connector',
			sheet,
			box: [0, 0, 0, 0, 0],
			style: { route: 'right-angled', start: 'none', end: 'arrow', chalk: 'white' },
			ends,
			text: name,
			...(share === undefined ? {} : { share }),
			...(bends ? { bends } : {}),
		};
	});
	const around = inLanes ? [lanesFor(editContext, lanes, layout.laneSizes, shapes, at, sheet)] : [];
	const added = addObjects(editContext, model, [...shapes, ...lines, ...around]);
	return added;
}

function lanesFor(
	editContext: EditContext,
	names: readonly string[],
	sizes: readonly number[],
	shapes: readonly NewObject[],
	{ x, y }: Point,
	sheet: string,
): NewObject {
	const extent = unionOf(shapes.map(({ box: [bx, by, w, h] }) => ({ x: bx, y: by, w, h })))!;
	const width = extent.x + extent.w + LANE.end - x;
	const keys = freshKeys(names.length);
	const rows = names.map((_, i) => ({ id: editContext.newId(), z: keys[i]!, size: sizes[i]! }));
	const cells = Object.fromEntries(rows.map(({ id }, i) => [partOf(id, HEAD), richFrom(names[i]!)]));
	const [z] = freshKeys(1);
	const parts: HolderParts = {
		rows,
		cols: [{ id: 'steps', z: z!, size: width - LANE.head }],
		head: { w: LANE.head },
		cells,
		facts: {},
		nods: {},
	};
	const box: BoxValues = [x, y, width, TITLE + sizes.reduce((sum, size) => sum + size, 0), 0];
	return { kind: 'lanes', sheet, box, style: { chalk: 'white' }, text: '', parts };
}
