<script lang="ts">
	import { m } from '$lib/messages';
	import type { Board } from '../../board/board.svelte';
	import ThemesDraft from './ThemesDraft.svelte';
	import ThemesStart from './ThemesStart.svelte';
	import type { ThemesPreview } from './preview.svelte';

	const { board, preview }: { board: Board; preview: ThemesPreview } = $props();
</script>

<h2 class="panel-title">{m.themes()}</h2>
<div class="texts">
	{#if preview.proposal}
		<ThemesDraft {board} {preview} draft={preview.proposal} />
	{:else if preview.busy}
		<p class="quiet" role="status">{m.themes_busy({ count: preview.question.noteIds.length })}</p>
		<button type="button" class="button stop" onclick={() => preview.discard()}>{m.stop_sorting()}</button>
	{:else}
		<ThemesStart {board} {preview} />
	{/if}
</div>

<style>
	.stop {
		margin-top: 12px;
	}
	/* Of all that is shown in it. */
	.texts :global(p:is(.quiet, .warn)) {
		margin-top: 4px;
		font-size: var(--size-note);
	}
</style>
