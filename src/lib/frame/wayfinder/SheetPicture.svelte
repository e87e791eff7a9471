<script lang="ts">
	/** A sheet as a very small picture: where its objects are, in their colours. */
	import { groundOf } from '$core/board/ground';
	import type { Sheet } from '$core/board/objects';
	import { inPaintOrder } from '$core/board/scene';
	import { shrinkBox } from '$core/geometry/view';
	import type { Board } from '../../board/board.svelte';
	import { paintSpots } from '../../board/painter/spots';
	import { paintStill } from '../../board/painter/still';
	import type { Calm } from '../../ui/calmly.svelte';

	const { board, sheet, pace }: { board: Board; sheet: Sheet; pace: Calm } = $props();
	const SIZE = { w: 36, h: 24 };
	/** More objects than this would not be told apart at this size. */
	const MAX = 600;
	let canvas: HTMLCanvasElement;

	$effect(() => {
		pace.observe();
		const ratio = devicePixelRatio;
		const ground = groundOf(sheet);
		const all = board.model.extent(sheet.id);
		paintStill(canvas, Math.round(SIZE.w * ratio), Math.round(SIZE.h * ratio), (ctx) => {
			ctx.fillStyle = ground.colour;
			ctx.fillRect(0, 0, canvas.width, canvas.height);
			if (!all) return;
			const view = shrinkBox(all, SIZE, 2);
			const k = view.scale * ratio;
			ctx.setTransform(k, 0, 0, k, -view.x * k, -view.y * k);
			const objects = [];
			for (const object of board.model.inOrder(sheet.id)) if (objects.push(object) >= MAX) break;
			paintSpots(ctx, inPaintOrder(objects), ground.surface, 1 / view.scale);
		});
	});
</script>

<canvas bind:this={canvas} style:width="{SIZE.w}px" style:height="{SIZE.h}px" aria-hidden="true"></canvas>

<style>
	canvas {
		flex: none;
		border: 1px solid var(--frame-line);
		border-radius: 3px;
	}
</style>
