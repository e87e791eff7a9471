<script lang="ts">
	/** What people say: comments on the board, and the chat. */
	import { m } from '$lib/messages';
	import type { Board } from '../../board/board.svelte';
	import Chat from './Chat.svelte';
	import ThreadList from './ThreadList.svelte';
	import ThreadView from './ThreadView.svelte';
	import type { TalkState } from './talk-state.svelte';

	const { board, talk }: { board: Board; talk: TalkState } = $props();
	const open = $derived(talk.threads.filter(({ resolved }) => !resolved).length);
</script>

<h2 class="panel-title">{m.talk()}</h2>
<div class="parts" role="group" aria-label={m.talk()}>
	<button
		type="button"
		class="part"
		aria-pressed={talk.part === 'comments'}
		onclick={() => (talk.part = 'comments')}
		>{m.comments()}{#if open > 0}<span class="count">{open}</span>{/if}</button
	>
	<button type="button" class="part" aria-pressed={talk.part === 'chat'} onclick={() => (talk.part = 'chat')}
		>{m.chat()}{#if talk.unread > 0 && talk.part !== 'chat'}<span class="count">{talk.unread}</span
			>{/if}</button
	>
</div>
{#if talk.part === 'chat'}
	<Chat {board} {talk} />
{:else if talk.draft || talk.thread}
	<ThreadView {board} {talk} />
{:else}
	<ThreadList {board} {talk} />
{/if}

<style>
	.parts {
		display: grid;
		grid-template-columns: 1fr 1fr;
		margin: 10px 0 12px;
		overflow: hidden;
		border: 1px solid var(--frame-strong-line);
		border-radius: var(--radius-control);
	}
	.part {
		display: flex;
		align-items: center;
		justify-content: center;
		gap: 6px;
		min-height: 34px;
		font-size: var(--size-note);
		cursor: pointer;
	}
	.part:hover {
		background: var(--frame-on);
	}
	.part[aria-pressed='true'] {
		background: var(--frame-pressed);
		color: var(--frame-pressed-ink);
		font-weight: 700;
	}
	.count {
		min-width: 20px;
		padding: 0 5px;
		border-radius: 10px;
		background: var(--frame-on);
		color: var(--frame-text);
		font-size: var(--size-small);
		text-align: center;
	}
</style>
