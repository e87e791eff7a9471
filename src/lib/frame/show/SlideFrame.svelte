<script lang="ts">
	/** The board as a slide: one field and nothing else, with the way on, back and out. */
	import { slideFrom, slidesOf, writeShow } from '$core/meeting/show';
	import { groundOf } from '$core/board/ground';
	import { toBoard } from '$core/geometry/view';
	import { m } from '$lib/messages';
	import ChevronLeft from '@lucide/svelte/icons/chevron-left';
	import ChevronRight from '@lucide/svelte/icons/chevron-right';
	import X from '@lucide/svelte/icons/x';
	import type { Board } from '../../board/board.svelte';

	interface Props {
		board: Board;
		/** Leaves the slides on this screen. */
		onleave: () => void;
	}
	const { board, onleave }: Props = $props();
	const { room } = $derived(board);
	const slides = $derived.by(() => {
		return slidesOf(room.observed);
	});
	const at = $derived(slides.findIndex(({ id }) => id === room.show?.at));
	const slide = $derived(slides[at]);
	const origin = $derived(toBoard(board.view, { x: 0, y: 0 }));
	const ground = $derived.by(() => {
		const sheet = board.model.sheets.find(({ id }) => id === slide?.sheet);
		return sheet ? groundOf(sheet).colour : '#25322e';
	});
	function turn(by: number): void {
		const next = slideFrom(slides, room.show?.at, by);
		if (room.leads && room.show && next) writeShow(room.session, { ...room.show, at: next.id });
	}
	function keys(event: KeyboardEvent): void {
		if (event.key === 'Escape') onleave();
		else if (['ArrowRight', 'ArrowDown', 'PageDown', ' ', 'Enter'].includes(event.key)) turn(1);
		else if (['ArrowLeft', 'ArrowUp', 'PageUp', 'Backspace'].includes(event.key)) turn(-1);
		else return;
		event.preventDefault();
		event.stopPropagation();
	}
</script>

<svelte:window onkeydowncapture={keys} />

{#if slide}
	{@const [x, y, w, h] = slide.box}
	<!-- What lies around the field is covered in the ground's colour. -->
	<div
		class="mask"
		style:left="{(x - origin.x) * board.view.scale}px"
		style:top="{(y - origin.y) * board.view.scale}px"
		style:width="{w * board.view.scale}px"
		style:height="{h * board.view.scale}px"
		style:--ground={ground}
	></div>
	{#if room.leads && board.tool !== 'pointer'}
		<!-- A click anywhere goes on; the keys do the same. -->
		<button type="button" class="next" aria-label={m.slide_next()} tabindex="-1" onclick={() => turn(1)}
		></button>
	{/if}
{/if}
<div class="bar" data-testid="slide-bar">
	{#if room.leads}
		<button
			type="button"
			class="icon-button"
			aria-label={m.slide_back()}
			title={m.slide_back()}
			disabled={at <= 0}
			onclick={() => turn(-1)}><ChevronLeft size={20} /></button
		>
	{/if}
	<span role="status">{m.slide_of({ at: at + 1, count: slides.length })}</span>
	{#if room.leads}
		<button
			type="button"
			class="icon-button"
			aria-label={m.slide_next()}
			title={m.slide_next()}
			disabled={at >= slides.length - 1}
			onclick={() => turn(1)}><ChevronRight size={20} /></button
		>
		<button
			type="button"
			class="button"
			aria-pressed={board.tool === 'pointer'}
			onclick={() => board.takeUp(board.tool === 'pointer' ? 'view' : 'pointer')}>{m.tool_pointer()}</button
		>
	{/if}
	<button type="button" class="button" onclick={onleave}
		><X size={16} />{room.leads ? m.slide_leave() : m.slide_alone()}</button
	>
</div>

<style>
	.mask {
		position: absolute;
		box-shadow: 0 0 0 9999px var(--ground);
		pointer-events: none;
	}
	.next {
		position: absolute;
		inset: 0;
		cursor: default;
	}
	.bar {
		position: absolute;
		right: 16px;
		bottom: 14px;
		display: flex;
		align-items: center;
		gap: 8px;
		padding: 4px 8px;
		border-radius: 8px;
		background: #12201bcc;
		color: #f2eee3;
		font-size: var(--size-note);
		opacity: 0.35;
		transition: opacity 0.2s;
	}
	.bar:hover,
	.bar:focus-within {
		opacity: 1;
	}
	@media (max-width: 640px) {
		.bar {
			opacity: 1;
		}
	}
</style>
