/**
 * Measures flows: ten of them as drawn against the same tidied, how long a layout and runs take.
 */
import { flowAt } from '$core/board/flows';
import { SHAPE_OF } from '$core/board/flow-shapes';
import { isConnector } from '$core/board/kinds/guards';
import type { BoardModel } from '$core/board/model/model';
import { addObjects, type NewObject } from '$core/board/ops/edits';
import { applyLayout, layoutTask, solveLayout } from '$core/board/ops/flow-layout';
import { SHAPE_FORMS } from '$core/board/shapes';
import { checkFlow } from '$core/flow/check';
import type { LayoutStep } from '$core/flow/layout/input';
import { layOutFlow } from '$core/flow/layout/layout';
import { simulate } from '$core/flow/simulate';
import { randomFlow } from '$core/flow/testing';
import { timesOf } from '$core/flow/times';
import { crosses, lengthOf, type Path } from '$core/link/polyline';
import { overlaps, unionOf, type Box, type Point } from '$core/geometry/box';
import { settingOf } from '$core/board/kinds';
import { sceneContext } from '$core/board/scene';
import { roughMeasure } from '$core/text/fonts';
import { plainText } from '$core/text/rich';
import { DRAWINGS, typeOf, type Drawing } from './flow-drawings';
import { memoryBoard } from './memory-board';
import { figure, quantile } from './report';

const GRID = { x: 230, y: 150 };
const TIMES = 20;

interface Quality {
	crossings: number;
	bends: number;
	length: number;
	area: number;
	/** Labels that a line or a step lies on. */
	covered: number;
}

/** Whether two upright or level stretches cross in their insides. */
function isCrossing(a: Point, b: Point, c: Point, d: Point): boolean {
	const turn = (p: Point, q: Point, r: Point): number =>
		(q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x);
	return turn(a, b, c) * turn(a, b, d) < -1 && turn(c, d, a) * turn(c, d, b) < -1;
}

function crossingsOf(paths: readonly Path[]): number {
	let count = 0;
	paths.forEach((one, i) => {
		for (const other of paths.slice(i + 1))
			for (let k = 1; k < one.length; k++)
				for (let l = 1; l < other.length; l++)
					if (isCrossing(one[k - 1]!, one[k]!, other[l - 1]!, other[l]!)) count++;
	});
	return count;
}

function qualityOf(model: BoardModel): Quality {
	model.routePending();
	const context = sceneContext(model, 'slate', roughMeasure);
	const objects = [...model.objects.values()];
	const lines = objects.filter(isConnector);
	const paths = lines.map(({ id }) => model.routeOf(id)!.path);
	const boxes = objects.filter((object) => !isConnector(object)).map(({ id }) => model.boundsOf(id)!);
	const all = unionOf([...boxes, ...paths.flat().map((p) => ({ ...p, w: 0, h: 0 }))])!;
	const covered = lines.filter((line, i) => {
		if (plainText(line.text) === '') return false;
		const room: Box = settingOf(line, context)!.room;
		const isUnder = paths.some(
			(path, j) => j !== i && path.some((p, k) => k > 0 && crosses(path[k - 1]!, p, room)),
		);
		return isUnder || boxes.some((box) => overlaps(box, room));
	}).length;
	return {
		crossings: crossingsOf(paths),
		bends: paths.reduce((sum, path) => sum + path.length - 2, 0),
		length: paths.reduce((sum, path) => sum + lengthOf(path), 0),
		area: all.w * all.h,
		covered,
	};
}

