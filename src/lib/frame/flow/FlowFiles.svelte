<script lang="ts">
	/** Flows in and out of files. */
	import type { BoardFlow } from '$core/board/flows';
	import { FLOW_FORMAT_NAMES, type FlowFormatName } from '$core/flow/formats';
	import { m } from '$lib/messages';
	import Download from '@lucide/svelte/icons/download';
	import Upload from '@lucide/svelte/icons/upload';
	import type { Board } from '../../board/board.svelte';
	import { chooseFlowFile, takeFlowOut } from '../../board/flow-files';
	import { attempt } from '../../ui/attempt';

	const { board, current }: { board: Board; current: BoardFlow | undefined } = $props();
	const LABELS: Record<FlowFormatName, () => string> = {
		graphml: () => m.flow_graphml(),
		dot: () => m.flow_dot(),
		table: () => m.flow_table(),
	};
</script>

<h3 class="label">{m.flow_files()}</h3>
{#if current}
	<div class="row" role="group" aria-label={m.flow_take_out_as()}>
		{#each FLOW_FORMAT_NAMES as name (name)}
			<button type="button" class="button" onclick={() => attempt(takeFlowOut(current, name))}
				><Download size={15} />{LABELS[name]()}</button
			>
		{/each}
	</div>
{/if}
{#if board.mayAll}
	<button type="button" class="button" onclick={() => attempt(chooseFlowFile(board))}
		><Upload size={15} />{m.flow_bring_in()}</button
	>
{/if}

<style>
	.row {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		margin: 4px 0 8px;
	}
</style>
