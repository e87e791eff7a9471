<script lang="ts">
	/** Other people's pointers with their names and asides, gliding between what is told; quick signs float up from them. */
	import { PIGMENT_COLOURS } from '$core/board/colours';
	import { pigmentFor } from '../../ui/person-pigments.svelte';
	import { IDLE_AFTER, paceOf } from '$core/live/presence';
	import { toBoard } from '$core/geometry/view';
	import { onMount } from 'svelte';
	import { SIGN_LOOKS } from '../../ui/signs';
	import type { Board } from '../board.svelte';
	import { makeMovable } from '../painter/movable';
	import Aside from './Aside.svelte';

	const { board }: { board: Board } = $props();
	const { room } = $derived(board);

	let now = $state(Date.now());
	onMount(() => {
		const timer = setInterval(() => (now = Date.now()), 5000);
		return () => clearInterval(timer);
	});
	const here = $derived(room.people.filter(({ cursor, sheet }) => cursor && sheet === board.sheet));
	const origin = $derived(toBoard(board.view, { x: 0, y: 0 }));
	const pace = $derived(paceOf(room.people.length + 1));

	// While the scale changes, pointers stay where they are on the board instead of gliding there.
	const scale = $derived(board.view.scale);
	let isZooming = $state(false);
	let timer: ReturnType<typeof setTimeout>;
	$effect(() => {
		void scale;
		if (here.length === 0) return;
		isZooming = true;
		clearTimeout(timer);
		timer = setTimeout(() => (isZooming = false), 120);
		return () => clearTimeout(timer);
	});
	const own = $derived(board.asideAt);
	/** Where a sign floats up from: the pointer of whoever gave it, or the middle of the lower edge. */
	const spotOf = (client: number | undefined): readonly [number, number] => {
		const told = client === undefined ? room.company.own : room.people.find((each) => each.client === client);
		if (told?.cursor && told.sheet === board.sheet) return told.cursor;
		const { w, h } = board.size;
		const low = toBoard(board.view, { x: w / 2, y: h - 60 });
		return [low.x, low.y];
	};
</script>

{#if here.length > 0 || room.company.signs.length > 0 || own}
	<div
		{@attach makeMovable}
		class="pointers"
		class:zooming={isZooming}
		style:transform="translate({-origin.x * scale}px,{-origin.y * scale}px)"
		style:--scale={scale}
		style:--pace="{pace}ms"
	>
		{#each here as { client, person, name, cursor, aside, heard } (client)}
			{@const { ground, ink } = PIGMENT_COLOURS[pigmentFor(person)]}
			<div
				class="pointer"
				class:idle={now - heard > IDLE_AFTER}
				style:--x={cursor![0]}
				style:--y={cursor![1]}
				style:--ground={ground}
				style:--ink={ink}
				data-testid="pointer"
			>
				<svg width="15" height="17" viewBox="0 0 15 17" aria-hidden="true"
					><path d="M1 1 L5 16 L8.5 11 L14 9 Z" /></svg
				>
				<span class="name">{name}</span>
				{#if aside}<span class="aside" role="status">{aside}</span>{/if}
			</div>
		{/each}
		{#each room.company.signs as { key, client, is, name } (key)}
			{@const [x, y] = spotOf(client)}
			{@const { icon: Icon, label } = SIGN_LOOKS[is]}
			<div class="sign" style:--x={x} style:--y={y} role="status" data-testid="quick-sign">
				<Icon size={22} aria-hidden="true" /><span>{name}</span><span class="sr-only">{label()}</span>
			</div>
		{/each}
		{#if own}
			<div class="pointer mine" style:--x={own.x} style:--y={own.y}><Aside {board} /></div>
		{/if}
	</div>
{/if}

<style>
	.pointers {
		position: absolute;
		left: 0;
		top: 0;
		width: 0;
		height: 0;
		pointer-events: none;
	}
	.pointer,
	.sign {
		position: absolute;
		translate: calc(var(--x) * var(--scale) * 1px) calc(var(--y) * var(--scale) * 1px);
	}
	.pointer {
		transition:
			translate var(--pace) linear,
			opacity 1s;
	}
	.zooming .pointer,
	.mine {
		transition: none;
	}
	.idle {
		opacity: 0.35;
	}
	path {
		fill: var(--ground);
		stroke: #1d2421;
		stroke-width: 1.2;
	}
	.name,
	.aside {
		position: absolute;
		left: 14px;
		top: 12px;
		padding: 1px 6px;
		border: 1px solid #1d2421;
		border-radius: 4px;
		background: var(--ground);
		color: var(--ink);
		font-size: 12px;
		font-weight: 700;
		white-space: nowrap;
	}
	.aside {
		top: 34px;
		width: max-content;
		max-width: 220px;
		padding: 4px 8px;
		font-size: 14px;
		font-weight: 400;
		white-space: normal;
	}
	.mine {
		pointer-events: auto;
	}
	.sign {
		display: flex;
		align-items: center;
		gap: 5px;
		padding: 4px 9px;
		border-radius: 16px;
		background: #f2eee3;
		color: #1d2421;
		font-size: 12px;
		font-weight: 700;
		white-space: nowrap;
		animation: rise 2.4s ease-out forwards;
	}
	@keyframes rise {
		from {
			opacity: 0;
			transform: translate(-50%, -10px);
		}
		15% {
			opacity: 1;
		}
		70% {
			opacity: 1;
		}
		to {
			opacity: 0;
			transform: translate(-50%, -90px);
		}
	}
	@media (prefers-reduced-motion: reduce) {
		.pointer {
			transition: none;
		}
		.sign {
			transform: translate(-50%, -40px);
			animation: none;
		}
	}
</style>
