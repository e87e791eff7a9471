<script lang="ts">
	/** One thread: what was said, and the place to answer. Also the start of a new one. */
	import { m } from '$lib/messages';
	import { resolve } from '$core/talk/edits';
	import ArrowLeft from '@lucide/svelte/icons/arrow-left';
	import ChevronDown from '@lucide/svelte/icons/chevron-down';
	import ChevronUp from '@lucide/svelte/icons/chevron-up';
	import Locate from '@lucide/svelte/icons/locate-fixed';
	import type { Board } from '../../board/board.svelte';
	import Composer from './Composer.svelte';
	import RemarkRow from './RemarkRow.svelte';
	import ThreadSign from './ThreadSign.svelte';
	import { whenWords } from '$lib/words/when';
	import { aboutWhat } from './words';
	import type { TalkState } from './talk-state.svelte';

	const { board, talk }: { board: Board; talk: TalkState } = $props();
	const { room } = $derived(board);
	const thread = $derived(talk.thread);
	const mayTalk = $derived(room.may('talk'));
</script>

<div class="bar">
	<button type="button" class="button plain" onclick={() => talk.back()}
		><ArrowLeft size={16} />{m.comments_to_all()}</button
	>
	{#if thread}
		<span class="steps">
			<button
				type="button"
				class="icon-button"
				aria-label={m.comment_previous()}
				title={m.comment_previous()}
				onclick={() => talk.step(-1)}><ChevronUp size={18} /></button
			>
			<button
				type="button"
				class="icon-button"
				aria-label={m.comment_next()}
				title={m.comment_next()}
				onclick={() => talk.step(1)}><ChevronDown size={18} /></button
			>
		</span>
	{/if}
</div>
<div class="about">
	{#if thread}<ThreadSign {thread} />{/if}
	<span>{aboutWhat(board.model, thread ?? talk.draft!)}</span>
	{#if thread && talk.placeOf(thread)}
		<button
			type="button"
			class="icon-button"
			aria-label={m.go_to()}
			title={m.go_to()}
			onclick={() => talk.goTo(thread)}><Locate size={18} /></button
		>
	{/if}
</div>
{#if thread}
	<ol data-testid="thread">
		{#each thread.remarks as remark (remark.id)}<RemarkRow {board} {talk} {thread} {remark} />{/each}
	</ol>
	{#if thread.resolved}
		<p class="quiet" role="status">
			{m.resolved_by({ name: thread.resolved.by[1], when: whenWords(thread.resolved.made, room.now()) })}
		</p>
	{/if}
	{#if mayTalk}
		<button type="button" class="button end" onclick={() => resolve(room.voice, thread.id, !thread.resolved)}
			>{thread.resolved ? m.reopen() : m.resolve()}</button
		>
	{/if}
{/if}
{#if mayTalk}
	{#key talk.shown ?? 'new'}
		<Composer
			{room}
			calls
			focused={!thread}
			label={thread ? m.answer_label() : m.comment_label()}
			send={thread ? m.answer() : m.comment_send()}
			onsend={(text) => talk.say(text)}
			oncancel={thread ? undefined : () => talk.back()}
		/>
	{/key}
{/if}

<style>
	.bar {
		display: flex;
		align-items: center;
		justify-content: space-between;
	}
	.bar .button {
		padding-inline: 4px;
	}
	.steps {
		display: flex;
	}
	.about {
		display: flex;
		align-items: center;
		gap: 8px;
		margin: 8px 0;
		font-size: var(--size-note);
		line-height: 1.3;
	}
	.about span {
		flex: 1;
		min-width: 0;
		overflow-wrap: anywhere;
	}
	p {
		margin: 8px 0;
		font-size: var(--size-note);
	}
	.end {
		margin-top: 4px;
	}
</style>
