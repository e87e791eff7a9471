/**
 * Fields and lanes whose flow is kept tidy: whoever changes something in it has it laid out anew,
 * in the same step of undo.
 */
import { flowAt, flowScopeOf, stepBy } from '$core/board/flows';
import type { BoardObject } from '$core/board/objects';
import { applyLayout, layoutTask } from '$core/board/ops/flow-layout';
import { patch } from '$core/board/store';
import type { FlowDirection } from '$core/flow/layout/input';
import type { Board } from './board.svelte';
import { solveBeside } from './flow-worker';

/** How long after a change it is tidied, ms: what comes in quick succession is tidied once. */
const WAIT_MS = 180;

/** The field, or the lanes, that what is selected stands in, and how its flow is kept tidy. */
export function tidyWishOf({
	model,
	selected: [first],
}: Pick<Board, 'selected' | 'model'>):
	{ scope: BoardObject; direction: FlowDirection | undefined } | undefined {
	const step = first && stepBy(model, first);
	const scope = step && flowScopeOf(model, step);
	return scope && { scope, direction: scope.tidy };
}

/** Keeps the flow of a field tidy from now on, or lets it be. */
export function keepTidy(board: Board, direction: FlowDirection | undefined): void {
	const wish = tidyWishOf(board);
	if (wish) keepFlowTidy(board, wish.scope.id, direction);
}

/** The same for a field or lanes by their id. Whoever tidies as one works does the rest. */
export function keepFlowTidy(board: Board, scope: string, direction: FlowDirection | undefined): void {
	if (!board.mayAll || board.model.find(scope)?.lock) return;
	board.asOne(() => patch(board.room.editContext, scope, { tidy: direction }));
}

/** Tidies what this person changes, where that is wished. Returns how to stop. */
export function tidyAsOneWorks(board: Board): () => void {
	const waiting = new Set<string>();
	let timer: ReturnType<typeof setTimeout> | undefined;
	/** What is worked out now: what is changed meanwhile makes it worth nothing. */
	let asked = 0;
	let isApplying = false;

	async function tidy(): Promise<void> {
		// Not under the hand, and not while one writes.
		if (board.held.isBusy || board.editing) return wait();
		const turn = ++asked;
		const scopes = [...waiting];
		waiting.clear();
		for (const [i, id] of scopes.entries()) {
			const direction = board.model.find(id)?.tidy;
			const flow = direction && flowAt(board.model, id);
			if (!flow || flow.scope !== id) continue;
			const { revision } = board.model;
			const layout = await solveBeside(layoutTask(board.model, flow, direction));
			if (turn !== asked || !board.mayAll) return;
			if (board.model.revision !== revision) {
				for (const left of scopes.slice(i)) waiting.add(left);
				return wait();
			}
			isApplying = true;
			try {
				board.steps.joinLast(() => void applyLayout(board.room.editContext, board.model, flow, layout));
			} finally {
				isApplying = false;
			}
		}
	}
	function wait(): void {
		clearTimeout(timer);
		timer = setTimeout(() => void tidy(), WAIT_MS);
	}
	const stop = board.model.onChange(({ changed, removed, local }) => {
		if (!local || isApplying || !board.mayAll) return;
		if (board.undo.undoing || board.undo.redoing) {
			// What was waited for is taken back: tidied, it would become a part of the step before.
			clearTimeout(timer);
			waiting.clear();
			asked++;
			return;
		}
		// What is gone cannot be asked where it was: all that is kept tidy here is looked at.
		const ids = removed.size > 0 ? [...changed, ...tidyScopesOn(board)] : changed;
		for (const id of ids) {
			const object = board.model.find(id);
			const step = object && stepBy(board.model, object);
			const scope = step && flowScopeOf(board.model, step);
			if (scope?.tidy) waiting.add(scope.id);
		}
		if (waiting.size > 0) wait();
	});
	return () => {
		clearTimeout(timer);
		asked++;
		stop();
	};
}

/** Fields and lanes on the sheet whose flows are kept tidy. */
const tidyScopesOn = ({ model, sheet }: Board): string[] =>
	[...model.containers].filter((id) => {
		const object = model.find(id);
		return object?.sheet === sheet && object.tidy !== undefined;
	});
