<script lang="ts">
	/** A small picture of the whole sheet with the view in it; press or drag to go there. */
	import { chalkOn } from '$core/board/colours';
	import { inPaintOrder } from '$core/board/scene';
	import { unionOf, type Box } from '$core/geometry/box';
	import { shrinkBox, seen, type View } from '$core/geometry/view';
	import { m } from '$lib/messages';
	import type { Board } from '../../board/board.svelte';
	import type { SheetPicture } from '../../board/painter/painter';
	import { makeMovable } from '../../board/painter/movable';
	import { paintSpots } from '../../board/painter/spots';
	import { paintStill } from '../../board/painter/still';
	import { onMount } from 'svelte';
	import { calmly } from '../../ui/calmly.svelte';

	interface Content {
		/** What it shows, board units, and its pixels a unit. */
		box: Box;
		k: number;
	}
	interface Props {
		board: Board;
		/** Px. */
		width: number;
	}
	const { board, width }: Props = $props();
	const size = $derived({ w: width, h: Math.round(width * 0.615) });
	const FIRST_PAINT_DELAY_MS = 250;
	/** How far apart the frame's movements are at least, ms. */
	const FRAME_INTERVAL_MS = 30;
	/** So many objects are only painted here when nobody else does it. */
	const MANY = 3000;
	let place: HTMLDivElement;
	let canvas: HTMLCanvasElement;
	let frame: HTMLCanvasElement;
	const pace = calmly(
		() => board.room.changes.count,
		() => board.sheet,
		() => board.painter?.isBusy ?? false,
	);
	/** The part of the board round everything and the view, as it fits into the picture. */
	let fitted = $state.raw(fit());

	function fit(): View {
		const all = board.model.extent(board.sheet);
		return shrinkBox(unionOf([seen(board.view, board.size), ...(all ? [all] : [])])!, size, 8);
	}

	/** What the canvas shows: painted anew only when the sheet has changed, and moved to where it belongs. */
	let content = $state.raw<Content>();
	/** The board itself is painted first. */
	let isSettled = $state(false);
	onMount(() => {
		const settling = setTimeout(() => (isSettled = true), FIRST_PAINT_DELAY_MS);
		return () => clearTimeout(settling);
	});

	/** Which of the painter's pictures was copied last. */
	let copied: number | undefined;

	function paint(): void {
		const made = board.painter?.picture();
		const all = board.model.extent(board.sheet);
		if (!made) copied = undefined;
		if (!all) content = copied = undefined;
		else if (made) {
			if (made.version !== copied) content = copy(made);
			copied = made.version;
		} else if (isSettled) content = waits() ? undefined : pace.timed(() => paintContent(all));
	}

	const waits = (): boolean =>
		board.painter?.makesPicture === true && board.model.countOn(board.sheet) > MANY;

	/** As large as it is ever shown here, so that moving it about costs nothing. */
	const sized = (box: Box): { w: number; h: number; k: number } => {
		const k = shrinkBox(box, size).scale * devicePixelRatio;
		return { w: Math.max(1, Math.ceil(box.w * k)), h: Math.max(1, Math.ceil(box.h * k)), k };
	};

	/** The painter's own picture of the sheet, smaller. */
	function copy({ image, box }: SheetPicture): Content {
		const { w, h, k } = sized(box);
		paintStill(canvas, w, h, (ctx) => {
			ctx.imageSmoothingQuality = 'medium';
			ctx.drawImage(image, 0, 0, box.w * k, box.h * k);
		});
		return { box, k };
	}

	/** Where the painter has no picture: draws all that is on the sheet, whatever the view. */
	function paintContent(all: Box): Content {
		const { w, h, k } = sized(all);
		const { surface } = board.context;
		paintStill(canvas, w, h, (ctx) => {
			ctx.setTransform(k, 0, 0, k, -all.x * k, -all.y * k);
			const here = [...board.model.objects.values()].filter((object) => object.sheet === board.sheet);
			paintSpots(ctx, inPaintOrder(here), surface);
		});
		return { box: all, k };
	}

	$effect(() => {
		pace.observe();
		void board.pictures;
		void isSettled;
		void board.sheet;
		const asked = requestAnimationFrame(paint);
		return () => cancelAnimationFrame(asked);
	});

	/**
	 * The frame round what is seen, on a small canvas of its own: drawn anew only where its size changes, and moved otherwise. Neither is
	 * done in every frame, for that costs the browser as much as moving the board.
	 */
	let framing: ReturnType<typeof setTimeout> | undefined;
	let framed = '';
	$effect(() => {
		pace.observe();
		void [board.view, board.size, board.context.surface, board.sheet, size];
		framing ??= setTimeout(showFrame, FRAME_INTERVAL_MS);
	});
	onMount(() => () => clearTimeout(framing));

	function showFrame(): void {
		framing = undefined;
		const next = fit();
		if (next.x !== fitted.x || next.y !== fitted.y || next.scale !== fitted.scale) fitted = next;
		const view = seen(board.view, board.size);
		const { x, y, scale } = fitted;
		const [w, h] = [view.w * scale * devicePixelRatio, view.h * scale * devicePixelRatio];
		const colour = chalkOn('white', board.context.surface);
		frame.style.transform = `translate(${(view.x - x) * scale}px,${(view.y - y) * scale}px)`;
		const line = 1.5 * devicePixelRatio;
		const form = [w.toFixed(1), h.toFixed(1), colour, line, size.w].join();
		if (form === framed) return;
		framed = form;
		const ctx = frame.getContext('2d')!;
		ctx.clearRect(0, 0, frame.width, frame.height);
		ctx.strokeStyle = colour;
		ctx.lineWidth = line;
		ctx.strokeRect(line / 2, line / 2, w - line, h - line);
	}

	/** Where the picture of everything is, as a transform. */
	const placed = ({ box, k }: Content): string =>
		`translate(${(box.x - fitted.x) * fitted.scale}px,${(box.y - fitted.y) * fitted.scale}px) scale(${fitted.scale / k})`;

	function go(event: PointerEvent): void {
		if (event.buttons === 0) return;
		place.setPointerCapture(event.pointerId);
		const round = place.getBoundingClientRect();
		const x = fitted.x + (event.clientX - round.left) / fitted.scale;
		const y = fitted.y + (event.clientY - round.top) / fitted.scale;
		const part: Box = seen(board.view, board.size);
		board.setView({ ...board.view, x: x - part.w / 2, y: y - part.h / 2 });
	}
</script>

<div
	class="overview"
	role="img"
	aria-label={m.overview()}
	style:width="{size.w}px"
	style:height="{size.h}px"
	style:background={board.ground.colour}
	bind:this={place}
	onpointerdown={go}
	onpointermove={go}
>
	<canvas
		bind:this={canvas}
		hidden={!content}
		style:transform={content && placed(content)}
		{@attach makeMovable}
	></canvas>
	<canvas
		bind:this={frame}
		{@attach makeMovable}
		width={Math.round(size.w * devicePixelRatio)}
		height={Math.round(size.h * devicePixelRatio)}
		style:width="{size.w}px"
		style:height="{size.h}px"
	></canvas>
</div>

<style>
	.overview {
		position: relative;
		overflow: clip;
		box-sizing: content-box;
		border: 1px solid var(--frame-line);
		border-radius: var(--radius-control);
		cursor: pointer;
		touch-action: none;
	}
	canvas {
		position: absolute;
		left: 0;
		top: 0;
		max-width: none;
		transform-origin: 0 0;
		pointer-events: none;
	}
</style>
