<script lang="ts">
	/** The desk's instrument for deciding: the vote that is open, what came of those before, and a new one. */
	import { layInColumns, layInOrder, layOnMatrix } from '$core/decide/lay-out';
	import { countdown } from '$core/meeting/clock';
	import type { ShownVote, VoteOrder } from '$core/contract/votes';
	import { m } from '$lib/messages';
	import ChevronLeft from '@lucide/svelte/icons/chevron-left';
	import Plus from '@lucide/svelte/icons/plus';
	import type { Board } from '../../board/board.svelte';
	import { ticking } from '../../ui/time.svelte';
	import { toaster } from '../../ui/toaster';
	import { dayWords } from '$lib/words/when';
	import Ballot from './Ballot.svelte';
	import NewVote from './NewVote.svelte';
	import Result from './Result.svelte';
	import { methodName } from '$lib/words/votes';
	import type { VotesView } from './votes-view.svelte';
	import { attempt } from '../../ui/attempt';

	const { board, view }: { board: Board; view: VotesView } = $props();
	const { room } = $derived(board);
	const { votes } = $derived(room);
	const clock = ticking(() => room.now());
	const shown = $derived(view.shown);
	const isOpen = $derived(shown !== undefined && shown.closedAt === undefined);
	const left = $derived(
		shown?.closesAt ? countdown({ startedAt: shown.openedAt, endsAt: shown.closesAt }, clock.now) : undefined,
	);

	function point(id: string): void {
		if (!board.model.find(id)) return;
		board.goTo(id);
	}
	async function order(what: VoteOrder): Promise<void> {
		const vote = shown;
		if (!vote) return;
		await attempt(async () => {
			view.id = await votes.order(vote.id, what);
			if (what.do === 'remove') view.id = undefined;
		});
	}
	/** Puts the result onto the board, as one step that can be undone. */
	function layOut(how: 'order' | 'columns' | 'matrix', { outcome, terms }: ShownVote): void {
		if (!outcome) return;
		const { editContext } = room;
		let made: string[] = [];
		board.asOne(() => {
			if (how === 'order') made = layInOrder(editContext, board.model, outcome);
			else if (how === 'columns') {
				const columns: [string, string, string] = [m.column_first(), m.column_then(), m.column_rest()];
				const id = layInColumns(editContext, board.model, outcome, { title: terms.question, columns });
				made = id ? [id] : [];
			} else {
				const id = layOnMatrix(editContext, board.model, outcome, terms);
				made = id ? [id] : [];
			}
		});
		const [first] = made;
		if (!first) {
			toaster.info({ title: m.nothing_to_lay_out() });
			return;
		}
		board.goTo(first);
		board.select(made);
	}
</script>

<h2 class="panel-title">{m.votes()}</h2>
{#if view.isNew && room.leads}
	<NewVote
		{board}
		asked={view.asked}
		onbegun={(id) => {
			view.isNew = false;
			view.id = id;
		}}
		oncancel={() => (view.isNew = false)}
	/>
{:else if shown}
	{#if votes.all.length > 1 || room.leads}
		<button type="button" class="button plain back" onclick={() => view.list()}
			><ChevronLeft size={15} />{m.all_votes()}</button
		>
	{/if}
	<h3>{shown.terms.question}</h3>
	<p class="quiet">
		{methodName(shown.terms.method)}{#if shown.round > 1}{` · ${m.vote_round({ round: shown.round })}`}{/if}
		· {shown.terms.secret ? m.vote_is_secret() : m.vote_is_open()}
	</p>
	{#if isOpen}
		<p class="state" role="status">
			{m.turnout({ voted: shown.turnout.voted, entitled: shown.turnout.entitled })}{#if left}<b
					>&nbsp;· {m.vote_closes_in({ time: left.text })}</b
				>{/if}
		</p>
		{#if shown.mayVote}<Ballot {votes} vote={shown} onpoint={(id) => (board.hovered = id)} />{:else}<p
				class="quiet"
			>
				{m.vote_for_others()}
			</p>{/if}
		{#if shown.outcome}<Result vote={shown} onpoint={point} />{/if}
		{#if room.leads}
			<div class="row">
				<button type="button" class="button main" onclick={() => order({ do: 'close' })}
					>{m.vote_close()}</button
				>
			</div>
		{/if}
	{:else}
		<Result vote={shown} onpoint={point} />
		<div class="row">
			{#if board.mayAll && shown.outcome && shown.outcome.turnout.voted > 0}
				{#if shown.terms.method === 'matrix'}
					<button type="button" class="button" onclick={() => layOut('matrix', shown)}
						>{m.lay_on_matrix()}</button
					>
				{/if}
				<button type="button" class="button" onclick={() => layOut('order', shown)}>{m.lay_in_order()}</button
				>
				<button type="button" class="button" onclick={() => layOut('columns', shown)}
					>{m.lay_in_columns()}</button
				>
			{/if}
			{#if room.leads}
				{#if shown.outcome && shown.outcome.tied.length > 1}
					<button
						type="button"
						class="button main"
						onclick={() => order({ do: 'again', objects: shown.outcome!.tied.map(({ id }) => id) })}
						>{m.run_off()}</button
					>
				{/if}
				<button type="button" class="button" onclick={() => order({ do: 'again' })}>{m.vote_again()}</button>
				<button type="button" class="button" onclick={() => order({ do: 'remove' })}>{m.delete_it()}</button>
			{/if}
		</div>
	{/if}
{:else}
	{#if votes.all.length === 0}<p class="quiet">{room.leads ? m.no_votes_lead() : m.no_votes()}</p>{/if}
	<ul class="list">
		{#each [...votes.all].reverse() as vote (vote.id)}
			<li>
				<button type="button" onclick={() => (view.id = vote.id)}>
					<strong>{vote.terms.question}</strong>
					<small class="quiet"
						>{vote.closedAt === undefined ? m.vote_running() : dayWords(vote.closedAt, clock.now)} · {methodName(
							vote.terms.method,
						)}</small
					>
				</button>
			</li>
		{/each}
	</ul>
	{#if room.leads}
		<button type="button" class="button main" onclick={() => view.begin([...board.selection])}
			><Plus size={16} />{m.new_vote()}</button
		>
	{/if}
{/if}

<style>
	h3 {
		margin-top: 6px;
		font-size: var(--size-large);
		font-weight: 700;
		line-height: 1.25;
	}
	p {
		font-size: var(--size-note);
	}
	.state {
		margin-top: 4px;
	}
	.back {
		margin: 4px 0 0 -10px;
		padding: 2px 8px;
	}
	.row {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		margin-top: 12px;
	}
	.row .main {
		flex: 1 0 100%;
	}
	.list {
		margin: 8px 0;
	}
	.list button {
		display: block;
		width: 100%;
		padding: 7px 0;
		border-bottom: 1px solid var(--frame-line);
		font-size: var(--size-note);
		line-height: 1.3;
		text-align: left;
		cursor: pointer;
	}
	.list button:hover {
		background: var(--frame-on);
	}
	.list small {
		display: block;
	}
</style>
