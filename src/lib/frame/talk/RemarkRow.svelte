<script lang="ts">
	/** One comment of a thread; its writer can change it, and take it away. */
	import { rewrite, takeAway } from '$core/talk/edits';
	import type { Remark, Thread } from '$core/talk/model';
	import { m } from '$lib/messages';
	import Pencil from '@lucide/svelte/icons/pencil';
	import Trash from '@lucide/svelte/icons/trash-2';
	import type { Board } from '../../board/board.svelte';
	import Badge from '../../ui/Badge.svelte';
	import Composer from './Composer.svelte';
	import { whenWords } from '$lib/words/when';
	import { pieces } from './words';
	import type { TalkState } from './talk-state.svelte';

	interface Props {
		board: Board;
		talk: TalkState;
		thread: Thread;
		remark: Remark;
	}
	const { board, talk, thread, remark }: Props = $props();
	const { room } = $derived(board);
	const isMine = $derived(remark.by[0] === room.info.person.id);
	let isRewriting = $state(false);
	let isSure = $state(false);
</script>

<li>
	<Badge id={remark.by[0]} name={remark.by[1]} size={24} />
	<div class="body">
		<p class="who">
			<b>{remark.by[1]}</b>
			<small class="quiet"
				>{whenWords(remark.made, room.now())}{#if remark.edited}{` · ${m.edited()}`}{/if}</small
			>
		</p>
		{#if isRewriting}
			<Composer
				{room}
				calls
				focused
				value={remark.text}
				label={m.comment_label()}
				send={m.keep_text()}
				onsend={(text) => {
					rewrite(room.voice, thread, remark.id, text, talk.called(text));
					isRewriting = false;
				}}
				oncancel={() => (isRewriting = false)}
			/>
		{:else}
			<p class="text">
				{#each pieces(remark.text, room.names) as piece, i (i)}{#if piece.is === 'name'}<b class="name"
							>{piece.text}</b
						>{:else if piece.is === 'link'}<a href={piece.text} target="_blank" rel="noopener noreferrer"
							>{piece.text}</a
						>{:else}{piece.text}{/if}{/each}
			</p>
			{#if room.may('talk')}
				<div class="means">
					{#if isMine}
						<button
							type="button"
							class="icon-button small"
							aria-label={m.comment_change()}
							title={m.comment_change()}
							onclick={() => (isRewriting = true)}><Pencil size={14} /></button
						>
					{/if}
					{#if isSure}
						<button type="button" class="button" onclick={() => takeAway(room.voice, thread, remark.id)}
							>{m.comment_delete_sure()}</button
						>
					{:else if isMine || room.leads}
						<button
							type="button"
							class="icon-button small"
							aria-label={m.comment_delete()}
							title={m.comment_delete()}
							onclick={() => (isSure = true)}><Trash size={14} /></button
						>
					{/if}
				</div>
			{/if}
		{/if}
	</div>
</li>

<style>
	li {
		display: flex;
		gap: 8px;
		padding: 8px 0;
		border-top: 1px solid var(--frame-line);
	}
	.body {
		flex: 1;
		min-width: 0;
	}
	.who {
		display: flex;
		flex-wrap: wrap;
		align-items: baseline;
		gap: 0 6px;
		font-size: var(--size-note);
	}
	.text {
		font-size: var(--size-note);
		line-height: 1.4;
		overflow-wrap: anywhere;
		white-space: pre-wrap;
	}
	.name {
		color: var(--frame-accent);
	}
	a {
		text-decoration: underline;
	}
	.means {
		display: flex;
		gap: 2px;
		margin: 2px 0 0 -5px;
	}
	.small {
		width: 26px;
		height: 26px;
		color: var(--frame-quiet);
	}
</style>
