<script lang="ts">
	/** The straight-edge on the board: moved by its body, turned by its ends, with its degrees on it. */
	import { settleAngle } from '$core/ink/straight-edge';
	import { toBoard, toScreen } from '$core/geometry/view';
	import { m } from '$lib/messages';
	import X from '@lucide/svelte/icons/x';
	import type { Board } from './board.svelte';

	const { board }: { board: Board } = $props();
	const edge = $derived(board.edge!);
	const place = $derived(toScreen(board.view, edge));
	const marks = Array.from({ length: 41 }, (_, i) => i);
	let host: HTMLDivElement;

	let start: { x: number; y: number; edge: NonNullable<Board['edge']>; turns: boolean } | undefined;
	function down(event: PointerEvent, turns: boolean): void {
		event.stopPropagation();
		(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
		start = { x: event.clientX, y: event.clientY, edge, turns };
	}
	function move(event: PointerEvent): void {
		if (!start) return;
		event.stopPropagation();
		const { scale } = board.view;
		if (!start.turns) {
			const [dx, dy] = [(event.clientX - start.x) / scale, (event.clientY - start.y) / scale];
			board.edge = { ...start.edge, x: start.edge.x + dx, y: start.edge.y + dy };
			return;
		}
		const round = host.parentElement!.getBoundingClientRect();
		const p = toBoard(board.view, { x: event.clientX - round.left, y: event.clientY - round.top });
		const q = toBoard(board.view, { x: start.x - round.left, y: start.y - round.top });
		const angle = (at: typeof p): number => (Math.atan2(at.y - edge.y, at.x - edge.x) * 180) / Math.PI;
		board.edge = { ...start.edge, angle: settleAngle(start.edge.angle + angle(p) - angle(q)) };
	}
	const up = (): void => (start = undefined);

	function onKey(event: KeyboardEvent): void {
		const step = event.shiftKey ? 15 : 1;
		const far = 10 / board.view.scale;
		if (event.key === 'Escape') board.edge = undefined;
		else if (event.key === '+' || event.key === '-')
			board.edge = { ...edge, angle: (edge.angle + (event.key === '+' ? step : -step) + 360) % 360 };
		else if (event.key === 'ArrowLeft') board.edge = { ...edge, x: edge.x - far };
		else if (event.key === 'ArrowRight') board.edge = { ...edge, x: edge.x + far };
		else if (event.key === 'ArrowUp') board.edge = { ...edge, y: edge.y - far };
		else if (event.key === 'ArrowDown') board.edge = { ...edge, y: edge.y + far };
		else return;
		event.preventDefault();
		event.stopPropagation();
	}
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div
	class="edge"
	role="group"
	aria-label={m.straight_edge_at({ degrees: edge.angle })}
	tabindex="0"
	bind:this={host}
	data-testid="straight-edge"
	style:width="{edge.length * board.view.scale}px"
	style:height="{edge.breadth * board.view.scale}px"
	style:transform="translate({place.x}px,{place.y}px) translate(-50%,-50%) rotate({edge.angle}deg)"
	onpointerdown={(event) => down(event, false)}
	onpointermove={move}
	onpointerup={up}
	onkeydown={onKey}
>
	<div class="marks" aria-hidden="true">
		{#each marks as i (i)}<span class:long={i % 5 === 0}></span>{/each}
	</div>
	<button
		type="button"
		class="turn"
		aria-label={m.straight_edge_turn()}
		onpointerdown={(event) => down(event, true)}
		onpointermove={move}
		onpointerup={up}
	></button>
	<span class="degrees">{edge.angle}°</span>
	<button
		type="button"
		class="turn"
		aria-label={m.straight_edge_turn()}
		onpointerdown={(event) => down(event, true)}
		onpointermove={move}
		onpointerup={up}
	></button>
	<button
		type="button"
		class="close"
		aria-label={m.straight_edge_away()}
		onpointerdown={(event) => event.stopPropagation()}
		onclick={() => (board.edge = undefined)}><X size={14} /></button
	>
</div>

<style>
	.edge {
		position: absolute;
		left: 0;
		top: 0;
		display: flex;
		align-items: center;
		justify-content: space-between;
		padding: 0 14px;
		border: 1px solid #8c6a3f;
		border-radius: 3px;
		background: #d6c0a4e0;
		color: #1d2421;
		cursor: move;
		touch-action: none;
		user-select: none;
	}
	.marks {
		position: absolute;
		inset: 0 8px;
		display: flex;
		justify-content: space-between;
		pointer-events: none;
	}
	.marks span {
		width: 1px;
		height: 7px;
		background: #1d242199;
	}
	.marks .long {
		height: 12px;
	}
	.degrees {
		font-size: var(--size-large);
		font-variant-numeric: tabular-nums;
		font-weight: 700;
	}
	.turn {
		width: 22px;
		height: 22px;
		border: 2px solid #1d2421;
		border-radius: 50%;
		background: #f2eee3;
		cursor: grab;
		touch-action: none;
	}
	.close {
		position: absolute;
		right: 44px;
		bottom: 4px;
		display: grid;
		place-items: center;
		width: 20px;
		height: 20px;
		cursor: pointer;
	}
</style>
