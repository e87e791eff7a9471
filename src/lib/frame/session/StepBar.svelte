<script lang="ts">
	/**
	 * What the running step asks of those who take part, and how long: shown in the ledge where
	 * nothing is written there.
	 */
	import { countdown } from '$core/meeting/clock';
	import { m } from '$lib/messages';
	import type { Room } from '../../room/room.svelte';
	import { ticking } from '../../ui/time.svelte';
	import { nowWords, STEP_ICONS } from './words';

	const { room }: { room: Room } = $props();
	const clock = ticking(() => room.now());
	const step = $derived(room.step);
	const left = $derived(room.plan.running && countdown(room.plan.running, clock.now));
	const Icon = $derived(step && STEP_ICONS[step.kind]);
</script>

{#if step && left && Icon}
	<div class="bar" data-testid="step-bar">
		<span class="kind"><Icon size={18} /></span>
		<p title="{step.prompt || step.title} {nowWords(room)}">
			<strong>{step.prompt || step.title}</strong> <span class="now">{nowWords(room)}</span>
		</p>
		<span class="left" class:over={left.seconds < 0} aria-label={m.time_left_label()}>{left.text}</span>
	</div>
{/if}

<style>
	.bar {
		display: flex;
		flex: 1;
		align-items: center;
		gap: 10px;
		min-width: 0;
	}
	.kind {
		color: var(--frame-quiet);
	}
	/* Two lines; all of it is said by whoever points at it. */
	p {
		display: -webkit-box;
		flex: 1;
		min-width: 0;
		overflow: hidden;
		-webkit-box-orient: vertical;
		-webkit-line-clamp: 2;
		line-clamp: 2;
		font-size: var(--size-note);
		line-height: 1.3;
	}
	strong {
		color: var(--frame-accent);
	}
	.now {
		color: var(--frame-quiet);
		font-size: var(--size-note);
	}
	.left {
		font-size: var(--size-large);
		font-variant-numeric: tabular-nums;
		font-weight: 700;
	}
	.left.over {
		color: var(--frame-bad);
	}
</style>
