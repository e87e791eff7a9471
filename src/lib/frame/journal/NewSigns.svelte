<script lang="ts">
	/** Frames round what is new on the sheet; the one that is shown is stronger. */
	import { seen, toScreen } from '$core/geometry/view';
	import { overlaps } from '$core/geometry/box';
	import type { Board } from '../../board/board.svelte';
	import type { JournalState } from './journal-state.svelte';

	const { board, journal }: { board: Board; journal: JournalState } = $props();
	/** Most frames at a time. */
	const MAX = 300;
	const frames = $derived.by(() => {
		const model = board.room.observed;
		const { view, size, sheet } = board;
		const area = seen(view, size);
		const shown = journal.newIds[journal.shown];
		return journal.newIds
			.flatMap((id) => {
				const box = model.find(id)?.sheet === sheet ? model.boundsOf(id) : undefined;
				if (!box || !overlaps(box, area)) return [];
				const { x, y } = toScreen(view, box);
				return [{ id, x, y, w: box.w * view.scale, h: box.h * view.scale, isShown: id === shown }];
			})
			.slice(0, MAX);
	});
</script>

<div class="signs" aria-hidden="true">
	{#each frames as { id, x, y, w, h, isShown } (id)}
		<div
			class="sign"
			class:shown={isShown}
			style="transform: translate({x - 5}px, {y - 5}px); width: {w + 10}px; height: {h + 10}px"
		></div>
	{/each}
</div>

<style>
	.signs {
		position: absolute;
		inset: 0;
		overflow: hidden;
		pointer-events: none;
	}
	.sign {
		position: absolute;
		border: 2px dashed var(--frame-accent);
		border-radius: 5px;
	}
	.sign.shown {
		border: 3px solid var(--frame-accent);
	}
</style>
