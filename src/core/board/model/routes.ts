/**
 * The ways of all connectors of a board. A way depends on what the connector is tied to, on what stands
 * between, and on the other connectors that would run on the same line; it is worked out anew when any of
 * these changes, and is the same on every screen because it depends on nothing else.
 */
import { isConnector } from '../kinds/guards';
import { boundsOf, centreOf, overlaps, unionOf, type Box, type Point } from '../../geometry/box';
import { Nudging } from '../../link/nudge';
import type { RoutedPath } from '../../link/segments';
import { curveBetween, curveThrough, flatten } from '../../link/curved';
import { selfCurve, selfLoop } from '../../link/self-loop';
import { sideOf, type Anchor } from '../../link/sides';
import { isDecision } from '../flow-shapes';
import { sideOfEnd } from '../kinds/connector';
import type { Path } from '../../link/polyline';
import { rightAngled, throughBends } from '../../link/right-angled';
import type { Route } from '../drawing';
import { boxOf, edgeTowards, meeting } from '../kinds/outline';
import { blocksWay, outlineOf } from '../kinds';
import type { BoardObject, ConnectorEnd, ObjectOf } from '../objects';
import { placeLabels, type LabelledLine } from './label-placing';
import { ObstacleCache } from './obstacle-cache';
import { SpatialIndex } from './spatial';

type Connector = ObjectOf<'connector'>;
type Find = (id: string) => BoardObject | undefined;
/** Objects that touch a box on a sheet. */
type Near = (sheet: string, box: Box) => readonly BoardObject[];

/**
 * How many times as long as it took to keep the lines of a sheet apart they then stay as they are, and how long at most, ms. Where edits rain
 * in on a large board it would be done over and over otherwise, and leave much to be thrown away each time.
 */
const REST_FACTOR = 40;
const MAX_REST = 2000;

/** Distance kept between the end of a line and the object it is tied to. */
const GAP = 3;

const target = (end: ConnectorEnd, find: Find): BoardObject | undefined =>
	'object' in end ? find(end.object) : undefined;

/** The middle of what an end is tied to. */
function aim(end: ConnectorEnd, find: Find): Point | undefined {
	if ('point' in end) return { x: end.point[0], y: end.point[1] };
	const object = find(end.object);
	if (object?.hidden) return undefined;
	return object && centreOf(boxOf(object.box));
}

interface Ends {
	from: BoardObject | undefined;
	to: BoardObject | undefined;
	a: Point;
	b: Point;
}

function endsOf(connector: Connector, find: Find): Ends | undefined {
	const [first, second] = connector.ends;
	const a = aim(first, find);
	const b = aim(second, find);
	return a && b ? { from: target(first, find), to: target(second, find), a, b } : undefined;
}

const tieBox = (object: BoardObject | undefined, p: Point): Box =>
	object ? boundsOf(boxOf(object.box)) : { ...p, w: 0, h: 0 };

/** What an end is tied to, with the side that its line should run by. */
function anchorsOf(connector: Connector, { from, to, a, b }: Ends): [Anchor, Anchor] {
	const anchor = (index: 0 | 1, object: BoardObject | undefined, p: Point): Anchor => {
		const end = connector.ends[index];
		const box = tieBox(object, p);
		return 'object' in end ? { box, side: sideOfEnd(connector, index), isPinned: end.pinned } : { box };
	};
	return [anchor(0, from, a), anchor(1, to, b)];
}

/** Whether it leads back to what it comes from. */
const isSelf = ({ from, to }: Ends): boolean => from !== undefined && from.id === to?.id;

const bendsOf = (connector: Connector): Point[] => (connector.bends ?? []).map(([x, y]) => ({ x, y }));

/** What a right-angled connector has to go round: nothing that holds, covers or is part of its ends. */
function obstaclesFor(ends: Ends, sheet: string, near: Near): (area: Box) => Box[] {
	const own = [ends.from, ends.to].flatMap((object) => (object ? [object] : []));
	const groups = new Set(own.map((object) => object.id));
	const covered = own.map((object) => boundsOf(boxOf(object.box)));
	return (area) => {
		const boxes: Box[] = [];
		for (const object of near(sheet, area)) {
			if (!blocksWay(object) || groups.has(object.id) || groups.has(object.group ?? '')) continue;
			const box = boundsOf(boxOf(object.box));
			if (!covered.some((each) => overlaps(each, box))) boxes.push(box);
		}
		return boxes;
	};
}

