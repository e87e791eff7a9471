<script lang="ts">
	/**
	 * The edge of a panel, dragged or moved by arrow keys to make it wider or narrower; a double
	 * click gives it its usual width. A window splitter as in the ARIA Authoring Practices.
	 */
	interface Props {
		label: string;
		/** The panel's width, px, and its limits. */
		width: number;
		least: number;
		most: number;
		usual: number;
		/** The side of the panel that the edge is at. */
		side: 'left' | 'right';
		onset: (width: number) => void;
	}
	const { label, width, least, most, usual, side, onset }: Props = $props();

	/** By an arrow key, px. */
	const STEP = 16;
	let from: { x: number; width: number } | undefined;

	function start(event: PointerEvent & { currentTarget: HTMLElement }): void {
		if (event.button !== 0) return;
		event.currentTarget.setPointerCapture(event.pointerId);
		from = { x: event.clientX, width };
	}
	function move(event: PointerEvent): void {
		if (!from) return;
		const by = event.clientX - from.x;
		onset(from.width + (side === 'right' ? by : -by));
	}
	function onKey(event: KeyboardEvent): void {
		const wider = side === 'right' ? 'ArrowRight' : 'ArrowLeft';
		const narrower = side === 'right' ? 'ArrowLeft' : 'ArrowRight';
		if (event.key === wider) onset(width + STEP);
		else if (event.key === narrower) onset(width - STEP);
		else if (event.key === 'Home') onset(least);
		else if (event.key === 'End') onset(most);
		else if (event.key === 'Enter') onset(usual);
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
	aria-valuenow={width}
	aria-valuemin={least}
	aria-valuemax={most}
	tabindex="0"
	onpointerdown={start}
	onpointermove={move}
	onpointerup={() => (from = undefined)}
	onpointercancel={() => (from = undefined)}
	ondblclick={() => onset(usual)}
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
