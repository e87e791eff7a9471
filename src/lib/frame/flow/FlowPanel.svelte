<script lang="ts">
	/**
	 * The flow that is looked at: what is wrong with it, its steps as a table, what its times say.
	 */
	import { m } from '$lib/messages';
	import ArrowDown from '@lucide/svelte/icons/arrow-down-narrow-wide';
	import ArrowRight from '@lucide/svelte/icons/arrow-right-from-line';
	import { FLOW_DIRECTIONS, type FlowDirection } from '$core/flow/layout/input';
	import type { Board } from '../../board/board.svelte';
	import { tidyFlow } from '../../board/flows';
	import { keepFlowTidy } from '../../board/keep-tidy';
	import { attempt } from '../../ui/attempt';
	import FlowCheck from './FlowCheck.svelte';
	import FlowFiles from './FlowFiles.svelte';
	import type { FlowState } from './flow-state.svelte';
	import FlowTimes from './FlowTimes.svelte';
	import StepTable from './StepTable.svelte';

	const { board, flow }: { board: Board; flow: FlowState } = $props();
	const current = $derived(flow.current);
	const scope = $derived(current?.scope === undefined ? undefined : board.room.observed.find(current.scope));
	// What was looked at stays when something else is selected.
	$effect(() => {
		const first = flow.current?.flow.steps[0]?.id;
		if (first !== undefined) flow.look(first);
	});

	const ICONS = { right: ArrowRight, down: ArrowDown };
	const WAYS: Record<FlowDirection, () => string> = {
		right: () => m.flow_to_right(),
		down: () => m.flow_to_down(),
	};
	const nameOf = ({ steps }: { steps: readonly { name: string }[] }): string =>
		m.flow_named({
			count: steps.length,
			name: steps.find(({ name }) => name)?.name.slice(0, 40) || m.step_nameless(),
		});

	function choose(id: string): void {
		flow.look(id);
		board.select([]);
	}
</script>

<h2 class="panel-title">{m.flow()}</h2>
<div class="flow">
	{#if current}
		{#if flow.all.length > 1}
			<select
				class="entry"
				aria-label={m.flow_which()}
				value={current.flow.steps[0]!.id}
				onchange={(event) => choose(event.currentTarget.value)}
			>
				{#each flow.all as { flow: each } (each.steps[0]!.id)}<option value={each.steps[0]!.id}
						>{nameOf(each)}</option
					>{/each}
			</select>
		{/if}
		{#if board.mayAll}
			<div class="row" role="group" aria-label={m.flow_tidy()}>
				<span class="label">{m.flow_tidy()}</span>
				{#each FLOW_DIRECTIONS as direction (direction)}
					{@const Icon = ICONS[direction]}
					<button type="button" class="button" onclick={() => attempt(tidyFlow(board, current, direction))}
						><Icon size={16} />{WAYS[direction]()}</button
					>
				{/each}
			</div>
			{#if scope}
				<label class="row"
					><span class="label">{m.flow_kept_tidy()}</span>
					<select
						class="entry"
						value={scope.tidy ?? ''}
						disabled={scope.lock !== undefined}
						onchange={(event) =>
							keepFlowTidy(
								board,
								scope.id,
								(event.currentTarget.value || undefined) as FlowDirection | undefined,
							)}
					>
						<option value="">{m.flow_not_kept()}</option>
						{#each FLOW_DIRECTIONS as direction (direction)}<option value={direction}
								>{WAYS[direction]()}</option
							>{/each}
					</select>
				</label>
			{/if}
		{/if}
		<FlowCheck {board} {flow} />
		<StepTable {board} {current} />
		<FlowTimes {board} {flow} />
	{:else}
		<p class="quiet">{m.flow_hint()}</p>
	{/if}
	<FlowFiles {board} {current} />
</div>

<style>
	/* Its parts stand apart from each other. */
	.flow :global(h3) {
		margin: 18px 0 4px;
		font-size: var(--size-base);
		font-weight: 700;
	}
	.row {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 6px;
		margin-top: 8px;
	}
</style>