/** The path of a right-angled connector before it is kept apart from others. */
function rightAngledPath(connector: Connector, ends: Ends, near: Near | undefined): Path {
	const [from, to] = anchorsOf(connector, ends);
	const bends = bendsOf(connector);
	if (bends.length > 0) return throughBends(from, to, bends);
	if (isSelf(ends)) return selfLoop(from, to);
	return rightAngled(from, to, near && obstaclesFor(ends, connector.sheet, near));
}

/** Ends a path at the outlines that are drawn, a little before them. */
function trimmed(path: Path, { from, to }: Ends): Path {
	const out = [...path];
	if (from && out.length > 1) out[0] = meeting(outlineOf(from), boxOf(from.box), out[1]!, out[0]!, GAP);
	const n = out.length - 1;
	if (to && n > 0) out[n] = meeting(outlineOf(to), boxOf(to.box), out[n - 1]!, out[n]!, GAP);
	return out;
}

function straightPath(connector: Connector, ends: Ends): Path {
	const { from, to, a, b } = ends;
	const bends = bendsOf(connector);
	const anchors = anchorsOf(connector, ends);
	if (isSelf(ends) && bends.length === 0) return trimmed(selfLoop(...anchors), ends);
	const edge = (object: BoardObject, { side, isPinned, box }: Anchor, towards: Point): Point => {
		const outline = outlineOf(object);
		if (!side || !isPinned) return edgeTowards(outline, boxOf(object.box), towards, GAP);
		const { at, dx, dy } = sideOf({ box }, side);
		return meeting(outline, boxOf(object.box), { x: at.x + dx, y: at.y + dy }, at, GAP);
	};
	return [
		from ? edge(from, anchors[0], bends[0] ?? b) : a,
		...bends,
		to ? edge(to, anchors[1], bends.at(-1) ?? a) : b,
	];
}

function curvedRoute(connector: Connector, ends: Ends): Route {
	if (connector.bends?.length) {
		const curve = curveThrough(straightPath(connector, ends));
		return { curve, path: flatten(curve) };
	}
	const anchors = anchorsOf(connector, ends);
	const curve = (isSelf(ends) ? selfCurve : curveBetween)(...anchors);
	const [start, c1, c2, end] = curve as [Point, Point, Point, Point];
	const [first] = trimmed([start, c1], { ...ends, to: undefined });
	const [last] = trimmed([end, c2], { ...ends, from: ends.to, to: undefined });
	const moved = (c: Point, p: Point, q: Point): Point => ({ x: c.x + q.x - p.x, y: c.y + q.y - p.y });
	const shifted = [first!, moved(c1, start, first!), moved(c2, end, last!), last!];
	return { curve: shifted, path: flatten(shifted) };
}

/**
 * The way of one connector by itself, not kept apart from others: for what is being moved right now.
 * Undefined while what it is tied to is missing, for instance when that edit has not arrived yet.
 * @param near what may stand in the way; nothing does when it is left out
 */
export function routeAlone(connector: Connector, find: Find, near?: Near): Route | undefined {
	const ends = endsOf(connector, find);
	if (!ends) return undefined;
	const isExit = isExitOf(ends);
	if (connector.style.route === 'straight') return { path: straightPath(connector, ends), isExit };
	if (connector.style.route === 'curved') return { ...curvedRoute(connector, ends), isExit };
	return { path: trimmed(rightAngledPath(connector, ends, near), ends), isExit };
}

const isExitOf = ({ from }: Ends): boolean => from !== undefined && isDecision(from);

interface CachedRoute {
	sheet: string;
	/** What is known of a right-angled one before it is kept apart: its path, and what it is tied to. */
	plain?: { routed: RoutedPath; ends: Ends };
	/** Its path when it was kept apart last. */
	apart?: Path;
	route: Route;
}

