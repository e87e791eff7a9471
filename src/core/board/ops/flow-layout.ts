/**
 * Tidying a flow on the board: one step of undo, with its lanes and the field that it stands in.
 */
import { inflate, overlaps, unionOf, type Box } from '../../geometry/box';
import { labelFor, type FlowDirection, type LayoutLink, type LayoutStep } from '../../flow/layout/input';
import { layOutFlow, type FlowLayout, type LayoutLanes } from '../../flow/layout/layout';
import { directedEnds, type BoardFlow } from '../flows';
import { areRows, laneAt, laneCorner, lanesOf } from '../holders/lanes';
import { trackKey, type Track } from '../holders/parts';
import { isConnector } from '../kinds/guards';
import type { BoardQuery } from '../model/query';
import type { BoardObject, BoxValues, ObjectOf } from '../objects';
import { objectsOf } from '../document';
import { patch, transact, type EditContext } from '../store';
import { isInHolder, moveObjects } from './edits';

type Connector = ObjectOf<'connector'>;

/** Room between a flow and the edge of its field, and the end of its lanes. */
const MARGIN = 40;

/** Everything that a layout needs, as plain data: it can be worked out elsewhere. */
export interface FlowLayoutTask {
	steps: LayoutStep[];
	links: LayoutLink[];
	direction: FlowDirection;
	lanes?: LayoutLanes | undefined;
}

const boxOf = ({ box: [x, y, w, h] }: BoardObject): Box => ({ x, y, w, h });

/** Whether something stands where others put it, or where nobody may move it. */
const isFixed = (model: BoardQuery, object: BoardObject): boolean =>
	object.lock !== undefined || isInHolder(model, object) || model.maps.parentOf(object.id) !== undefined;

/** What is to be laid out. In lanes a flow runs the way that they do, whatever is wished. */
export function layoutTask(
	model: BoardQuery,
	{ flow, lanes: lanesId }: BoardFlow,
	direction: FlowDirection,
): FlowLayoutTask {
	const lanes = lanesId === undefined ? undefined : model.find(lanesId);
	const steps = flow.steps.flatMap(({ id, type }): LayoutStep[] => {
		const object = model.find(id);
		if (!object) return [];
		const { x, y, w, h } = boxOf(object);
		const at = lanes && laneAt(model, object);
		return [
			{
				id,
				type,
				x: x + w / 2,
				y: y + h / 2,
				w,
				h,
				isLocked: isFixed(model, object),
				...(at && at.lanes.id === lanesId ? { lane: at.index } : {}),
			},
		];
	});
	const known = new Set(steps.map(({ id }) => id));
	const links = flow.links.flatMap(({ id, from, to, name, share }): LayoutLink[] => {
		if (from === undefined || to === undefined || !known.has(from) || !known.has(to)) return [];
		return [{ id, from, to, share, ...labelFor(name) }];
	});
	if (!lanes) return { steps, links, direction };
	return {
		steps,
		links,
		direction: areRows(lanes) ? 'right' : 'down',
		lanes: { at: laneCorner(lanes), sizes: lanesOf(lanes).map(({ size }) => size) },
	};
}

/** Works a task out. */
export const solveLayout = ({ steps, links, direction, lanes }: FlowLayoutTask): FlowLayout =>
	layOutFlow(steps, links, direction, lanes);

/**
 * Puts a flow where a layout has it. Steps that came, went or were locked meanwhile stay as they
 * are. Returns whether the field that it stands in has room for it.
 */
export function applyLayout(
	editContext: EditContext,
	model: BoardQuery,
	{ flow, scope, lanes: lanesId }: BoardFlow,
	layout: FlowLayout,
): boolean {
	let fits = true;
	transact(editContext, () => {
		const boxes: Box[] = [];
		for (const { id } of flow.steps) {
			const object = model.find(id);
			const middle = layout.middles.get(id);
			if (!object || !middle) continue;
			const { x, y, w, h } = boxOf(object);
			const [dx, dy] = [Math.round(middle.x - w / 2 - x), Math.round(middle.y - h / 2 - y)];
			if (isFixed(model, object)) boxes.push({ x, y, w, h });
			else {
				moveObjects(editContext, model, [id], dx, dy);
				boxes.push({ x: x + dx, y: y + dy, w, h });
			}
		}
		for (const { id } of flow.links) leadLine(editContext, model, id, layout);
		for (const corners of layout.corners.values()) boxes.push(...corners.map((p) => ({ ...p, w: 0, h: 0 })));
		const lanes = lanesId === undefined ? undefined : model.find(lanesId);
		if (lanes && boxes.length > 0) boxes.push(fitLanes(editContext, lanes, layout, boxes));
		const field = scope === undefined || scope === lanesId ? undefined : model.find(scope);
		if (field) fits = growField(editContext, model, field, boxes, new Set(flow.steps.map(({ id }) => id)));
	});
	return fits;
}

