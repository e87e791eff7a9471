/** Measures maps: laying out up to 5,000 branches, and what a new one costs the board. */
import { randomFrom } from '$core/board/generate';
import type { BoardModel } from '$core/board/model/model';
import { addObjects, type NewObject } from '$core/board/ops/edits';
import { addBranch } from '$core/board/ops/new-branches';
import type { EditContext } from '$core/board/store';
import { layOutMap, MAP_LAYOUTS, type MapNode } from '$core/mindmap/layout';
import { freshKeys } from '$core/order/keys';
import { memoryBoard } from './memory-board';
import { figure, p95, quantile } from './report';

const COUNTS = [1_000, 5_000];
const TIMES = 40;

interface Node extends MapNode {
	branches: Node[];
}

/** A map of sizes and depths as they come about, and the parent of each branch. */
function randomMap(count: number): { root: Node; parents: number[] } {
	const random = randomFrom(7);
	const node = (i: number): Node => ({
		id: `b${i}`,
		w: 90 + random() * 120,
		h: 40 + random() * 60,
		side: random() < 0.5 ? 'left' : 'right',
		branches: [],
	});
	const all = [node(0)];
	const parents = [-1];
	while (all.length < count) {
		const parent = Math.floor(random() ** 1.5 * all.length);
		const next = node(all.length);
		all[parent]!.branches.push(next);
		all.push(next);
		parents.push(parent);
	}
	return { root: all[0]!, parents };
}

/** The same map on a board. */
function onBoard(parents: readonly number[]): { model: BoardModel; editContext: EditContext } {
	const { model, editContext, sheet } = memoryBoard('Map');
	const keys = freshKeys(parents.length);
	addObjects(
		editContext,
		model,
		parents.map((parent, i): NewObject => ({
			id: `b${i}`,
			kind: 'note',
			sheet,
			box: [0, 0, 160, 96, 0],
			style: { form: 'card', pigment: 'ochre' },
			...(parent < 0
				? {}
				: { branch: { parent: `b${parent}`, order: keys[i]!, movedAt: 1, side: i % 2 ? 'left' : 'right' } }),
		})),
	);
	return { model, editContext };
}

function benchOne(branches: number): void {
	const { root, parents } = randomMap(branches);
	const label = `${branches} branches`;
	for (const layout of MAP_LAYOUTS) {
		const times = Array.from({ length: TIMES }, () => {
			const start = performance.now();
			layOutMap(root, layout);
			return performance.now() - start;
		});
		figure(`map: layout ${layout}, median`, quantile(times, 0.5), 'ms', label);
		figure(`map: layout ${layout}, p95`, p95(times), 'ms', label);
	}
	const { model, editContext } = onBoard(parents);
	const random = randomFrom(9);
	const times = Array.from({ length: TIMES }, () => {
		const parent = `b${Math.floor(random() * branches)}`;
		const start = performance.now();
		addBranch(editContext, model, { parent, index: 0 });
		return performance.now() - start;
	});
	figure('map: a new branch on the board, median', quantile(times, 0.5), 'ms', label);
	figure('map: a new branch on the board, p95', p95(times), 'ms', label);
}

export function benchMap(): void {
	for (const branches of COUNTS) benchOne(branches);
}
