<script lang="ts">
	/**
	 * The edge of a panel, dragged or moved by arrow keys to make it wider or narrower; a double
	 * click gives it its usual width. A window splitter as in the ARIA Authoring Practices.
	 */
	import type { PanelWidth } from './panel-width.svelte';

	interface Props {
		label: string;
		panel: PanelWidth;
		/** The side of the panel that the edge is at. */
		side: 'left' | 'right';
	}
	const { label, panel, side }: Props = $props();

	/** By an arrow key, px. */
	const STEP = 16;
	let from: { x: number; width: number } | undefined;

	function start(event: PointerEvent & { currentTarget: HTMLElement }): void {
		if (event.button !== 0) return;
		event.currentTarget.setPointerCapture(event.pointerId);
		from = { x: event.clientX, width: panel.now };
	}
	function move(event: PointerEvent): void {
		if (!from) return;
		const by = event.clientX - from.x;
		panel.set(from.width + (side === 'right' ? by : -by));
	}
	function onKey(event: KeyboardEvent): void {
		const wider = side === 'right' ? 'ArrowRight' : 'ArrowLeft';
		const narrower = side === 'right' ? 'ArrowLeft' : 'ArrowRight';
		if (event.key === wider) panel.set(panel.now + STEP);
		else if (event.key === narrower) panel.set(panel.now - STEP);
		else if (event.key === 'Home') panel.set(panel.least);
		else if (event.key === 'End') panel.set(panel.most);
		else if (event.key === 'Enter') panel.set(panel.usual);
		else return;
		event.preventDefault();
		event.stopPropagation();
	}
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
<div
	class="splitter {side}"
	role="separator"
	aria-orientation="vertical"
	aria-label={label}
	aria-valuenow={panel.now}
	aria-valuemin={panel.least}
	aria-valuemax={panel.most}
	tabindex="0"
	onpointerdown={start}
	onpointermove={move}
	onpointerup={() => (from = undefined)}
	onpointercancel={() => (from = undefined)}
	ondblclick={() => panel.set(panel.usual)}
	onkeydown={onKey}
></div>

<style>
	.splitter {
		position: absolute;
		z-index: 5;
		top: 0;
		bottom: 0;
		width: 8px;
		cursor: col-resize;
		touch-action: none;
	}
	.right {
		right: -4px;
	}
	.left {
		left: -4px;
	}
	.splitter:hover,
	.splitter:focus-visible {
		background: color-mix(in srgb, var(--frame-action) 45%, transparent);
		outline: none;
	}
	@media (max-width: 640px) {
		.splitter {
			display: none;
		}
	}
</style>
