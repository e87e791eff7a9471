<script lang="ts">
	/** The running step's time, and what whoever leads does with it. */
	import { countdown } from '$core/meeting/clock';
	import { nextStep, previousStep } from '$core/meeting/runsheet';
	import { lengthOf } from '$core/meeting/steps';
	import { m } from '$lib/messages';
	import CirclePause from '@lucide/svelte/icons/pause';
	import Play from '@lucide/svelte/icons/play';
	import SkipBack from '@lucide/svelte/icons/skip-back';
	import SkipForward from '@lucide/svelte/icons/skip-forward';
	import Square from '@lucide/svelte/icons/square';
	import type { Room } from '../../room/room.svelte';
	import { ticking } from '../../ui/time.svelte';
	import type { SessionOrder } from '$core/contract/session';

	const { room, onlead }: { room: Room; onlead: (order: SessionOrder) => void } = $props();
	const clock = ticking(() => room.now());
	const step = $derived(room.step);
	const running = $derived(room.plan.running);
	const left = $derived(running && countdown(running, clock.now));
	const next = $derived(nextStep(room.plan));
	const before = $derived(previousStep(room.plan));
	const from = $derived(running?.step);
</script>

{#if step && left}
	<p class="time" class:over={left.seconds < 0} class:paused={left.isPaused}>
		<strong>{left.text}</strong>
		<span
			>{left.isPaused
				? m.clock_paused()
				: left.seconds >= 0
					? m.of_minutes({ minutes: lengthOf(step) })
					: m.time_is_over()}</span
		>
	</p>
{/if}
{#if room.leads && room.plan.steps.length > 0}
	<div class="controls" role="group" aria-label={m.lead_controls()}>
		{#if running}
			<button
				type="button"
				class="icon-button"
				aria-label={m.step_back()}
				title={before ? m.start_step({ title: before.title }) : m.step_back()}
				disabled={!before}
				onclick={() => onlead({ do: 'back', from })}><SkipBack size={17} /></button
			>
			<button
				type="button"
				class="icon-button"
				aria-label={left?.isPaused ? m.clock_resume() : m.clock_pause()}
				title={left?.isPaused ? m.clock_resume() : m.clock_pause()}
				onclick={() => onlead({ do: left?.isPaused ? 'resume' : 'pause' })}
				>{#if left?.isPaused}<Play size={17} />{:else}<CirclePause size={17} />{/if}</button
			>
			<button
				type="button"
				class="icon-button minute"
				aria-label={m.minute_less()}
				title={m.minute_less()}
				onclick={() => onlead({ do: 'add', minutes: -1 })}>−1</button
			>
			<button
				type="button"
				class="icon-button minute"
				aria-label={m.one_minute()}
				title={m.one_minute()}
				onclick={() => onlead({ do: 'add', minutes: 1 })}>+1</button
			>
			<button
				type="button"
				class="icon-button"
				aria-label={m.step_stop()}
				title={m.step_stop()}
				onclick={() => onlead({ do: 'stop' })}><Square size={15} /></button
			>
		{/if}
		{#if next}
			<button type="button" class="button main" onclick={() => onlead({ do: 'next', from })}
				>{#if running}<SkipForward size={16} />{:else}<Play size={16} />{/if}<span
					>{running ? m.step_next({ title: next.title }) : m.start_step({ title: next.title })}</span
				></button
			>
		{:else if running}
			<button type="button" class="button main" onclick={() => onlead({ do: 'end' })}
				>{m.end_session()}</button
			>
		{:else if room.plan.done}
			<button
				type="button"
				class="button"
				onclick={() => onlead({ do: 'start', step: room.plan.steps[0]!.id })}
				><Play size={16} />{m.session_again()}</button
			>
		{/if}
	</div>
{/if}

<style>
	.time {
		display: flex;
		align-items: baseline;
		gap: 8px;
		margin-top: 4px;
		color: var(--frame-quiet);
		font-size: var(--size-note);
	}
	.time strong {
		color: var(--frame-accent);
		font-size: 30px;
		font-variant-numeric: tabular-nums;
		line-height: 1.1;
	}
	.time.over strong {
		color: var(--frame-bad);
	}
	.time.paused strong {
		color: var(--frame-quiet);
	}
	.controls {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 4px;
		margin-top: 8px;
	}
	.controls .main {
		flex: 1 0 100%;
		margin-top: 4px;
	}
	.main span {
		overflow: hidden;
		text-overflow: ellipsis;
	}
	.minute {
		font-size: var(--size-note);
		font-weight: 700;
	}
</style>
