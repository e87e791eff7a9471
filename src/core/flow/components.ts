/** Parts of a flow that lead back into themselves, and the links by which they do. */
import { firstStep, startsOf, type FlowGraph, type WholeLink } from './flow';

/**
 * Strongly connected components, so that none is followed by one that leads to it (R. Tarjan,
 * "Depth-first search and linear graph algorithms", 1972), without calls in calls.
 */
export function componentsOf({ steps, exits }: FlowGraph): string[][] {
	const index = new Map<string, number>();
	const low = new Map<string, number>();
	const stack: string[] = [];
	const isOnStack = new Set<string>();
	const components: string[][] = [];
	for (const root of steps.keys()) {
		if (index.has(root)) continue;
		const open: { id: string; next: number }[] = [{ id: root, next: 0 }];
		while (open.length > 0) {
			const top = open.at(-1)!;
			if (top.next === 0) {
				index.set(top.id, index.size);
				low.set(top.id, index.get(top.id)!);
				stack.push(top.id);
				isOnStack.add(top.id);
			}
			const link = exits.get(top.id)![top.next++];
			if (link) {
				if (!index.has(link.to)) open.push({ id: link.to, next: 0 });
				else if (isOnStack.has(link.to)) low.set(top.id, Math.min(low.get(top.id)!, index.get(link.to)!));
				continue;
			}
			open.pop();
			const above = open.at(-1);
			if (above) low.set(above.id, Math.min(low.get(above.id)!, low.get(top.id)!));
			if (low.get(top.id) !== index.get(top.id)) continue;
			const component = stack.splice(stack.lastIndexOf(top.id));
			for (const id of component) isOnStack.delete(id);
			components.push(component);
		}
	}
	return components.reverse();
}

/** Whether a component leads back into itself: several steps, or one with a link to itself. */
export const isLoop = (component: readonly string[], { exits }: FlowGraph): boolean =>
	component.length > 1 || exits.get(component[0]!)!.some(({ to }) => to === component[0]);

/**
 * Links that lead back to a step on the way to them, found depth first from the starts: without
 * them nothing leads in a circle. Links of a step to itself are among them.
 */
export function findBackLinks(graph: FlowGraph, exitsOf = byDrawing(graph)): Set<WholeLink> {
	const back = new Set<WholeLink>();
	const state = new Map<string, 'open' | 'done'>();
	const first = firstStep(graph);
	const order = [...startsOf(graph).starts, ...(first === undefined ? [] : [first]), ...graph.steps.keys()];
	for (const root of order) {
		if (state.has(root)) continue;
		state.set(root, 'open');
		const open = [{ id: root, exits: exitsOf(root), next: 0 }];
		while (open.length > 0) {
			const top = open.at(-1)!;
			const link = top.exits[top.next++];
			if (!link) {
				state.set(top.id, 'done');
				open.pop();
			} else if (state.get(link.to) === 'open') back.add(link);
			else if (!state.has(link.to)) {
				state.set(link.to, 'open');
				open.push({ id: link.to, exits: exitsOf(link.to), next: 0 });
			}
		}
	}
	return back;
}

const byDrawing =
	({ exits }: FlowGraph) =>
	(id: string): readonly WholeLink[] =>
		exits.get(id)!;

/** Steps so that each comes after all that lead to it, links back left aside. */
export function inFlowOrder(graph: FlowGraph, back: ReadonlySet<WholeLink>): string[] {
	const waiting = new Map(
		[...graph.steps.keys()].map((id) => [
			id,
			graph.entries.get(id)!.filter((link) => !back.has(link)).length,
		]),
	);
	const order = [...waiting].flatMap(([id, count]) => (count === 0 ? [id] : []));
	for (let i = 0; i < order.length; i++)
		for (const link of graph.exits.get(order[i]!)!) {
			if (back.has(link)) continue;
			const left = waiting.get(link.to)! - 1;
			waiting.set(link.to, left);
			if (left === 0) order.push(link.to);
		}
	return order;
}
