<script lang="ts">
	/** The threads of the board, picked by what is wanted. */
	import type { Thread } from '$core/talk/model';
	import { m } from '$lib/messages';
	import MessageSquarePlus from '@lucide/svelte/icons/message-square-plus';
	import type { Board } from '../../board/board.svelte';
	import ThreadSign from './ThreadSign.svelte';
	import { whenWords } from '$lib/words/when';
	import { aboutWhat } from './words';
	import type { Show, TalkState } from './talk-state.svelte';

	const { board, talk }: { board: Board; talk: TalkState } = $props();
	const SHOWN: [Show, () => string][] = [
		['open', () => m.comments_open()],
		['resolved', () => m.comments_resolved()],
		['all', () => m.comments_all()],
	];
	const isFiltered = $derived(talk.onlyMine || talk.onlyHere || talk.words !== '' || talk.show !== 'open');

	/** Who began it, when, and how many answered. */
	const underline = ({ remarks, made }: Thread): string =>
		[
			remarks[0]!.by[1],
			whenWords(made, board.room.now()),
			...(remarks.length > 1 ? [m.answers({ count: remarks.length - 1 })] : []),
		].join(' · ');

	function clear(): void {
		Object.assign(talk, { onlyMine: false, onlyHere: false, words: '', show: 'open' });
	}
</script>

{#if board.room.may('talk')}
	<button type="button" class="button new" onclick={() => talk.begin({ object: [...board.selection][0] })}
		><MessageSquarePlus size={16} />{board.selection.size > 0
			? m.comment_selected()
			: m.comment_middle()}</button
	>
{/if}
{#if talk.threads.length === 0}
	<p class="quiet">{board.room.may('talk') ? m.comments_none() : m.comments_none_watching()}</p>
{:else}
	<div class="filter">
		<input
			class="entry"
			type="search"
			aria-label={m.find_comment()}
			placeholder={m.find_comment()}
			bind:value={talk.words}
		/>
		<select class="entry" aria-label={m.comments_which()} bind:value={talk.show}>
			{#each SHOWN as [value, label] (value)}<option {value}>{label()}</option>{/each}
		</select>
		<label><input type="checkbox" bind:checked={talk.onlyMine} />{m.comments_mine()}</label>
		<label><input type="checkbox" bind:checked={talk.onlyHere} />{m.comments_here()}</label>
	</div>
	<ol data-testid="threads">
		{#each talk.listed as thread (thread.id)}
			<li>
				<button type="button" class="thread" onclick={() => talk.read(thread)}>
					<ThreadSign {thread} />
					<span class="words">
						<span class="first">{thread.remarks[0]!.text}</span>
						<small class="quiet">{underline(thread)}</small>
						<small class="quiet">{aboutWhat(board.model, thread)}</small>
					</span>
				</button>
			</li>
		{/each}
	</ol>
	{#if talk.listed.length === 0}
		<p class="quiet">{isFiltered ? m.comments_none_such() : m.comments_none_open()}</p>
		{#if isFiltered}<button type="button" class="button" onclick={clear}>{m.comments_show_open()}</button
			>{/if}
	{/if}
{/if}

<style>
	.new {
		width: 100%;
	}
	p {
		margin: 12px 0;
		font-size: var(--size-note);
	}
	.filter {
		display: grid;
		gap: 6px;
		margin: 10px 0;
		font-size: var(--size-note);
	}
	.filter .entry {
		min-height: 32px;
		font-size: var(--size-note);
	}
	.filter label {
		display: flex;
		align-items: center;
		gap: 8px;
	}
	li {
		border-top: 1px solid var(--frame-line);
	}
	.thread {
		display: flex;
		gap: 10px;
		width: 100%;
		padding: 9px 4px;
		text-align: left;
		cursor: pointer;
	}
	.thread:hover {
		background: var(--frame-on);
	}
	.words {
		display: grid;
		gap: 1px;
		min-width: 0;
	}
	.words > * {
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	.words .first {
		display: -webkit-box;
		-webkit-box-orient: vertical;
		-webkit-line-clamp: 2;
		line-clamp: 2;
		font-size: var(--size-note);
		line-height: 1.3;
		white-space: normal;
	}
</style>