export class Routes {
	private readonly known = new Map<string, CachedRoute>();
	private readonly pending = new Set<string>();
	/** Sheets whose right-angled paths have to be kept apart anew. */
	private readonly stale = new Set<string>();
	private readonly jobs = new Map<string, Job>();
	/** Until when the lines of a sheet stay as they are. */
	private readonly rests = new Map<string, number>();
	/** Where each right-angled connector looked for what stands in its way. */
	private readonly looked = new SpatialIndex();
	private readonly obstacles = new ObstacleCache();

	constructor(
		private readonly find: Find,
		private readonly near: Near,
	) {}

	/** How many connectors wait to be routed. */
	get waiting(): number {
		return this.pending.size + this.stale.size;
	}

	/**
	 * The way of a connector as far as it is known: a first guess until `routePending` has come to
	 * it.
	 */
	readonly of = (id: string): Route | undefined => {
		const known = this.known.get(id);
		if (known) return known.route;
		const connector = this.find(id);
		if (!isConnector(connector)) return undefined;
		const route = routeAlone(connector, this.find);
		if (!route) return undefined;
		this.known.set(id, { sheet: connector.sheet, route });
		if (connector.style.route === 'right-angled') this.pending.add(id);
		return route;
	};

	/** Notes that a connector is new, different, or tied to something that changed. */
	touch(id: string): void {
		this.drop(id);
		const connector = this.find(id);
		if (isConnector(connector) && connector.style.route === 'right-angled') this.pending.add(id);
	}

	/** Notes that a connector is gone. */
	drop(id: string): void {
		const known = this.known.get(id);
		if (known?.plain) this.invalidate(known.sheet);
		this.known.delete(id);
		this.pending.delete(id);
		this.looked.remove(id);
	}

	/**
	 * Notes that something in an area of a sheet came, went or moved: whatever was found by looking there is found anew,
	 * also where the way itself runs elsewhere.
	 */
	disturb(sheet: string, area: Box): void {
		for (const id of this.looked.touching(sheet, area)) this.pending.add(id);
		if (this.obstacles.disturb(sheet, area)) this.invalidate(sheet);
	}

	/** Notes that much changed on a sheet: every way there is found anew. */
	disturbAll(sheet: string): void {
		for (const [id, known] of this.known) if (known.sheet === sheet && known.plain) this.pending.add(id);
		this.obstacles.forget(sheet);
		this.invalidate(sheet);
	}

	/**
	 * Finds the ways that wait, for at most about `budget` ms. Returns the ids of those that now run
	 * elsewhere. Without a budget nothing is left waiting.
	 */
	routePending(budget = Infinity): Set<string> {
		const end = budget === Infinity ? Infinity : Date.now() + budget;
		const isOver = (): boolean => end !== Infinity && Date.now() >= end;
		const moved = new Set<string>();
		for (const id of this.pending) {
			this.pending.delete(id);
			if (this.reroute(id)) moved.add(id);
			if (isOver()) return moved;
		}
		for (const sheet of this.stale) {
			do {
				let job = this.jobs.get(sheet);
				const start = Date.now();
				if (!job && end !== Infinity && start < (this.rests.get(sheet) ?? 0)) break;
				// Who waits for the end needs none that is out of date.
				if (!job || (job.isOld && end === Infinity)) this.jobs.set(sheet, (job = this.nudging(sheet)));
				const isDone = job.nudging.run(isOver);
				job.took += Date.now() - start;
				if (!isDone) return moved;
				this.jobs.delete(sheet);
				this.rests.set(sheet, Date.now() + Math.min(MAX_REST, REST_FACTOR * job.took));
				if (!job.isOld) this.stale.delete(sheet);
				for (const id of this.accept(job)) moved.add(id);
				if (isOver()) return moved;
			} while (this.stale.has(sheet));
		}
		return moved;
	}

