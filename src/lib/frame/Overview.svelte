<script lang="ts">
	/** A small picture of the whole sheet with the view in it; press or drag to go there. */
	import { chalkOn, PIGMENT_COLOURS, SURFACE_COLOURS } from '$core/board/colours';
	import { inPaintOrder } from '$core/board/scene';
	import { unionOf, type Box } from '$core/geometry/box';
	import { fitBox, seen, type View } from '$core/geometry/view';
	import { m } from '$lib/paraglide/messages';
	import type { Board } from '../board/board.svelte';

	const { board }: { board: Board } = $props();
	const SIZE = { w: 192, h: 118 };
	let canvas: HTMLCanvasElement;
	let picture: View = { x: 0, y: 0, scale: 1 };
	let frame: number | undefined;

	function paint(): void {
		frame = undefined;
		const ctx = canvas.getContext('2d')!;
		const ratio = devicePixelRatio;
		canvas.width = SIZE.w * ratio;
		canvas.height = SIZE.h * ratio;
		const { surface } = board.context;
		ctx.fillStyle = SURFACE_COLOURS[surface].ground;
		ctx.fillRect(0, 0, canvas.width, canvas.height);
		const view = seen(board.view, board.size);
		const all = board.model.extent(board.sheet);
		picture = fitBox(unionOf([view, ...(all ? [all] : [])])!, SIZE, 8, 1);
		const k = picture.scale * ratio;
		ctx.setTransform(k, 0, 0, k, -picture.x * k, -picture.y * k);
		for (const object of inPaintOrder(board.model.onSheet(board.sheet))) {
			const [x, y, w, h] = object.box;
			if (object.kind === 'connector') continue;
			if (object.kind === 'note') ctx.fillStyle = PIGMENT_COLOURS[object.style.pigment].ground;
			else if (object.kind === 'shape' && object.style.fill !== 'none')
				ctx.fillStyle = PIGMENT_COLOURS[object.style.fill].ground;
			else
				ctx.fillStyle =
					chalkOn(object.style.chalk, surface) +
					(object.kind === 'shape' ? '60' : object.kind === 'text' ? '50' : '22');
			ctx.fillRect(x, y, w, h);
		}
		ctx.strokeStyle = chalkOn('white', surface);
		ctx.lineWidth = 1.5 / picture.scale;
		ctx.strokeRect(view.x, view.y, view.w, view.h);
	}

	$effect(() => {
		void board.room.version;
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

<canvas
	bind:this={canvas}
	style:width="{SIZE.w}px"
	style:height="{SIZE.h}px"
	aria-label={m.overview()}
	role="img"
	onpointerdown={go}
	onpointermove={go}
></canvas>

<style>
	canvas {
		display: block;
		border: 1px solid var(--frame-line);
		border-radius: var(--radius-control);
		cursor: pointer;
		touch-action: none;
	}
</style>
