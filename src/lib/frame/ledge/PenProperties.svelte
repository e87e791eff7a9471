<script lang="ts">
	/** What the pen in the hand is, or what the eraser takes, and the straight-edge. */
	import { NIB_FORMS, NIBS, type Nib } from '$core/ink/stroke';
	import { m } from '$lib/messages';
	import Ruler from '@lucide/svelte/icons/ruler';
	import type { Board } from '../../board/board.svelte';
	import Choice from '../../ui/Choice.svelte';
	import Pop from '../../ui/Pop.svelte';
	import Swatches from '../../ui/Swatches.svelte';

	const { board, rubs }: { board: Board; rubs: boolean } = $props();

	const NIB_LABELS: Record<Nib, string> = {
		fine: m.nib_fine(),
		round: m.nib_round(),
		broad: m.nib_broad(),
		marker: m.nib_marker(),
	};
	const WIDTHS = [2, 4, 8, 14, 24];
	const ERASERS = [
		{ value: 'whole', label: m.erase_whole() },
		{ value: 'part', label: m.erase_part() },
	] as const;

	function takeNib(nib: Nib): void {
		board.next.nib = nib;
		board.next.width = NIB_FORMS[nib].width;
	}
</script>

{#snippet dot(width: number)}<span
		class="dot"
		style:width="{Math.min(20, width * 0.75 + 2)}px"
		style:height="{Math.min(20, width * 0.75 + 2)}px"
	></span>{/snippet}

{#if rubs}
	<div class="group" role="group" aria-label={m.tool_rub()}>
		{#each ERASERS as { value, label } (value)}
			<button
				type="button"
				class="button plain"
				aria-pressed={board.next.eraser === value}
				onclick={() => (board.next.eraser = value)}>{label}</button
			>
		{/each}
	</div>
{:else}
	<div class="group" role="group" aria-label={m.nib()}>
		{#each NIBS as nib (nib)}
			{@const { width, alpha } = NIB_FORMS[nib]}
			<button
				type="button"
				class="icon-button"
				aria-pressed={board.next.nib === nib}
				aria-label={NIB_LABELS[nib]}
				title={NIB_LABELS[nib]}
				onclick={() => takeNib(nib)}
			>
				<svg width="24" height="24" aria-hidden="true"
					><path
						d="M4 18C8 6 12 20 20 6"
						fill="none"
						stroke="currentColor"
						stroke-opacity={alpha}
						stroke-width={Math.min(9, width * 0.7)}
						stroke-linecap={nib === 'marker' ? 'butt' : 'round'}
					/></svg
				>
			</button>
		{/each}
	</div>
	<Swatches
		of="chalks"
		own
		value={board.next.ink}
		onchoose={(ink) => (board.next.ink = ink)}
		label={m.chalk()}
		size={19}
		folded
	/>
	<Pop label={m.thickness()}>
		{#snippet face()}{@render dot(board.next.width)}{/snippet}
		<Choice
			label={m.thickness()}
			values={WIDTHS.map((value) => ({ value, label: `${m.thickness()} ${value}` }))}
			value={board.next.width}
			face={dot}
			onchoose={(width) => (board.next.width = width)}
		/>
	</Pop>
{/if}
<button
	type="button"
	class="icon-button"
	aria-pressed={board.edge !== undefined}
	aria-label={m.straight_edge()}
	title={m.straight_edge()}
	onclick={() => board.layEdge()}><Ruler size={18} /></button
>

<style>
	.group {
		display: flex;
		flex: none;
		align-items: center;
		gap: 1px;
	}
	.dot {
		display: inline-block;
		border-radius: 50%;
		background: currentColor;
	}
	.button[aria-pressed='true'] {
		background: var(--frame-pressed);
		color: var(--frame-pressed-ink);
	}
</style>
