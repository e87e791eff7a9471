<script lang="ts">
	/** What others did since one was last here, by person and by field, stepped through one by one. */
	import type { Doing } from '$core/journal/since';
	import { plainText } from '$core/text/rich';
	import { m } from '$lib/messages';
	import ChevronLeft from '@lucide/svelte/icons/chevron-left';
	import ChevronRight from '@lucide/svelte/icons/chevron-right';
	import type { Board } from '../../board/board.svelte';
	import { momentWords } from '$lib/words/when';
	import type { JournalState } from './journal-state.svelte';
	import { countWords } from './words';

	const { board, journal }: { board: Board; journal: JournalState } = $props();
	/** By person, in the order of the news. */
	const people = $derived.by(() => {
		const by = new Map<string, Doing[]>();
		for (const doing of journal.news) by.set(doing.person, [...(by.get(doing.person) ?? []), doing]);
		return [...by];
	});
	const count = $derived(journal.newIds.length);

	const placeOf = ({ field, sheet }: Doing): string => {
		const found = field === undefined ? undefined : board.model.find(field);
		if (found) return plainText(found.text) || m.kind_field();
		return board.model.sheets.find(({ id }) => id === sheet)?.title ?? m.the_board();
	};
	function go({ ids, sheet }: Doing): void {
		const there = ids.filter((id) => board.model.find(id));
		if (there.length > 0) {
			board.goTo(there[0]!);
			board.select(there);
		} else if (sheet) {
			board.frame.showBoard();
			board.goToSheet(sheet);
		}
	}
</script>

<section class="news" aria-label={m.news()} data-testid="news">
	<h3>{m.news()}</h3>
	<p class="quiet">{m.news_since({ time: momentWords(journal.lastHere ?? 0) })}</p>
	{#each people as [person, doings] (person)}
		<h4>{journal.nameOf(person) ?? m.voice_gone()}</h4>
		<ul>
			{#each doings as doing (`${doing.field} ${doing.sheet}`)}
				<li>
					<button type="button" class="doing" onclick={() => go(doing)}
						><strong>{placeOf(doing)}</strong> <span>{countWords(doing.counts)}</span></button
					>
				</li>
			{/each}
		</ul>
	{/each}
	<div class="row">
		{#if count > 0}
			<button
				type="button"
				class="icon-button"
				aria-label={m.news_previous()}
				title={`${m.news_previous()} (Shift U)`}
				onclick={() => journal.step(-1)}><ChevronLeft size={18} /></button
			>
			<span class="at" role="status"
				>{journal.shown < 0 ? m.news_count({ count }) : m.news_at({ at: journal.shown + 1, count })}</span
			>
			<button
				type="button"
				class="icon-button"
				aria-label={m.news_next()}
				title={`${m.news_next()} (U)`}
				onclick={() => journal.step(1)}><ChevronRight size={18} /></button
			>
		{/if}
		<button type="button" class="button" onclick={() => journal.seen()}>{m.news_seen()}</button>
	</div>
</section>

<style>
	.news {
		margin: 12px 0;
		padding: 10px;
		border: 1px solid var(--frame-accent);
		border-radius: var(--radius-control);
	}
	h3 {
		font-weight: 700;
	}
	h4 {
		margin-top: 8px;
		font-size: var(--size-note);
		font-weight: 700;
	}
	p {
		font-size: var(--size-small);
	}
	.doing {
		width: 100%;
		padding: 4px;
		font-size: var(--size-note);
		line-height: 1.3;
		text-align: left;
		cursor: pointer;
	}
	.doing:hover {
		background: var(--frame-on);
	}
	.doing strong {
		font-weight: 400;
		text-decoration: underline;
		text-underline-offset: 2px;
	}
	.row {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 4px;
		margin-top: 8px;
	}
	.at {
		font-size: var(--size-note);
	}
	.button {
		margin-left: auto;
	}
</style>
