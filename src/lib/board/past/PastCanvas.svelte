<script lang="ts">
	/** Shows an earlier moment of the board: to look round in, and to pick things that are to come back. */
	import { toScreen } from '$core/geometry/view';
	import { m } from '$lib/messages';
	import { onMount } from 'svelte';
	import KeyArea from '../KeyArea.svelte';
	import { DirectPainter } from '../painter/direct';
	import { SceneCanvas } from '../painter/scene-canvas';
	import { canPaintTiles, TilePainter } from '../painter/tiles';
	import type { PastView } from './past-view.svelte';

	const { past }: { past: PastView } = $props();
	let holder: HTMLDivElement;
	let scene: HTMLDivElement;

	/** Way of the pointer from which on a press is no click, px. */
	const SLACK = 4;
	let press: { x: number; y: number; moved: boolean } | undefined;

	onMount(() => {
		// What the browser's own tests look at.
		(window as unknown as Record<string, unknown>)['wandtafelPast'] = past;
		const surface = new SceneCanvas(scene);
		const painter = canPaintTiles()
			? new TilePainter(surface, past.model, past.boardId, past.groundOn, () => past.pictures++)
			: new DirectPainter(surface, past.model, past.boardId, past.groundOn);
		past.painter = painter;
		painter.setSheet(past.sheet);
		const measure = (): void => past.setSize({ w: holder.clientWidth, h: holder.clientHeight });
		measure();
		const resizing = new ResizeObserver(measure);
		resizing.observe(holder);
		holder.addEventListener('wheel', onWheel, { passive: false });
		holder.focus({ preventScroll: true });
		return () => {
			resizing.disconnect();
			holder.removeEventListener('wheel', onWheel);
			painter.destroy();
			past.painter = undefined;
		};
	});

	const at = (event: MouseEvent): { x: number; y: number } => {
		const { left, top } = holder.getBoundingClientRect();
		return { x: event.clientX - left, y: event.clientY - top };
	};

	function onWheel(event: WheelEvent): void {
		event.preventDefault();
		const lines = event.deltaMode === 1 ? 16 : 1;
		if (event.ctrlKey || event.metaKey) past.zoom(Math.exp(-event.deltaY * lines * 0.0022), at(event));
		else past.pan(-event.deltaX * lines, -event.deltaY * lines);
	}

	function onDown(event: PointerEvent): void {
		holder.setPointerCapture(event.pointerId);
		press = { x: event.clientX, y: event.clientY, moved: false };
	}
	function onMove(event: PointerEvent): void {
		if (!press) return;
		const [dx, dy] = [event.clientX - press.x, event.clientY - press.y];
		if (!press.moved && Math.hypot(dx, dy) < SLACK) return;
		past.pan(dx, dy);
		press = { x: event.clientX, y: event.clientY, moved: true };
	}
	function onUp(event: PointerEvent): void {
		if (press && !press.moved) past.pickAt(at(event), event.shiftKey);
		press = undefined;
	}
	function onKey(event: KeyboardEvent): void {
		const step: Record<string, [number, number]> = {
			ArrowLeft: [60, 0],
			ArrowRight: [-60, 0],
			ArrowUp: [0, 60],
			ArrowDown: [0, -60],
		};
		const by = step[event.key];
		if (by) past.pan(...by);
		else if (event.key === '+') past.zoom(1.25);
		else if (event.key === '-') past.zoom(0.8);
		else return;
		event.preventDefault();
		event.stopPropagation();
	}

	const frames = $derived.by(() => {
		past.changes.observe();
		return [...past.picked].flatMap((id) => {
			const box = past.model.boundsOf(id);
			if (!box) return [];
			const { x, y } = toScreen(past.view, box);
			return { id, x, y, w: box.w * past.view.scale, h: box.h * past.view.scale };
		});
	});
</script>

<KeyArea>
	<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
	<div
		class="past"
		role="application"
		aria-label={m.replay_canvas()}
		tabindex="0"
		bind:this={holder}
		data-testid="past"
		onpointerdown={onDown}
		onpointermove={onMove}
		onpointerup={onUp}
		onpointercancel={() => (press = undefined)}
		onkeydown={onKey}
	>
		<div class="scene" bind:this={scene}></div>
		{#each frames as { id, x, y, w, h } (id)}
			<div class="picked" style="left: {x - 4}px; top: {y - 4}px; width: {w + 8}px; height: {h + 8}px"></div>
		{/each}
	</div>
</KeyArea>

<style>
	.past {
		position: absolute;
		inset: 0;
		z-index: 5;
		overflow: hidden;
		cursor: grab;
		touch-action: none;
		outline-offset: -3px;
		background: var(--frame-page);
	}
	.past::after {
		position: absolute;
		inset: 0;
		border: 3px solid var(--frame-accent);
		pointer-events: none;
		content: '';
	}
	.scene {
		position: absolute;
		inset: 0;
		width: 100%;
		height: 100%;
	}
	.picked {
		position: absolute;
		border: 2px solid var(--frame-accent);
		border-radius: 4px;
		pointer-events: none;
	}
</style>
