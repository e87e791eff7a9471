<script lang="ts">
	/** How large the board is shown, and the way back to its full size. */
	import { m } from '$lib/messages';
	import { untrack } from 'svelte';
	import type { Board } from '../../board/board.svelte';
	import { calmly } from '../../ui/calmly.svelte';

	const { board }: { board: Board } = $props();
	const percent = $derived(Math.round(board.view.scale * 100));
	/** A new figure in each frame would have the whole ledge painted anew, and nobody could read it. */
	const pace = calmly(() => percent);
	const shown = $derived.by(() => {
		pace.observe();
		return untrack(() => percent);
	});
</script>

<button
	type="button"
	title={m.command_full_size()}
	aria-label={m.zoom_percent({ percent: shown })}
	onclick={() => board.zoomTo(1)}>{shown} %</button
>

<style>
	button {
		width: 58px;
		font-size: var(--size-note);
		font-variant-numeric: tabular-nums;
		font-weight: 700;
		text-align: center;
		white-space: nowrap;
		cursor: pointer;
		contain: layout paint;
	}
	@media (max-width: 700px) {
		button {
			display: none;
		}
	}
</style>
