<script lang="ts">
	/** A piece of a text with the words marked that were looked for. */
	import type { ExcerptPart } from '$core/text/search';

	const { parts }: { parts: readonly ExcerptPart[] } = $props();
</script>

{#each parts as { text, isHit }, at (at)}{#if isHit}<mark>{text}</mark>{:else}{text}{/if}{/each}

<style>
	mark {
		border-radius: 2px;
		background: var(--frame-mark, #e2b85c);
		color: #1d1a14;
	}
</style>
