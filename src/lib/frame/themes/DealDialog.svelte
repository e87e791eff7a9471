<script lang="ts">
	/** Notes one after the other, sorted by one person. */
	import { m } from '$lib/messages';
	import type { Board } from '../../board/board.svelte';
	import Dialog from '../../ui/Dialog.svelte';
	import { lineOf } from '../wayfinder/tree';
	import DealTable from './DealTable.svelte';
	import type { DealState } from './deal.svelte';

	const { board, deal }: { board: Board; deal: DealState } = $props();
	/** What is left is shown by theme, before it is taken. */
	let showsRest = $state(false);

	const nameOf = (id: string): string => deal.themes.find((theme) => theme.id === id)?.name ?? '';
	const left = $derived(deal.rest.reduce((sum, { notes }) => sum + notes.length, 0));
	const textOf = (id: string): string => {
		const note = board.room.observed.find(id);
		return note ? lineOf(note) : m.note_gone();
	};

	// Whoever may no longer change the sheet cannot sort on.
	$effect(() => {
		if (deal.isOpen && !board.mayAll) close();
	});
	$effect(() => {
		if (left === 0) showsRest = false;
	});

	function close(): void {
		showsRest = false;
		deal.close();
	}

	function takeRest(): void {
		if (showsRest) deal.takeRest();
		showsRest = !showsRest;
	}

	function onkey(key: string): boolean {
		if (key === 't' && left > 0) takeRest();
		else if (key === 'Enter' && showsRest) takeRest();
		else if (key === 'Escape' && showsRest) showsRest = false;
		else return false;
		return true;
	}
</script>

{#snippet rest()}
	<h3>{m.deal_rest({ count: left })}</h3>
	<div class="rest" data-testid="deal-rest">
		{#each deal.rest as { theme, notes } (theme)}
			<section>
				<h4>{nameOf(theme)}</h4>
				<ul>
					{#each notes as id (id)}<li>{textOf(id)}</li>{/each}
				</ul>
			</section>
		{/each}
	</div>
	<div class="actions">
		<button type="button" class="button main" onclick={takeRest}>{m.deal_take({ count: left })}</button>
		<button type="button" class="button" onclick={() => (showsRest = false)}>{m.deal_one_by_one()}</button>
	</div>
{/snippet}

{#snippet done()}
	<p class="done" role="status">{m.deal_done(deal.count)}</p>
	<div class="actions">
		<button type="button" class="button main" onclick={close}>{m.close()}</button>
		<button type="button" class="button" onclick={() => deal.takeBack()}>{m.deal_back()}</button>
	</div>
{/snippet}

<Dialog open={deal.isOpen} onclose={close} title={m.deal()} wide="very">
	<DealTable dealer={deal} {onkey} instead={showsRest ? rest : deal.note ? undefined : done}>
		{#snippet head()}
			<p class="quiet" data-testid="deal-count">{m.deal_count(deal.count)}</p>
			{#if deal.problem}
				<p class="warn" role="alert">
					{deal.problem}
					<button type="button" class="button" onclick={() => deal.again(false)}>{m.try_again()}</button>
					<button type="button" class="button" onclick={() => deal.again(true)}>{m.themes_by_words()}</button>
				</p>
			{/if}
		{/snippet}
		{#snippet more()}
			{#if left > 0}
				<button type="button" class="button" onclick={takeRest}
					><kbd>T</kbd>{m.deal_take({ count: left })}</button
				>
			{/if}
		{/snippet}
	</DealTable>
</Dialog>

<style>
	.actions {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
		margin-top: 12px;
	}
	kbd {
		margin-right: 6px;
		color: var(--frame-quiet);
		font-size: var(--size-small);
	}
	.rest {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
		gap: 14px;
		max-height: 56vh;
		margin-top: 10px;
		overflow: auto;
	}
	.rest h4 {
		font-weight: 700;
	}
	.rest li {
		padding: 2px 0;
		font-size: var(--size-note);
	}
	.done {
		margin: 16px 0;
		font-size: var(--size-large);
	}
</style>
