/**
 * Fields and lanes whose flow is kept tidy: whoever changes something in it has it laid out anew,
 * in the same step of undo.
 */
import { flowAt, flowScopeOf } from '$core/board/flows';
import { isConnector } from '$core/board/kinds/guards';
import { traitsOf } from '$core/board/kinds/traits';
import type { BoardObject } from '$core/board/objects';
import { applyLayout, layoutTask } from '$core/board/ops/flow-layout';
import { patch, transact } from '$core/board/store';
import type { FlowDirection } from '$core/flow/layout/input';
import type { Board } from './board.svelte';
import { solveBeside } from './flow-worker';

/** How long after a change it is tidied, ms: what comes in quick succession is tidied once. */
const WAIT_MS = 180;

type Wishing = Pick<Board, 'selected' | 'model'>;

/** The field, or the lanes, that what is selected stands in, and how its flow is kept tidy. */
export function tidyWishOf(
	board: Wishing,
): { scope: BoardObject; direction: FlowDirection | undefined } | undefined {
	const [first] = board.selected;
	const object = isConnector(first) ? firstEnd(board, first) : first;
	const scope = object && flowScopeOf(board.model, object);
	return scope && { scope, direction: scope.tidy };
}

function firstEnd({ model }: Wishing, line: BoardObject): BoardObject | undefined {
	if (!isConnector(line)) return undefined;
	const end = line.ends.find((each) => 'object' in each);
	return end && 'object' in end ? model.find(end.object) : undefined;
}

/** Keeps the flow of a field tidy from now on, or lets it be. */
export function keepTidy(board: Board, direction: FlowDirection | undefined): void {
	const wish = tidyWishOf(board);
	if (wish) keepFlowTidy(board, wish.scope.id, direction);
}

/** The same for a field or lanes by their id. */
export function keepFlowTidy(board: Board, scope: string, direction: FlowDirection | undefined): void {
	if (!board.mayAll || board.model.find(scope)?.lock) return;
	const { editContext } = board.room;
	board.asOne(() => transact(editContext, () => patch(editContext, scope, { tidy: direction })));
	if (direction) void tidyScope(board, scope, true);
}

async function tidyScope(board: Board, id: string, isFollowing: boolean): Promise<void> {
	const direction = board.model.find(id)?.tidy;
	const flow = direction && flowAt(board.model, id);
	if (!flow || flow.scope !== id) return;
	const { revision } = board.model;
	const layout = await solveBeside(layoutTask(board.model, flow, direction));
	// What changed meanwhile is tidied in its turn.
	if (!board.mayAll || (isFollowing && board.model.revision !== revision)) return;
	const apply = (): void => void applyLayout(board.room.editContext, board.model, flow, layout);
	if (isFollowing) board.steps.joinLast(apply);
	else board.asOne(apply);
}

/** Tidies what this person changes, where that is wished. Returns how to stop. */
export function tidyAsOneWorks(board: Board): () => void {
	const waiting = new Set<string>();
	let timer: ReturnType<typeof setTimeout> | undefined;
	let isTidying = false;

	const scopesOf = (ids: Iterable<string>): void => {
		for (const id of ids) {
			const object = board.model.find(id);
			const near = isConnector(object) ? firstEnd(board, object) : object;
			if (!near || near.sheet === undefined) continue;
			const scope = traitsOf(near).contents === 'inside' ? near : flowScopeOf(board.model, near);
			if (scope?.tidy) waiting.add(scope.id);
		}
	};
	const tidy = (): void => {
		// Not under the hand, and not while one writes.
		if (board.held.isBusy || board.editing) return wait();
		const scopes = [...waiting];
		waiting.clear();
		void (async () => {
			for (const id of scopes) {
				isTidying = true;
				try {
					await tidyScope(board, id, true);
				} finally {
					isTidying = false;
				}
			}
		})();
	};
	function wait(): void {
		clearTimeout(timer);
		timer = setTimeout(tidy, WAIT_MS);
	}
	const stop = board.model.onChange(({ changed, removed, local }) => {
		const { undoing, redoing } = board.undo;
		if (!local || isTidying || undoing || redoing || !board.mayAll) return;
		// What is gone cannot be asked where it was: all flows that are kept tidy here are looked
		// at.
		if (removed.size > 0) scopesOf(tidyScopesOn(board));
		scopesOf(changed);
		if (waiting.size > 0) wait();
	});
	return () => {
		clearTimeout(timer);
		stop();
	};
}

/** Fields and lanes on the sheet whose flows are kept tidy. */
const tidyScopesOn = ({ model, sheet }: Board): string[] =>
	[...model.containers].filter((id) => {
		const object = model.find(id);
		return object?.sheet === sheet && object.tidy !== undefined;
	});
