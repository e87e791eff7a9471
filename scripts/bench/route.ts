/** Measures routing: all of a board at once, and what is touched by a drag in each of its frames. */
import { addObjects, type NewObject } from '$core/board/ops/edits';
import { randomFrom } from '$core/board/generate';
import type { BoardModel } from '$core/board/model/model';
import type { BoardObject } from '$core/board/objects';
import { routeAlone } from '$core/board/model/routes';
import { memoryBoard } from './memory-board';
import { figure, p95, quantile } from './report';

const SHAPES = 260;
const COLUMNS = 20;

/** A crowded flow: shapes in loose rows, `links` right-angled connectors between neighbours and farther ones. */
function flow(links: number): { model: BoardModel; ids: string[] } {
	const { model, editContext, sheet } = memoryBoard('Flow');
	const random = randomFrom(4);
	const shapes = Array.from({ length: SHAPES }, (_, i): NewObject => ({
		id: `s${i}`,
		kind: 'shape',
		sheet,
		box: [(i % COLUMNS) * 260 + random() * 60, Math.floor(i / COLUMNS) * 190 + random() * 50, 160, 80, 0],
		style: { shape: 'process', fill: 'none', chalk: 'white' },
	}));
	const reach = [1, COLUMNS, COLUMNS + 1, COLUMNS - 1, 2, 3, 2 * COLUMNS];
	const connectors = Array.from({ length: links }, (): NewObject => {
		const from = Math.floor(random() * SHAPES);
		const to = (from + reach[Math.floor(random() * reach.length)]!) % SHAPES;
		return {
			kind: 'connector',
			sheet,
			box: [0, 0, 0, 0, 0],
			style: { route: 'right-angled', start: 'none', end: 'arrow', chalk: 'white' },
			ends: [{ object: `s${from}` }, { object: `s${to}` }],
		};
	});
	addObjects(editContext, model, [...shapes, ...connectors]);
	return { model, ids: shapes.map((shape) => shape.id!) };
}

export function benchRoute(): void {
	const { model, ids } = flow(500);
	const start = performance.now();
	model.routePending();
	const label = `${SHAPES} shapes, 500 connectors`;
	figure('route: the whole board', performance.now() - start, 'ms', label);

	const frames: number[] = [];
	const touched: number[] = [];
	for (const id of ids.slice(40, 120)) {
		const object = model.find(id)!;
		const ties = model.tiesOf(id);
		touched.push(ties.length);
		for (let frame = 0; frame < 20; frame++) {
			const [x, y, w, h, angle] = object.box;
			const moved = { ...object, box: [x + frame * 9, y + frame * 5, w, h, angle] } as BoardObject;
			const find = (each: string): BoardObject | undefined => (each === id ? moved : model.find(each));
			const began = performance.now();
			for (const tie of ties) {
				const connector = model.find(tie);
				if (connector?.kind === 'connector') {
					routeAlone(connector, find, (sheet, box) => [
						...model.obstaclesIn(sheet, box).filter((each) => each.id !== id),
						moved,
					]);
				}
			}
			frames.push(performance.now() - began);
		}
	}
	figure('route: connectors touched by a drag, a frame, p95', p95(frames), 'ms', label);
	figure('route: connectors touched by a drag, a frame, median', quantile(frames, 0.5), 'ms', label);
	figure('route: connectors touched by a drag, p95', p95(touched), 'connectors', label);
}
