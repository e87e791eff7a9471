<script lang="ts">
	/** Whoever shows sees here what comes next, their notes and the clock, and turns the slides; also from a phone. */
	import { countdown } from '$core/meeting/clock';
	import { groundOf } from '$core/board/ground';
	import { pictureOf } from '$core/board/scene';
	import { shrinkBox } from '$core/geometry/view';
	import { slideFrom, slidesOf, writeShow } from '$core/meeting/show';
	import { plainText } from '$core/text/rich';
	import { m } from '$lib/messages';
	import ChevronLeft from '@lucide/svelte/icons/chevron-left';
	import ChevronRight from '@lucide/svelte/icons/chevron-right';
	import { browserMeasure } from '../../board/measure';
	import { paintDrawing } from '../../board/painter/primitives';
	import type { Room } from '../../room/room.svelte';
	import { ticking } from '../../ui/time.svelte';

	interface Props {
		room: Room;
		/** Shows the slides on this very screen, where that can be done. */
		onhere?: () => void;
	}
	const { room, onhere }: Props = $props();
	const clock = ticking(() => room.now());
	const left = $derived(room.plan.running && countdown(room.plan.running, clock.now));
	const slides = $derived.by(() => {
		return slidesOf(room.observed);
	});
	const at = $derived(slides.findIndex(({ id }) => id === room.show?.at));
	const next = $derived(slides[at + 1]);
	const aside = $derived(room.step && room.backstage?.asideOf(room.step.id));
	const title = (field: { text: Parameters<typeof plainText>[0] } | undefined): string =>
		(field && plainText(field.text)) || m.untitled();
	function turn(by: number): void {
		const to = slideFrom(slides, room.show?.at, by);
		if (room.show && to) writeShow(room.session, { ...room.show, at: to.id });
	}
	const WIDTH = 256;
	const HEIGHT = 150;
	function picture(canvas: HTMLCanvasElement): void {
		const ctx = canvas.getContext('2d');
		const field = next;
		const sheet = room.model.sheets.find(({ id }) => id === field?.sheet);
		if (!ctx || !field || !sheet) return;
		const ratio = devicePixelRatio;
		[canvas.width, canvas.height] = [WIDTH * ratio, HEIGHT * ratio];
		const ids = [field.id, ...room.model.contentsOf(field)];
		const shown = pictureOf(
			room.model,
			ids.flatMap((id) => room.model.find(id) ?? []),
			groundOf(sheet),
			browserMeasure,
			0,
		);
		if (!shown) return;
		ctx.fillStyle = shown.ground;
		ctx.fillRect(0, 0, canvas.width, canvas.height);
		const view = shrinkBox(shown.view, { w: WIDTH, h: HEIGHT }, 6);
		const base = { scale: view.scale * ratio, x: view.x, y: view.y, ratio };
		for (const drawing of shown.drawings) paintDrawing(ctx, drawing, base);
	}
</script>

<section data-testid="show-desk">
	<h2 class="panel-title">{m.showing_slide({ at: at + 1, count: slides.length })}</h2>
	<p class="title">{title(slides[at])}</p>
	{#if left}<p class="time" class:over={left.seconds < 0}>{left.text}</p>{/if}
	<div class="row">
		<button type="button" class="button" disabled={at <= 0} onclick={() => turn(-1)}
			><ChevronLeft size={18} />{m.slide_back()}</button
		>
		<button type="button" class="button main" disabled={at >= slides.length - 1} onclick={() => turn(1)}
			>{m.slide_next()}<ChevronRight size={18} /></button
		>
	</div>
	{#if aside}
		<h3 class="label">{m.only_for_you()}</h3>
		<p class="aside">{aside}</p>
	{/if}
	{#if next}
		<h3 class="label">{m.slide_then({ title: title(next) })}</h3>
		{#key `${next.id} ${room.changes.count}`}<canvas
				style:width="{WIDTH}px"
				style:aspect-ratio="{WIDTH} / {HEIGHT}"
				aria-hidden="true"
				{@attach (canvas) => picture(canvas)}
			></canvas>{/key}
	{/if}
	<div class="row">
		{#if onhere}<button type="button" class="button" onclick={onhere}>{m.show_here()}</button>{/if}
		<button type="button" class="button" onclick={() => writeShow(room.session, undefined)}
			>{m.show_end()}</button
		>
	</div>
</section>

<style>
	.title {
		margin-top: 4px;
		font-size: var(--size-large);
		font-weight: 700;
		line-height: 1.25;
	}
	.time {
		color: var(--frame-accent);
		font-size: 26px;
		font-variant-numeric: tabular-nums;
		font-weight: 700;
	}
	.time.over {
		color: var(--frame-bad);
	}
	.row {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		margin: 10px 0;
	}
	.row .button {
		flex: 1;
		padding: 4px 8px;
		min-height: 42px;
	}
	.aside {
		padding: 8px 10px;
		border-left: 3px solid var(--frame-accent);
		background: var(--frame-raised);
		font-size: var(--size-note);
		white-space: pre-line;
	}
	canvas {
		max-width: 100%;
		border: 1px solid var(--frame-line);
		border-radius: var(--radius-control);
	}
	h3 {
		margin: 12px 0 4px;
	}
</style>
