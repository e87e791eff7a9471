<script lang="ts">
	/** Offers to move what is like a note that was just put into a theme, and marks it. */
	import { m } from '$lib/messages';
	import { onDestroy, untrack } from 'svelte';
	import type { Board } from '../../board/board.svelte';
	import SignLayer from '../../board/SignLayer.svelte';
	import { LikeMoved } from './like-moved.svelte';

	const { board }: { board: Board } = $props();
	const like = untrack(() => new LikeMoved(board));
	onDestroy(untrack(() => board.sortedByHand.on((moved, to) => void like.ask(moved, to))));

	const offer = $derived(like.offer);
	const boxes = $derived(
		(offer?.noteIds ?? []).flatMap((id) => {
			const box = board.room.observed.boundsOf(id);
			return box ? [{ id, ...box }] : [];
		}),
	);
</script>

{#if offer}
	<SignLayer {board} name="like-moved-signs">
		{#each boxes as { id, x, y } (id)}
			<button
				type="button"
				class="at attention"
				style:--x={x}
				style:--y={y}
				aria-label={m.like_moved_sign()}
				title={m.like_moved_sign()}
				onclick={() => board.select([id])}>?</button
			>
		{/each}
	</SignLayer>
	<div class="bar" role="status" data-testid="like-moved">
		<span>{m.like_moved({ count: offer.noteIds.length, theme: offer.name || m.without_words() })}</span>
		<button type="button" class="button main" onclick={() => like.take()}
			>{m.like_moved_take({ count: offer.noteIds.length })}</button
		>
		<button type="button" class="button" onclick={() => like.dismiss()}
			>{m.like_moved_leave({ count: offer.noteIds.length })}</button
		>
	</div>
{/if}

<style>
	.bar {
		position: absolute;
		z-index: 5;
		bottom: 14px;
		left: 50%;
		display: flex;
		gap: 8px;
		align-items: center;
		max-width: calc(100% - 24px);
		padding: 8px 10px 8px 14px;
		translate: -50%;
		border: 1px solid var(--frame-strong-line);
		border-radius: var(--radius-field);
		background: var(--frame-raised);
		box-shadow: 0 4px 18px #0006;
		font-size: var(--size-note);
	}
</style>
