<script lang="ts">
	/** What to try in the warm-up, ticking itself off. */
	import { m } from '$lib/messages';
	import Check from '@lucide/svelte/icons/check';
	import Circle from '@lucide/svelte/icons/circle';
	import { untrack } from 'svelte';
	import type { Room } from '../../room/room.svelte';
	import { TASKS, WarmUp, type Task } from './warm-up.svelte';

	const { room }: { room: Room } = $props();
	const warm = untrack(() => new WarmUp(room, room.plan.running?.startedAt ?? room.now()));
	$effect(() => () => warm.destroy());
	const WORDS: Record<Task, () => string> = {
		write: () => m.warm_write(),
		colour: () => m.warm_colour(),
		move: () => m.warm_move(),
		nod: () => m.warm_nod(),
	};
</script>

<ul class="tasks" data-testid="warm-up">
	{#each TASKS as task (task)}
		{@const isDone = warm.done.has(task)}
		<li class:done={isDone}>
			{#if isDone}<Check size={16} />{:else}<Circle size={16} />{/if}<span>{WORDS[task]()}</span>
			<span class="sr-only">{isDone ? m.done() : ''}</span>
		</li>
	{/each}
	{#if warm.done.size === TASKS.length}<li class="all" role="status">{m.warm_all()}</li>{/if}
</ul>

<style>
	.tasks {
		display: flex;
		flex-wrap: wrap;
		gap: 6px 18px;
		padding: 8px 14px;
		border-top: 1px solid var(--frame-line);
		background: var(--frame-ground);
		font-size: var(--size-note);
	}
	li {
		display: flex;
		align-items: center;
		gap: 6px;
	}
	.done {
		color: var(--frame-good);
	}
	.all {
		color: var(--frame-accent);
		font-weight: 700;
	}
</style>
