<script lang="ts">
	/** A small picture of the whole sheet with the view in it; press or drag to go there. */
	import { chalkOn, type Surface } from '$core/board/colours';
	import { colourOf } from '$core/board/colour-of';
	import { inPaintOrder } from '$core/board/scene';
	import { unionOf, type Box } from '$core/geometry/box';
	import { fitBox, seen, type View } from '$core/geometry/view';
	import { m } from '$lib/paraglide/messages';
	import type { Board } from '../../board/board.svelte';
	import { onMount } from 'svelte';
	import { calmly } from '../../ui/calmly.svelte';

	const { board }: { board: Board } = $props();
	const SIZE = { w: 192, h: 118 };
	const SETTLED = 250;
	let canvas: HTMLCanvasElement;
	let picture: View = { x: 0, y: 0, scale: 1 };
	let frame: number | undefined;

	const pace = calmly(
		() => board.room.version,
		() => board.sheet,
	);

	/** The sheet without the view on it; drawn anew only when the sheet or its frame changed. */
	let content: { canvas: HTMLCanvasElement; box: Box } | undefined;
	let contentKey = '';
	/** The board itself is painted first. */
	let isSettled = $state(false);
	onMount(() => {
		const settling = setTimeout(() => (isSettled = true), SETTLED);
		return () => clearTimeout(settling);
	});

	function paint(): void {
		frame = undefined;
		const ratio = devicePixelRatio;
		const view = seen(board.view, board.size);
		const all = board.model.extent(board.sheet);
		picture = fitBox(unionOf([view, ...(all ? [all] : [])])!, SIZE, 8, 1);
		const { surface } = board.context;
		const made = board.painter?.picture();
		const key = [pace.version, board.sheet, surface, ratio].join();
		if (!made && isSettled && key !== contentKey && all) {
			pace.timed(() => paintContent(all, surface, ratio));
			contentKey = key;
		}
		const ctx = canvas.getContext('2d')!;
		if (canvas.width !== SIZE.w * ratio) [canvas.width, canvas.height] = [SIZE.w * ratio, SIZE.h * ratio];
		ctx.setTransform(1, 0, 0, 1, 0, 0);
		ctx.fillStyle = board.ground.colour;
		ctx.fillRect(0, 0, canvas.width, canvas.height);
		const k = picture.scale * ratio;
		ctx.setTransform(k, 0, 0, k, -picture.x * k, -picture.y * k);
		const shown = made ? { canvas: made.image, box: made.box } : content;
		if (shown && all) ctx.drawImage(shown.canvas, shown.box.x, shown.box.y, shown.box.w, shown.box.h);
		ctx.strokeStyle = chalkOn('white', surface);
		ctx.lineWidth = 1.5 / picture.scale;
		ctx.strokeRect(view.x, view.y, view.w, view.h);
	}

	/** Where the painter has no picture: draws all that is on the sheet, whatever the view: moving about costs no more than copying it. */
	function paintContent(all: Box, surface: Surface, ratio: number): void {
		const fitted = fitBox(all, SIZE, 0, 1);
		const k = fitted.scale * ratio;
		const made = document.createElement('canvas');
		[made.width, made.height] = [Math.max(1, Math.ceil(all.w * k)), Math.max(1, Math.ceil(all.h * k))];
		const ctx = made.getContext('2d')!;
		ctx.setTransform(k, 0, 0, k, -all.x * k, -all.y * k);
		const here = [...board.model.objects.values()].filter((object) => object.sheet === board.sheet);
		for (const object of inPaintOrder(here)) {
			const colour = colourOf(object, surface);
			if (!colour) continue;
			const [x, y, w, h] = object.box;
			ctx.fillStyle = colour;
			ctx.fillRect(x, y, w, h);
		}
		content = { canvas: made, box: { x: all.x, y: all.y, w: made.width / k, h: made.height / k } };
	}

	$effect(() => {
		void pace.version;
		void board.pictures;
		void isSettled;
		void board.view;
		void board.size;
		void board.sheet;
		frame ??= requestAnimationFrame(paint);
		return () => {
			if (frame !== undefined) cancelAnimationFrame(frame);
			frame = undefined;
		};
	});

	function go(event: PointerEvent): void {
		if (event.buttons === 0) return;
		canvas.setPointerCapture(event.pointerId);
		const round = canvas.getBoundingClientRect();
		const x = picture.x + (event.clientX - round.left) / picture.scale;
		const y = picture.y + (event.clientY - round.top) / picture.scale;
		const part: Box = seen(board.view, board.size);
		board.setView({ ...board.view, x: x - part.w / 2, y: y - part.h / 2 });
	}
</script>

<div role="img" aria-label={m.overview()}>
	<canvas
		bind:this={canvas}
		style:width="{SIZE.w}px"
		style:height="{SIZE.h}px"
		onpointerdown={go}
		onpointermove={go}
	></canvas>
</div>

<style>
	canvas {
		display: block;
		border: 1px solid var(--frame-line);
		border-radius: var(--radius-control);
		cursor: pointer;
		touch-action: none;
	}
</style>
