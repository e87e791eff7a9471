<script lang="ts">
	/**
	 * What one person sees of a round in which everybody sorts: the next note, and how far all are.
	 */
	import { m } from '$lib/messages';
	import type { Room } from '../../room/room.svelte';
	import DealTable from './DealTable.svelte';
	import { TogetherDealer } from './together.svelte';

	const { room }: { room: Room } = $props();
	const dealer = $derived(new TogetherDealer(room));
	const round = $derived(room.round.shown);
	const nameOf = (id: string): string => round?.themes.find((theme) => theme.id === id)?.name ?? '';
	/** Pairs that this person was asked about already. */
	let dismissed = $state.raw<ReadonlySet<string>>(new Set());
	let table = $state<DealTable>();
	const similar = $derived(round?.similar.find((pair) => !dismissed.has(pair.join(' '))));

	function settle(pair: readonly [string, string], joins: boolean): void {
		if (joins) dealer.join(pair);
		dismissed = new Set([...dismissed, pair.join(' ')]);
		table?.takeKeys();
	}
</script>

{#snippet done()}
	<p class="done" role="status">{m.together_done()}</p>
	<div>
		<button type="button" class="button" onclick={() => dealer.takeBack()}>{m.deal_back()}</button>
	</div>
{/snippet}

{#if round}
	<DealTable bind:this={table} {dealer} instead={dealer.note ? undefined : done}>
		{#snippet head()}
			<p class="quiet" data-testid="together-count">
				{m.together_count({
					through: round.progress.through,
					notes: round.notes,
					own: dealer.answered,
				})}
			</p>
			{#if room.round.isOffline}
				<p class="warn" role="status">{m.together_offline({ count: room.round.waiting.length })}</p>
			{/if}
			{#if room.round.problem}<p class="warn" role="alert">{room.round.problem}</p>{/if}
			{#if similar}
				<p class="similar" data-testid="similar">
					{m.together_similar({ one: nameOf(similar[0]), other: nameOf(similar[1]) })}
					<button type="button" class="button" onclick={() => settle(similar, true)}
						>{m.together_join()}</button
					>
					<button type="button" class="button" onclick={() => settle(similar, false)}
						>{m.together_keep_both()}</button
					>
				</p>
			{/if}
		{/snippet}
	</DealTable>
{:else}
	<p class="quiet" role="status">{m.together_opening()}</p>
{/if}

<style>
	.similar {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
		align-items: center;
		margin-top: 6px;
	}
	.done {
		margin: 16px 0;
		font-size: var(--size-large);
	}
</style>
