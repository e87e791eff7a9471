/**
 * Fields and lanes whose flow is kept tidy: whoever changes something in it has it laid out anew,
 * in the same step of undo.
 */
import { flowAt, flowScopeOf, stepBy, type BoardFlow } from '$core/board/flows';
import type { BoardObject } from '$core/board/objects';
import { applyLayout, isSame, layoutTask, type FlowLayoutTask } from '$core/board/ops/flow-layout';
import { patch } from '$core/board/store';
import type { FlowDirection } from '$core/flow/layout/input';
import type { FlowLayout } from '$core/flow/layout/layout';
import type { Board } from './board.svelte';
import { solveBeside } from './flow-worker';

/** How long after a change it is tidied, ms: what comes in quick succession is tidied once. */
const WAIT_MS = 180;

/** How long after a change of one's own somebody else's may still have been made without it, ms. */
const NEW_MS = 3000;

/** Marks what is tidied beside the steps of undo. */
const BESIDE_STEPS = 'tidied beside steps';

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

/**
 * How a flow is tidied: within the last step of undo, as a part of what its person has just done,
 * or beside all steps, where it follows from what several did or from taking something back.
 */
type Way = 'within the step' | 'beside steps';

/**
 * Tidies what this person changes, where that is wished. Returns how to stop.
 *
 * Whoever changes something tidies it. Two who do so at the same moment tidy what each of them
 * sees, and what comes of both is neither's layout: whoever learns of the other's change while
 * their own is new tidies once more. A layout depends on what stands there alone, so that both may
 * do so, with the same outcome.
 */
export function tidyAsOneWorks(board: Board): () => void {
	const waiting = new Map<string, Way>();
	/** When this person changed something in a flow last, by its field or lanes, ms. */
	const changedAt = new Map<string, number>();
	let timer: ReturnType<typeof setTimeout> | undefined;
	let isSolving = false;
	let isApplying = false;
	let isStopped = false;
	/** How often something was taken back or done again. */
	let takenBack = 0;

	async function tidy(): Promise<void> {
		// Not under the hand, not while one writes, and one after the other.
		if (board.held.isBusy || board.editing || isSolving) return wait();
		const scopes = [...waiting];
		waiting.clear();
		isSolving = true;
		try {
			for (const [id, way] of scopes) await tidyOne(id, way);
		} finally {
			isSolving = false;
		}
	}
	async function tidyOne(id: string, way: Way): Promise<void> {
		const task = taskOf(board, id);
		if (!task) return;
		const before = takenBack;
		const layout = await solveBeside(task);
		if (isStopped || !board.mayAll) return;
		// The last step is not the one any more that this belongs to.
		const now = before === takenBack ? way : 'beside steps';
		const flow = flowAt(board.model, id);
		if (flow && isSame(task, taskOf(board, id))) return apply(flow, layout, now);
		waiting.set(id, waiting.get(id) ?? now);
		wait();
	}
	function apply(flow: BoardFlow, layout: FlowLayout, way: Way): void {
		const { editContext } = board.room;
		const beside = { ...editContext, origin: BESIDE_STEPS };
		isApplying = true;
		try {
			if (way === 'beside steps') applyLayout(beside, board.model, flow, layout);
			else board.steps.joinLast(() => void applyLayout(editContext, board.model, flow, layout));
		} finally {
			isApplying = false;
		}
	}
	function wait(): void {
		clearTimeout(timer);
		if (!isStopped) timer = setTimeout(() => void tidy(), WAIT_MS);
	}
	/** Whether this person changed the flow when they cannot have known what others did to it. */
	function isNew(scope: string): boolean {
		const at = changedAt.get(scope);
		return at !== undefined && (board.room.unconfirmed > 0 || Date.now() - at < NEW_MS);
	}
	const stop = board.model.onChange(({ changed, removed, local }) => {
		if (isApplying || !board.mayAll) return;
		const isTakenBack = board.undo.undoing || board.undo.redoing;
		if (isTakenBack) {
			takenBack++;
			// What waits is tidied all the same, but would become a part of the step before.
			for (const scope of waiting.keys()) waiting.set(scope, 'beside steps');
		}
		for (const scope of tidyScopesOf(board, changed, removed.size > 0)) {
			if (!local && !isNew(scope)) continue;
			if (local) changedAt.set(scope, Date.now());
			const way = local && !isTakenBack ? 'within the step' : 'beside steps';
			if (waiting.get(scope) !== 'within the step') waiting.set(scope, way);
		}
		if (waiting.size > 0) wait();
	});
	return () => {
		isStopped = true;
		clearTimeout(timer);
		stop();
	};
}

/** What is to be laid out in a field or lanes that are kept tidy. */
function taskOf({ model }: Board, id: string): FlowLayoutTask | undefined {
	const direction = model.find(id)?.tidy;
	const flow = direction && flowAt(model, id);
	return flow && flow.scope === id ? layoutTask(model, flow, direction) : undefined;
}

/** Fields and lanes that are kept tidy, with something in them that was changed. */
function tidyScopesOf(board: Board, changed: Iterable<string>, isAnyGone: boolean): Set<string> {
	const { model } = board;
	// What is gone cannot be asked where it was: all that is kept tidy here is looked at.
	const scopes = new Set(isAnyGone ? tidyScopesOn(board) : []);
	for (const id of changed) {
		const object = model.find(id);
		const step = object && stepBy(model, object);
		const scope = step && flowScopeOf(model, step);
		if (scope?.tidy) scopes.add(scope.id);
	}
	return scopes;
}

/** Fields and lanes on the sheet whose flows are kept tidy. */
const tidyScopesOn = ({ model, sheet }: Board): string[] =>
	[...model.containers].filter((id) => {
		const object = model.find(id);
		return object?.sheet === sheet && object.tidy !== undefined;
	});
