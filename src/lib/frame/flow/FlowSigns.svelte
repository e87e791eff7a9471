<script lang="ts">
	/** Marks on the steps and lines that something was found at, while the check is looked at. */
	import { isDecision } from '$core/board/flow-shapes';
	import { middleOf } from '$core/link/polyline';
	import type { Point } from '$core/geometry/box';
	import { m } from '$lib/messages';
	import type { Board } from '../../board/board.svelte';
	import SignLayer from '../../board/SignLayer.svelte';
	import type { FlowState } from './flow-state.svelte';

	const { board, flow }: { board: Board; flow: FlowState } = $props();

	const signs = $derived.by(() => {
		const model = board.room.observed;
		const found = new Map<string, string[]>();
		for (const { at, says } of flow.open) found.set(at, [...(found.get(at) ?? []), says]);
		return [...found].flatMap(([id, all]) => {
			const at = placeOf(model, id);
			return at && model.find(id)!.sheet === board.sheet ? [{ id, all, ...at }] : [];
		});
	});

	function placeOf(model: Board['model'], id: string): Point | undefined {
		const route = model.routeOf(id);
		if (route) return middleOf(route.path).at;
		const box = model.boundsOf(id);
		// A rhomb has nothing at the corner of its box.
		return box && { x: isDecision(model.find(id)!) ? box.x + box.w / 2 : box.x, y: box.y };
	}
</script>

{#if signs.length > 0}
	<SignLayer {board} name="flow-signs">
		{#each signs as { id, all, x, y } (id)}
			<button
				type="button"
				class="at attention"
				style:--x={x}
				style:--y={y}
				title={all.join('\n')}
				aria-label="{m.flow_sign({ count: all.length })}: {all.join(' ')}"
				onclick={() => board.select([id])}>{all.length > 1 ? all.length : '!'}</button
			>
		{/each}
	</SignLayer>
{/if}
