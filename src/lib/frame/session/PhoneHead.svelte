<script lang="ts">
	/** The head of a screen on a phone: the board, whether all is saved, the running step and its time. */
	import { countdown } from '$core/meeting/clock';
	import { m } from '$lib/messages';
	import Check from '@lucide/svelte/icons/check';
	import type { Room } from '../../room/room.svelte';
	import { ticking } from '../../ui/time.svelte';
	import { saveWords } from '../save-words';

	const { room }: { room: Room } = $props();
	const clock = ticking(() => room.now());
	const left = $derived(room.plan.running && countdown(room.plan.running, clock.now));
	const number = $derived(room.plan.steps.findIndex((step) => step.id === room.plan.running?.step) + 1);
</script>

<header>
	<div class="top">
		<h1>{room.title}</h1>
		<p class="save {room.save.is}" role="status" data-testid="save-state">
			{#if room.save.is === 'saved'}<Check size={14} />{/if}{saveWords(room.save)}
		</p>
	</div>
	{#if left}
		<div class="progress" aria-hidden="true"><span style:width="{left.passed * 100}%"></span></div>
		<div class="top">
			<p class="quiet">
				{m.step_of({ number, count: room.plan.steps.length, title: room.step?.title ?? '' })}
			</p>
			<p class="time" data-testid="countdown">{left.isPaused ? m.clock_paused() : left.text}</p>
		</div>
	{/if}
</header>

<style>
	header {
		display: flex;
		flex-direction: column;
		gap: 8px;
		padding: 12px 16px;
		border-bottom: 1px solid var(--frame-line);
		background: var(--frame-ground);
		color: var(--frame-text);
	}
	.top {
		display: flex;
		align-items: center;
		justify-content: space-between;
		gap: 10px;
	}
	h1 {
		overflow: hidden;
		font-size: var(--size-base);
		font-weight: 700;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	.save {
		display: flex;
		flex: none;
		align-items: center;
		gap: 5px;
		color: var(--frame-quiet);
		font-size: var(--size-small);
	}
	.save.saved {
		color: var(--frame-good);
	}
	.save.offline {
		color: var(--frame-bad);
	}
	.progress {
		height: 8px;
		overflow: hidden;
		border-radius: 3px;
		background: var(--frame-on);
	}
	.progress span {
		display: block;
		height: 100%;
		background: var(--frame-action);
	}
	.time {
		font-size: var(--size-large);
		font-variant-numeric: tabular-nums;
		font-weight: 700;
	}
</style>
