<script lang="ts">
	/** How far a round is in which everybody sorts, for those who lead. */
	import { m } from '$lib/messages';
	import type { Board } from '../../board/board.svelte';
	import RoundProgress from '../themes/RoundProgress.svelte';

	const { board }: { board: Board } = $props();
	const round = $derived(board.room.round.shown);
</script>

{#if round?.led}
	<div class="round" data-testid="round-now">
		<RoundProgress {round} />
		<button type="button" class="button" onclick={() => board.frame.openInstrument('themes')}
			>{m.together_look()}</button
		>
	</div>
{/if}

<style>
	.round {
		display: grid;
		gap: 6px;
		margin: 10px 0;
		font-size: var(--size-note);
	}
</style>
