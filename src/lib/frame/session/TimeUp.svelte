<script lang="ts">
	/**
	 * The end of a step's time: a soft sound and a sign along the upper edge. Neither takes the keyboard, and nothing is said twice for the
	 * same end.
	 */
	import { m } from '$lib/messages';
	import type { Room } from '../../room/room.svelte';
	import { ticking } from '../../ui/time.svelte';
	import { preferences } from '../../ui/preferences.svelte';
	import { softSound } from './sound';

	const { room }: { room: Room } = $props();
	/** How long the sign stays, ms. */
	const SHOWN = 6000;
	const clock = ticking(() => room.now());
	let toldOf: number | undefined;
	let isShown = $state(false);
	let timer: ReturnType<typeof setTimeout> | undefined;

	$effect(() => {
		const running = room.plan.running;
		const now = clock.now;
		if (!running || running.pausedAt !== undefined || toldOf === running.endsAt) return;
		if (now < running.endsAt) return;
		// Whoever opens the board long after is not startled.
		const isFresh = now - running.endsAt < 2500;
		toldOf = running.endsAt;
		if (!isFresh) return;
		if (preferences.current.sounds) softSound();
		isShown = true;
		clearTimeout(timer);
		timer = setTimeout(() => (isShown = false), SHOWN);
	});
	$effect(() => () => clearTimeout(timer));
</script>

<div class="sign" class:shown={isShown} role="status" aria-live="polite">
	{#if isShown}{m.time_is_up({ title: room.step?.title ?? '' })}{/if}
</div>

<style>
	.sign {
		position: fixed;
		z-index: 40;
		top: 60px;
		left: 50%;
		padding: 8px 18px;
		border-radius: 6px;
		background: var(--frame-action);
		color: var(--frame-action-ink);
		font-weight: 700;
		opacity: 0;
		transform: translate(-50%, -16px);
		transition:
			opacity 0.3s,
			transform 0.3s;
		pointer-events: none;
	}
	.sign.shown {
		opacity: 1;
		transform: translate(-50%, 0);
	}
</style>
