<script lang="ts">
	import { m } from '$lib/messages';
	import type { Board } from '../../board/board.svelte';
	import ProgressBar from '../../ui/ProgressBar.svelte';
	import ModelConsentDialog from './ModelConsentDialog.svelte';
	import ThemesDraft from './ThemesDraft.svelte';
	import ThemesStart from './ThemesStart.svelte';
	import TogetherLed from './TogetherLed.svelte';
	import type { SortingState } from './sorting.svelte';

	const { board, sorting }: { board: Board; sorting: SortingState } = $props();
</script>

<h2 class="panel-title">{m.themes()}</h2>
<div class="texts">
	{#if !sorting.sorting}<TogetherLed {board} {sorting} />{/if}
	{#if sorting.sorting}
		<ThemesDraft {board} {sorting} draft={sorting.sorting} />
	{:else if sorting.busy}
		<p class="quiet" role="status">
			{sorting.question.model
				? m.model_busy({ model: sorting.question.model.name })
				: m.themes_busy({ count: sorting.question.noteIds.length })}
		</p>
		{#if sorting.progress !== undefined}
			<ProgressBar label={m.themes_ready()} max={sorting.question.noteIds.length} value={sorting.progress} />
			<p class="quiet">
				{m.themes_ready_of({ done: sorting.progress, all: sorting.question.noteIds.length })}
			</p>
		{/if}
		<button type="button" class="button stop" onclick={() => sorting.discard()}>{m.stop_sorting()}</button>
	{:else}
		<ThemesStart {board} {sorting} />
	{/if}
</div>
<ModelConsentDialog consent={sorting.model.consent} />

<style>
	.texts :global([role='progressbar']) {
		margin: 8px 0 4px;
	}
	.stop {
		margin-top: 12px;
	}
	/* Of all that is shown in it. */
	.texts :global(p:is(.quiet, .warn)) {
		margin-top: 4px;
		font-size: var(--size-note);
	}
</style>
