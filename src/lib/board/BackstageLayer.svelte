<script lang="ts">
	/** What waits backstage on this sheet, as those who lead see it: pale, under hatching, and never in anybody's way. */
	import { isConnector } from '$core/board/kinds/guards';
	import { groundOf } from '$core/board/ground';
	import { pictureOf } from '$core/board/scene';
	import { toBoard } from '$core/geometry/view';
	import { m } from '$lib/messages';
	import type { Board } from './board.svelte';
	import { browserMeasure } from './measure';
	import { paintDrawing } from './painter/primitives';

	const { board }: { board: Board } = $props();
	const objects = $derived(board.room.backstage?.objects(board.sheet) ?? []);
	const origin = $derived(toBoard(board.view, { x: 0, y: 0 }));
	const shown = $derived(objects.filter((each) => !isConnector(each)));

	function paint(canvas: HTMLCanvasElement): void {
		const ctx = canvas.getContext('2d');
		const { backstage } = board.room;
		const sheet = board.model.sheets.find(({ id }) => id === board.sheet);
		if (!ctx || !backstage || !sheet) return;
		const ratio = devicePixelRatio;
		[canvas.width, canvas.height] = [board.size.w * ratio, board.size.h * ratio];
		const picture = pictureOf(backstage.model, objects, groundOf(sheet), browserMeasure, 0);
		if (!picture) return;
		const base = { scale: board.view.scale * ratio, x: origin.x, y: origin.y, ratio };
		for (const drawing of picture.drawings) paintDrawing(ctx, drawing, base);
	}
</script>

{#if objects.length > 0}
	<canvas
		class="pale"
		style:width="{board.size.w}px"
		style:height="{board.size.h}px"
		aria-hidden="true"
		{@attach (canvas) => paint(canvas)}
	></canvas>
	{#each shown as { id, box: [x, y, w, h] } (id)}
		<span
			class="mark"
			style:left="{(x - origin.x) * board.view.scale}px"
			style:top="{(y - origin.y) * board.view.scale}px"
			style:width="{w * board.view.scale}px"
			style:height="{h * board.view.scale}px"
			title={m.backstage()}
		></span>
	{/each}
{/if}

<style>
	.pale {
		position: absolute;
		inset: 0;
		opacity: 0.45;
		pointer-events: none;
	}
	.mark {
		position: absolute;
		border: 1px dashed #f2eee3;
		background: repeating-linear-gradient(-45deg, transparent 0 8px, #f2eee326 8px 10px);
		pointer-events: none;
	}
</style>
