<script lang="ts">
	/** How far a round is in which everybody sorts, for those who lead. */
	import { m } from '$lib/messages';
	import { numberWords } from '$lib/words/when';
	import type { Room } from '../../room/room.svelte';
	import RoundProgress from '../themes/RoundProgress.svelte';

	const { room, onlook }: { room: Room; onlook: () => void } = $props();
	const round = $derived(room.round.shown);
</script>

{#if round?.led}
	<div class="round" data-testid="round-now">
		<RoundProgress {round} />
		{#if round.led.agreement !== undefined}
			<p>{m.together_agreement({ alpha: numberWords(round.led.agreement, 2) })}</p>
		{/if}
		{#if round.led.disputed.length > 0}
			<p>{m.together_disputed({ count: round.led.disputed.length })}</p>
		{/if}
		<button type="button" class="button" onclick={onlook}>{m.together_look()}</button>
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
