<script lang="ts">
	/** How large the board is shown, and the way back to its full size. */
	import { m } from '$lib/paraglide/messages';
	import { onDestroy } from 'svelte';
	import type { Board } from '../../board/board.svelte';

	const { board }: { board: Board } = $props();
	/** Nobody reads faster than this, ms; a new figure in each frame would have the whole ledge painted anew. */
	const PACE = 90;
	const percent = $derived(Math.round(board.view.scale * 100));
	let shown = $state(0);
	let timer: ReturnType<typeof setTimeout> | undefined;
	$effect.pre(() => {
		if (shown === 0) shown = percent;
		if (percent === shown) return;
		timer ??= setTimeout(() => {
			timer = undefined;
			shown = percent;
		}, PACE);
	});
	onDestroy(() => clearTimeout(timer));
</script>

<button
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
