<script lang="ts">
	/** One object in the wayfinder. What is said to whoever listens is worked out when the row is come to. */
	import type { BoardObject } from '$core/board/objects';
	import { m } from '$lib/messages';
	import type { Board } from '../../board/board.svelte';
	import { swatchOf } from '$core/board/kinds';
	import { describe } from './describe';
	import { lineOf } from './tree';

	const { board, object, depth }: { board: Board; object: BoardObject; depth: number } = $props();
	const isSelected = $derived(board.selection.has(object.id));
	let isReached = $state(false);
	const said = $derived.by(() => {
		if (!isReached) return '';
		return describe(board.room.observed, object);
	});
</script>

<li role="none">
	<button
		type="button"
		class="row"
		class:selected={isSelected}
		style:padding-left="{depth * 16 + 10}px"
		data-row={object.id}
		role="treeitem"
		aria-selected={isSelected}
		tabindex="-1"
		onfocus={() => (isReached = true)}
		onblur={() => (isReached = false)}
		onclick={() => board.goTo(object.id)}
	>
		<span class="dot" style:background={swatchOf(object, board.ground.surface) ?? 'transparent'}></span>
		<span class="text">{lineOf(object) || m.without_words()}</span>
		<!-- Only where it is needed: elements that lie over others, by the hundred, would have to be put in order whenever the board moves. -->
		{#if said}<span class="sr-only">{said}</span>{/if}
	</button>
</li>

<style>
	.dot {
		width: 9px;
		height: 7px;
		flex: none;
		border-radius: 1px;
	}
</style>
