<script lang="ts">
	/** One object in the wayfinder. What is said to whoever listens is worked out when the row is come to. */
	import type { BoardObject } from '$core/board/objects';
	import { m } from '$lib/messages';
	import type { Board } from '../../board/board.svelte';
	import { swatchOf } from '$core/board/kinds';
	import { describe } from './describe';
	import Excerpt from '../../ui/Excerpt.svelte';
	import { excerptOf, wordsIn } from '$core/text/search';
	import { wordsOf } from '$core/board/words';
	import type { MenuPlace } from '../menu-place';
	import { clickRow, openRowMenu } from './row-choice';
	import { lineOf } from './tree';

	interface Props {
		board: Board;
		object: BoardObject;
		depth: number;
		/** How deep it hangs in a map on others of the list. */
		level?: number;
		onmenu: (at: MenuPlace) => void;
		/** What was looked for, where the object was found by it. */
		words?: string;
	}
	const { board, object, depth, level = 0, onmenu, words = '' }: Props = $props();
	/** Deeper levels stand no further in: words need the room. */
	const MAX_LEVEL = 5;
	/** Letters of what was found that fit into a row of two lines, and of these before it. */
	const EXCERPT = { most: 60, before: 12 };
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
		class:found={words !== ''}
		style:padding-left="{depth * 16 + 10 + Math.min(level, MAX_LEVEL) * 10}px"
		data-row={object.id}
		role="treeitem"
		aria-level={depth + 1 + level}
		aria-selected={isSelected}
		tabindex="-1"
		onfocus={() => (isReached = true)}
		onblur={() => (isReached = false)}
		onclick={(event) => clickRow(board, object.id, event)}
		oncontextmenu={(event) => openRowMenu(board, object.id, event, onmenu)}
	>
		<span class="dot" style:background={swatchOf(object, board.ground.surface) ?? 'transparent'}></span>
		<span class="text"
			>{#if words}<Excerpt
					parts={excerptOf(wordsOf(object), wordsIn(words), EXCERPT.most, EXCERPT.before)}
				/>{:else}{lineOf(object) || m.without_words()}{/if}</span
		>
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
