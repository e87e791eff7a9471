<script lang="ts">
	/**
	 * A round in which everybody sorts, for those who lead: how far it is, and where people differ.
	 */
	import { m } from '$lib/messages';
	import { numberWords } from '$lib/words/when';
	import type { Board } from '../../board/board.svelte';
	import RoundProgress from './RoundProgress.svelte';
	import { lineOf } from '../wayfinder/tree';
	import type { SortingState } from './sorting.svelte';

	const { board, sorting }: { board: Board; sorting: SortingState } = $props();
	const round = $derived(board.room.round.shown);
	const led = $derived(round?.led);
	const nameOf = (id: string | undefined): string =>
		id === undefined ? m.deal_aside() : (round?.themes.find((theme) => theme.id === id)?.name ?? '');
	const textOf = (id: string): string => {
		const note = board.room.observed.find(id);
		return note ? lineOf(note) : m.note_gone();
	};
	const join = (into: string, theme: string): void =>
		board.room.round.say({ do: 'join', run: round?.run ?? '', theme, into });
</script>

{#if round && led}
	<section class="round" data-testid="together-led">
		<h3>{m.together()}</h3>
		<RoundProgress {round} />
		<p>
			{led.agreement === undefined
				? m.together_no_agreement()
				: m.together_agreement({ alpha: numberWords(led.agreement, 2) })}
		</p>
		{#each round.similar as [one, other] (`${one} ${other}`)}
			<p>
				{m.together_similar({ one: nameOf(one), other: nameOf(other) })}
				<button type="button" class="button" onclick={() => join(one, other)}>{m.together_join()}</button>
			</p>
		{/each}
		{#if led.overlaps.length > 0}
			<h4>{m.together_overlaps()}</h4>
			<ul>
				{#each led.overlaps as { themes: [one, other], notes } (`${one} ${other}`)}
					<li>
						{m.together_overlap({ one: nameOf(one), other: nameOf(other), count: notes })}
						<button type="button" class="button" onclick={() => join(one, other)}>{m.together_join()}</button>
					</li>
				{/each}
			</ul>
		{/if}
		{#if led.disputed.length > 0}
			<h4>{m.together_disputed({ count: led.disputed.length })}</h4>
			<ul>
				{#each led.disputed as { note, said } (note)}
					<li>
						<button type="button" class="note" onclick={() => board.goTo(note)}>{textOf(note)}</button>
						<span class="quiet"
							>{said
								.map(({ theme, by }) => (by === undefined ? nameOf(theme) : `${by}: ${nameOf(theme)}`))
								.join(' · ')}</span
						>
					</li>
				{/each}
			</ul>
		{/if}
		<button
			type="button"
			class="button main"
			disabled={round.progress.through === 0}
			onclick={() => sorting.takeRound(led.outcome)}>{m.together_take()}</button
		>
	</section>
{/if}

<style>
	.round {
		margin: 12px 0;
		padding: 8px 10px;
		border-left: 3px solid var(--frame-accent);
		background: var(--frame-raised);
		font-size: var(--size-note);
	}
	.round > * + * {
		margin-top: 6px;
	}
	h4 {
		font-weight: 700;
	}
	li {
		padding: 3px 0;
	}
	.note {
		display: block;
		text-align: left;
		cursor: pointer;
	}
	.note:hover {
		text-decoration: underline;
	}
</style>