/** A flow on a board as it was drawn. */
function drawn({ steps, links, name }: Drawing) {
	const board = memoryBoard(name);
	const { editContext, model, sheet } = board;
	const shapes = steps.map((step): NewObject => {
		const [id, short, column, row] = step.split(' ') as [string, string, string, string];
		const shape = SHAPE_OF[typeOf(short)];
		const { w, h } = SHAPE_FORMS[shape].size;
		const [x, y] = [Number(column) * GRID.x, Number(row) * GRID.y];
		return {
			id,
			kind: 'shape',
			sheet,
			box: [x - w / 2, y - h / 2, w, h, 0],
			style: { shape, fill: 'none', chalk: 'white' },
			text: `${id} it`,
		};
	});
	const lines = links.map((link): NewObject => {
		const [, from, to, text = ''] = /^(\w+)>(\w+)(?: (.*))?$/.exec(link)!;
		return {
			kind: 'connector',
			sheet,
			box: [0, 0, 0, 0, 0],
			style: { route: 'right-angled', start: 'none', end: 'arrow', chalk: 'white' },
			ends: [{ object: from! }, { object: to! }],
			text,
		};
	});
	addObjects(editContext, model, [...shapes, ...lines]);
	return { ...board, first: steps[0]!.split(' ')[0]! };
}

const UNITS: Record<keyof Quality, string> = {
	crossings: 'crossings',
	bends: 'bends',
	length: 'board units',
	area: 'square board units',
	covered: 'labels',
};

/** Ten flows as they were drawn, and tidied. */
function compare(): void {
	const sums = { drawn: [] as Quality[], tidied: [] as Quality[] };
	for (const drawing of DRAWINGS) {
		const { model, editContext, first } = drawn(drawing);
		const before = qualityOf(model);
		const flow = flowAt(model, first)!;
		applyLayout(editContext, model, flow, solveLayout(layoutTask(model, flow, 'right')));
		const after = qualityOf(model);
		sums.drawn.push(before);
		sums.tidied.push(after);
		for (const key of Object.keys(UNITS) as (keyof Quality)[]) {
			figure(`flow: ${key}, as drawn`, Math.round(before[key]), UNITS[key], drawing.name);
			figure(`flow: ${key}, tidied`, Math.round(after[key]), UNITS[key], drawing.name);
		}
	}
	for (const key of Object.keys(UNITS) as (keyof Quality)[])
		for (const how of ['drawn', 'tidied'] as const)
			figure(
				`flow: ${key}, ${how}, all ten`,
				Math.round(sums[how].reduce((sum, each) => sum + each[key], 0)),
				UNITS[key],
				'all',
			);
}

/** A large flow whose links lead a few steps on or back, as people draw them. */
function largeFlow(size: number) {
	const { steps, links } = randomFlow(7, size);
	const near = links.map((link) => {
		const [a, b] = [Number(link.from!.slice(1)), Number(link.to!.slice(1))];
		const to =
			Math.abs(a - b) <= 9 ? b : Math.max(1, Math.min(size + 1, a + Math.sign(b - a) * (2 + ((b * 7) % 8))));
		return { id: link.id, from: link.from!, to: `s${to}`, name: link.name };
	});
	const placed = steps.map(({ id, type }, i): LayoutStep => ({
		id,
		type,
		w: 160,
		h: 80,
		x: (i * 733) % 3000,
		y: (i * 977) % 2000,
	}));
	return { flow: { steps, links: near }, placed };
}

function timed(name: string, unitOf: string, work: () => unknown): void {
	const took = Array.from({ length: TIMES }, () => {
		const start = performance.now();
		work();
		return performance.now() - start;
	});
	figure(`flow: ${name}, middle`, quantile(took, 0.5), 'ms', unitOf);
	figure(`flow: ${name}, worst`, Math.max(...took), 'ms', unitOf);
}

export function benchFlow(): void {
	compare();
	for (const size of [30, 300]) {
		const { flow, placed } = largeFlow(size);
		timed('layout', `${size} steps`, () => layOutFlow(placed, flow.links, 'right'));
		timed('check', `${size} steps`, () => checkFlow(flow));
	}
	const { flow } = largeFlow(30);
	const minutes = { least: 2, likely: 5, most: 14 };
	const withMinutes = { ...flow, steps: flow.steps.map((step) => ({ ...step, minutes })) };
	timed('times', '30 steps', () => timesOf(withMinutes));
	timed('10,000 runs', '30 steps', () => simulate(withMinutes, 1));
}
