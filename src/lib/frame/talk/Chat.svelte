<script lang="ts">
	/** The text chat of the board. */
	import { chatter, takeLineAway } from '$core/talk/edits';
	import { m } from '$lib/messages';
	import Trash from '@lucide/svelte/icons/trash-2';
	import { tick } from 'svelte';
	import type { Board } from '../../board/board.svelte';
	import Composer from './Composer.svelte';
	import { whenWords } from '$lib/words/when';
	import { pieces } from './words';
	import type { TalkState } from './talk-state.svelte';

	const { board, talk }: { board: Board; talk: TalkState } = $props();
	const { room } = $derived(board);
	/** More than these are of the past; the journal has them. */
	const MAX = 300;
	const lines = $derived.by(() => {
		room.talkChanges.observe();
		return room.talk.chat.slice(-MAX);
	});
	let list: HTMLOListElement | undefined = $state();

	// What is shown is seen; the newest line stays in view unless somebody reads further up.
	$effect(() => {
		void lines;
		talk.seen = room.talk.chat.length;
		const isAtEnd = list && list.scrollHeight - list.scrollTop - list.clientHeight < 80;
		if (isAtEnd !== false) void tick().then(() => list?.scrollTo({ top: list.scrollHeight }));
	});
</script>

{#if lines.length === 0}<p class="quiet">{room.may('talk') ? m.chat_none() : m.chat_none_watching()}</p>{/if}
<ol bind:this={list} data-testid="chat" aria-live="polite">
	{#each lines as line, i (line.id)}
		{@const isSame = lines[i - 1]?.by[0] === line.by[0] && line.made - lines[i - 1]!.made < 120_000}
		<li class:same={isSame}>
			{#if !isSame}<p class="who">
					<b>{line.by[1]}</b> <small class="quiet">{whenWords(line.made, room.now())}</small>
				</p>{/if}
			<p class="text">
				<span
					>{#each pieces(line.text, []) as piece, j (j)}{#if piece.is === 'link'}<a
								href={piece.text}
								target="_blank"
								rel="noopener noreferrer">{piece.text}</a
							>{:else}{piece.text}{/if}{/each}</span
				>
				{#if room.may('talk') && (line.by[0] === room.info.person.id || room.leads)}
					<button
						type="button"
						class="icon-button small"
						aria-label={m.chat_delete()}
						title={m.chat_delete()}
						onclick={() => takeLineAway(room.voice, line.id)}><Trash size={13} /></button
					>
				{/if}
			</p>
		</li>
	{/each}
</ol>
{#if room.may('talk')}
	<Composer
		{room}
		focused
		label={m.chat_label()}
		send={m.chat_send()}
		onsend={(text) => chatter(room.voice, text)}
	/>
{/if}

<style>
	ol {
		max-height: calc(100dvh - 350px);
		overflow-y: auto;
	}
	li {
		padding-top: 8px;
	}
	li.same {
		padding-top: 2px;
	}
	.who,
	.text {
		font-size: var(--size-note);
	}
	.text {
		display: flex;
		align-items: flex-start;
		gap: 4px;
		line-height: 1.35;
	}
	.text span {
		flex: 1;
		min-width: 0;
		overflow-wrap: anywhere;
		white-space: pre-wrap;
	}
	a {
		text-decoration: underline;
	}
	.small {
		width: 22px;
		height: 20px;
		color: var(--frame-quiet);
		opacity: 0;
	}
	li:hover .small,
	.small:focus-visible {
		opacity: 1;
	}
	p.quiet {
		font-size: var(--size-note);
	}
</style>
