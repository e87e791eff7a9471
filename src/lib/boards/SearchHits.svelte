<script lang="ts">
	/** What is written on boards and has the words that are looked for, with the words around. */
	import { searchBoards, type SearchHit } from '$core/contract/search';
	import { m } from '$lib/messages';
	import { call } from '$lib/api/client';
	import Excerpt from '$lib/ui/Excerpt.svelte';

	const { words }: { words: string } = $props();

	/** How long typing rests before it is looked for, ms. */
	const PAUSE_MS = 180;
	let hits = $state.raw<SearchHit[]>();
	let isFailed = $state(false);

	$effect(() => {
		const wanted = words.trim();
		if (wanted.length < 2) {
			hits = undefined;
			return;
		}
		const asking = new AbortController();
		const timer = setTimeout(() => {
			call(searchBoards, { query: { words: wanted.slice(0, 200) } }, { signal: asking.signal }).then(
				(found) => {
					hits = found;
					isFailed = false;
				},
				() => {
					// One that was given up for the next says nothing.
					if (!asking.signal.aborted) isFailed = true;
				},
			);
		}, PAUSE_MS);
		return () => {
			clearTimeout(timer);
			asking.abort();
		};
	});
	const addressOf = (board: string, object: string): string =>
		`/board/${board}#object=${encodeURIComponent(object)}`;
</script>

{#if hits || isFailed}
	<section aria-label={m.written_on_boards()} data-testid="search-hits">
		<h2>{m.written_on_boards()}</h2>
		<div role="status">
			{#if isFailed}<p class="quiet">{m.search_failed()}</p>
			{:else if hits?.length === 0}<p class="quiet">{m.written_nowhere({ words })}</p>
			{:else}<span class="sr-only">{m.written_on({ count: hits?.length ?? 0 })}</span>{/if}
		</div>
		<ul class="hits">
			{#each hits ?? [] as { boardId, title, count, objects } (boardId)}
				<li>
					<h3><a href="/board/{boardId}">{title}</a> <span class="quiet">{m.found({ count })}</span></h3>
					<ul>
						{#each objects as { id, excerpt } (id)}
							<li><a class="hit" href={addressOf(boardId, id)}><Excerpt parts={excerpt} /></a></li>
						{/each}
					</ul>
				</li>
			{/each}
		</ul>
	</section>
{/if}

<style>
	section {
		margin-top: 34px;
	}
	h2 {
		margin-bottom: 10px;
		font-size: var(--size-large);
		font-weight: 700;
	}
	h3 {
		padding: 2px 8px;
		font-weight: 700;
	}
	h3 a:hover {
		text-decoration: underline;
	}
	h3 .quiet {
		font-weight: 400;
		font-size: var(--size-note);
	}
	.hits {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(min(380px, 100%), 1fr));
		gap: 16px 24px;
	}
	.hit {
		display: block;
		padding: 6px 8px;
		border-radius: var(--radius-control);
		font-size: var(--size-note);
		overflow-wrap: anywhere;
	}
	.hit:hover {
		background: var(--frame-on);
	}
</style>
