<script lang="ts">
	/**
	 * A layer of signs that stand on the board and keep their size. It moves as a whole; only a change of scale moves signs against each
	 * other. Each sign has the class `at` and its place as `--x` and `--y`, board units. Without any sign there had better
	 * be no layer: an empty one costs as much to move as a full one.
	 */
	import { toBoard } from '$core/geometry/view';
	import type { Snippet } from 'svelte';
	import type { Board } from './board.svelte';
	import { makeMovable } from './painter/movable';

	interface Props {
		board: Board;
		/** What tests know it by. */
		name: string;
		children: Snippet;
	}
	const { board, name, children }: Props = $props();
	const origin = $derived(toBoard(board.view, { x: 0, y: 0 }));
</script>

<div
	{@attach makeMovable}
	class="signs"
	style:transform="translate({-origin.x * board.view.scale}px,{-origin.y * board.view.scale}px)"
	style:--scale={board.view.scale}
	data-testid={name}
>
	{@render children()}
</div>

<style>
	.signs {
		position: absolute;
		left: 0;
		top: 0;
		width: 0;
		height: 0;
	}
	.signs > :global(.at) {
		position: absolute;
		left: calc(var(--x) * var(--scale) * 1px);
		top: calc(var(--y) * var(--scale) * 1px);
	}
	/* A round sign that says that something is to be looked at. */
	.signs > :global(.attention) {
		width: 22px;
		height: 22px;
		translate: -50% -50%;
		border: 2px solid var(--frame-ground);
		border-radius: 50%;
		background: var(--frame-accent);
		color: var(--frame-ground);
		font-size: 13px;
		font-weight: 700;
		line-height: 1;
	}
</style>
