<script lang="ts">
	/** What the language model makes of a theme: offered, and taken only by somebody's hand. */
	import type { SortedTheme } from '$core/themes/sorting';
	import { m } from '$lib/messages';
	import type { Board } from '../../board/board.svelte';
	import { putSentence } from './model-answers.svelte';
	import type { SortingState } from './sorting.svelte';

	interface Props {
		board: Board;
		sorting: SortingState;
		theme: SortedTheme;
	}
	const { board, sorting, theme }: Props = $props();
	const summary = $derived(sorting.model.of(theme.key));
</script>

{#if summary}
	<div class="summary" role="status" data-testid="theme-summary">
		<p>{summary.sentence}</p>
		<p class="quiet">{m.model_from({ model: summary.model.name, host: summary.model.host })}</p>
		<div class="actions">
			<button type="button" class="button small" onclick={() => putSentence(board, summary.sentence)}
				>{m.model_put_down()}</button
			>
			{#if summary.name !== '' && summary.name !== theme.name}
				<button type="button" class="button small" onclick={() => sorting.rename(theme.key, summary.name)}
					>{m.model_use_name({ name: summary.name })}</button
				>
			{/if}
			<button type="button" class="button small" onclick={() => sorting.model.passOver(theme.key)}
				>{m.model_pass_over()}</button
			>
		</div>
	</div>
{/if}

<style>
	.summary {
		margin: 4px 0;
		padding: 4px 6px;
		border-left: 2px dashed var(--frame-strong-line);
		font-size: var(--size-small);
	}
	.actions {
		display: flex;
		flex-wrap: wrap;
		gap: 4px;
		margin-top: 4px;
	}
	.small {
		font-size: var(--size-small);
	}
</style>