/** Whether two values are the same: what is there already is not written again. */
export const isSame = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** Gives a line its sides, and the corners where it is led round the outside. */
function leadLine(
	editContext: EditContext,
	model: BoardQuery,
	id: string,
	{ sides, corners }: FlowLayout,
): void {
	const line = model.find(id);
	const both = sides.get(id);
	if (!isConnector(line) || line.lock || !both) return;
	const isForward = directedEnds(line)[0] === line.ends[0];
	const inOrder = isForward ? both : ([both[1], both[0]] as const);
	const [first, second] = line.ends;
	if (!('object' in first) || !('object' in second)) return;
	const layoutSides: Connector['layoutSides'] = [
		[first.object, inOrder[0]],
		[second.object, inOrder[1]],
	];
	const isPinned = [first, second].some(({ pinned }) => pinned);
	const led = isPinned ? undefined : corners.get(id)?.map(({ x, y }): [number, number] => [x, y]);
	const bends = led && (isForward ? led : led.reverse());
	if (isSame(layoutSides, line.layoutSides) && isSame(bends, line.bends)) return;
	patch(editContext, id, { layoutSides, bends });
}

/** Makes lanes as large as the layout needs them; returns their box. */
function fitLanes(
	editContext: EditContext,
	lanes: BoardObject,
	{ laneSizes }: FlowLayout,
	inside: readonly Box[],
): Box {
	const isRows = areRows(lanes);
	const spans = lanesOf(lanes);
	const [x, y, w, h, angle] = lanes.box;
	const extent = unionOf(inside)!;
	const across =
		laneSizes.reduce((sum, size) => sum + size, 0) - spans.reduce((sum, { size }) => sum + size, 0);
	const along = isRows ? extent.x + extent.w + MARGIN - (x + w) : extent.y + extent.h + MARGIN - (y + h);
	const next: BoxValues = isRows
		? [x, y, Math.max(w, w + along), h + across, angle]
		: [x, y, w + across, Math.max(h, h + along), angle];
	const box = { x: next[0], y: next[1], w: next[2], h: next[3] };
	if (isSame(next, lanes.box)) return box;
	const tracks = (isRows ? lanes.parts?.rows : lanes.parts?.cols) ?? [];
	const map = objectsOf(editContext.doc).get(lanes.id);
	tracks.forEach(({ id, z, size }: Track, i) => {
		const span = spans[i];
		const wanted = laneSizes[i];
		// Sizes of tracks are shares of the room that there is.
		if (span && wanted !== undefined && span.size > 0)
			map?.set(trackKey(isRows ? 'row' : 'col', id), [z, (size * wanted) / span.size]);
	});
	patch(editContext, lanes.id, { box: next });
	return box;
}

/** Makes a field large enough for a flow, where nothing else stands in its way. */
function growField(
	editContext: EditContext,
	model: BoardQuery,
	field: BoardObject,
	boxes: readonly Box[],
	own: ReadonlySet<string>,
): boolean {
	const now = boxOf(field);
	const needed = unionOf([now, ...boxes.map((box) => inflate(box, MARGIN))])!;
	if (needed.w === now.w && needed.h === now.h) return true;
	if (field.lock) return false;
	const inside = new Set([field.id, ...model.contentsOf(field)]);
	const isInTheWay = model
		.touching(field.sheet, needed)
		.some(
			(other) =>
				!own.has(other.id) &&
				!inside.has(other.id) &&
				!isConnector(other) &&
				overlaps(needed, boxOf(other)) &&
				!overlaps(now, boxOf(other)),
		);
	if (isInTheWay) return false;
	patch(editContext, field.id, { box: [needed.x, needed.y, needed.w, needed.h, field.box[4]] });
	return true;
}