	private reroute(id: string): boolean {
		const connector = this.find(id);
		const ends = isConnector(connector) ? endsOf(connector, this.find) : undefined;
		if (!isConnector(connector) || !ends) {
			this.known.delete(id);
			return false;
		}
		const areas: Box[] = [];
		const path = rightAngledPath(connector, ends, (sheet, area) => {
			areas.push(area);
			return this.near(sheet, area);
		});
		const area = unionOf(areas);
		if (area) this.looked.place(id, connector.sheet, area);
		else this.looked.remove(id);
		const before = this.known.get(id);
		this.invalidate(connector.sheet);
		if (before?.plain && samePath(before.plain.routed.path, path)) return false;
		const route = { path: trimmed(path, ends), isExit: isExitOf(ends) };
		const routed = {
			id,
			path,
			from: ends.from && tieBox(ends.from, ends.a),
			to: ends.to && tieBox(ends.to, ends.b),
			// A path set by hand is kept as it is; others make room for it.
			isFixed: Boolean(connector.bends?.length) || isSelf(ends),
		};
		this.known.set(id, { sheet: connector.sheet, plain: { routed, ends }, route });
		return !before || !samePath(before.route.path, route.path);
	}

	/**
	 * Notes that lines have to be kept apart anew. What is being worked out is finished all the same: where edits rain
	 * in it would never come to an end otherwise.
	 */
	private invalidate(sheet: string): void {
		this.stale.add(sheet);
		const job = this.jobs.get(sheet);
		if (job) job.isOld = true;
	}

	/** Starts to keep the right-angled paths of a sheet apart. */
	private nudging(sheet: string): Job {
		const plains = [...this.known.values()].flatMap((known) =>
			known.sheet === sheet && known.plain ? known.plain : [],
		);
		const near = this.obstacles.of(sheet, (box) =>
			this.near(sheet, box).flatMap((object) => (blocksWay(object) ? boundsOf(boxOf(object.box)) : [])),
		);
		const nudging = new Nudging(
			plains.map(({ routed }) => routed),
			near,
		);
		return { nudging, plains, isOld: false, took: 0 };
	}

	/**
	 * Takes the paths of a finished nudging over; returns the ids of those that now run elsewhere.
	 */
	private accept({ nudging, plains }: Job): string[] {
		const moved: string[] = [];
		nudging.paths.forEach((apart, i) => {
			const plain = plains[i]!;
			const { id } = plain.routed;
			const known = this.known.get(id);
			// What got another way meanwhile waits for the next turn.
			if (known?.plain !== plain || (known.apart && samePath(known.apart, apart))) return;
			known.apart = apart;
			const path = trimmed(apart, plain.ends);
			if (samePath(known.route.path, path)) return;
			known.route = { ...known.route, path, isExit: isExitOf(plain.ends) };
			moved.push(id);
		});
		return [...moved, ...this.labelLines(plains)];
	}

	/** Places the labels of lines; returns the ids of those whose label stands elsewhere now. */
	private labelLines(plains: Job['plains']): string[] {
		const lines = plains.flatMap(({ routed: { id } }): LabelledLine[] => {
			const [connector, known] = [this.find(id), this.known.get(id)];
			if (!isConnector(connector) || !known) return [];
			return [{ connector, path: known.route.path, isExit: known.route.isExit === true }];
		});
		const [first] = lines;
		if (!first) return [];
		const boxesIn = (area: Box): Box[] =>
			this.near(first.connector.sheet, area).flatMap((object) =>
				blocksWay(object) ? boundsOf(boxOf(object.box)) : [],
			);
		return [...placeLabels(lines, boxesIn)].flatMap(([id, label]) => {
			const known = this.known.get(id)!;
			const before = known.route.label;
			if (before && Math.abs(before.x - label.x) < 0.01 && Math.abs(before.y - label.y) < 0.01) return [];
			known.route = { ...known.route, label };
			return [id];
		});
	}
}

interface Job {
	nudging: Nudging;
	plains: NonNullable<CachedRoute['plain']>[];
	/** Whether something changed since it began. */
	isOld: boolean;
	/** How long it has been worked on, ms. */
	took: number;
}

const samePath = (a: Path, b: Path): boolean =>
	a.length === b.length &&
	a.every((p, i) => Math.abs(p.x - b[i]!.x) < 0.01 && Math.abs(p.y - b[i]!.y) < 0.01);
