/** Bending a selected connector by hand: its ends can be tied elsewhere, its segments dragged. */
import { isConnector } from '$core/board/kinds/guards';
import { changeConnector } from '$core/board/ops/edits';
import type { ConnectorEnd, ObjectOf } from '$core/board/objects';
import { distance, distanceToSegment, type Point } from '$core/geometry/box';
import type { Path } from '$core/link/polyline';
import { dragSegment } from '$core/link/right-angled';
import { sideNear } from '$core/link/sides';
import type { Board } from '../board.svelte';
import { connectableAt } from './link';
import type { HandEvent } from './tool';

type Connector = ObjectOf<'connector'>;

export interface BendHandle {
	at: Point;
	/** An end of the line, a corner set by hand, or the middle of a segment. */
	is: 'start' | 'end' | 'corner' | 'segment';
	index: number;
}

export interface Bending {
	connector: Connector;
	handle: BendHandle;
	path: Path;
	/** What the connector becomes when the hand lets go. */
	next: Pick<Connector, 'ends' | 'bends'>;
}

/** Segments shorter than this have no handle, pixels; corners this near to the straight line go. */
const SHORT = 26;
const STRAIGHT = 7;
const NEAR = 9;

const middle = (a: Point, b: Point): Point => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });

/** The points between which a straight or curved connector runs: its ends and the corners set by hand. */
function knots(connector: Connector, path: Path): Path {
	const [first, last] = [path[0], path.at(-1)];
	if (!first || !last) return [];
	return [first, ...(connector.bends ?? []).map(([x, y]) => ({ x, y })), last];
}

/** The one connector that is selected and may be bent. */
function selectedConnector(board: Board): Connector | undefined {
	const [object, more] = board.selected;
	return isConnector(object) && !more && board.mayEdit && !object.lock ? object : undefined;
}

export function bendHandles(board: Board): BendHandle[] {
	const connector = selectedConnector(board);
	const route = connector && board.held.shownRoute(connector.id);
	if (!connector || !route) return [];
	const isRight = connector.style.route === 'right-angled';
	const points = isRight ? route.path : knots(connector, route.path);
	const handles: BendHandle[] = [
		{ at: points[0]!, is: 'start', index: 0 },
		{ at: points.at(-1)!, is: 'end', index: points.length - 1 },
	];
	if (!isRight) {
		points.slice(1, -1).forEach((at, i) => handles.push({ at, is: 'corner', index: i }));
		if (connector.style.route === 'curved' && points.length === 2) {
			const at = route.path[Math.floor(route.path.length / 2)]!;
			return [...handles, { at, is: 'segment', index: 0 }];
		}
	}
	for (let i = 0; i + 1 < points.length; i++) {
		if (distance(points[i]!, points[i + 1]!) * board.view.scale < SHORT) continue;
		handles.push({ at: middle(points[i]!, points[i + 1]!), is: 'segment', index: i });
	}
	return handles;
}

export function bendHandleUnder(board: Board, event: HandEvent): BendHandle | undefined {
	const near = (event.touch ? NEAR * 1.8 : NEAR) / board.view.scale;
	return bendHandles(board).find((handle) => distance(handle.at, event.at) <= near);
}

export function startBending(board: Board, handle: BendHandle): Bending | undefined {
	const connector = selectedConnector(board);
	const route = connector && board.model.routeOf(connector.id);
	if (!connector || !route) return undefined;
	const { ends, bends } = connector;
	return { connector, handle, path: route.path, next: { ends, ...(bends ? { bends } : {}) } };
}

const asPair = (p: Point): [number, number] => [Math.round(p.x), Math.round(p.y)];

/** An end on an object: at the side that the hand is near, or where it is found to be best. */
function endOn(board: Board, id: string, at: Point): ConnectorEnd {
	const [x, y, w, h] = board.model.find(id)!.box;
	const side = sideNear({ x, y, w, h }, at);
	return side ? { object: id, side, pinned: true } : { object: id };
}

/** What the connector becomes with the hand at `event`. */
export function bend(board: Board, bending: Bending, event: HandEvent): Bending['next'] {
	const { connector, handle, path } = bending;
	const { ends, bends = [] } = connector;
	if (handle.is === 'start' || handle.is === 'end') {
		const other = ends[handle.is === 'start' ? 1 : 0];
		const under = connectableAt(board, event);
		const isOther = 'object' in other && other.object === under;
		const end = under !== undefined && !isOther ? endOn(board, under, event.at) : { point: asPair(event.at) };
		return { ends: handle.is === 'start' ? [end, other] : [other, end], ...(bends.length ? { bends } : {}) };
	}
	if (connector.style.route === 'right-angled') {
		return { ends, bends: dragSegment(path, handle.index, event.at).map(asPair) };
	}
	const next = [...bends];
	if (handle.is === 'corner') next[handle.index] = asPair(event.at);
	else next.splice(handle.index, 0, asPair(event.at));
	const points = knots({ ...connector, bends: next }, path);
	// A corner that hardly bends the line is let go again.
	const kept = next.filter(([x, y], i) => {
		const p = { x, y };
		return distanceToSegment(p, points[i]!, points[i + 2]!) * board.view.scale > STRAIGHT;
	});
	return { ends, bends: kept };
}

export function finishBending(board: Board, { connector, next }: Bending): void {
	changeConnector(board.room.editContext, connector.id, next);
}
