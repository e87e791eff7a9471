<script lang="ts">
	import { countdown } from '$core/session/clock';
	import { nextStep } from '$core/session/runsheet';
	import { m } from '$lib/paraglide/messages';
	import Play from '@lucide/svelte/icons/play';
	import Plus from '@lucide/svelte/icons/plus';
	import type { Room } from '../room/room.svelte';
	import { ticking } from '../ui/time.svelte';

	interface Props {
		room: Room;
		onstart: (step: string) => void;
		onadd: (minutes: number) => void;
		onend: () => void;
	}
	const { room, onstart, onadd, onend }: Props = $props();
	const clock = ticking(() => room.now());
	const step = $derived(room.step);
	const left = $derived(room.plan.running && countdown(room.plan.running, clock.now));
	const next = $derived(nextStep(room.plan));
	const at = $derived(room.plan.steps.findIndex((each) => each.id === room.plan.running?.step));

	/** Notes written into the step's field since it started, by writer. */
	const written = $derived.by(() => {
		void room.version;
		const running = room.plan.running;
		if (!running || step?.kind !== 'gather') return [];
		const field = step.field ? room.model.find(step.field) : undefined;
		const inField = new Set(field ? room.model.contentsOf(field) : []);
		const counts = new Map<string, { name: string; count: number }>();
		for (const person of [
			room.info.person,
			...room.people.map((each) => ({ id: each.person, name: each.name })),
		]) {
			counts.set(person.id, { name: person.name, count: 0 });
		}
		for (const object of room.model.objects.values()) {
			if (object.kind !== 'note' || object.made < running.startedAt) continue;
			if (!inField.has(object.id) && object.landing !== step.field) continue;
			const entry = counts.get(object.by[0]) ?? { name: object.by[1], count: 0 };
			counts.set(object.by[0], { ...entry, count: entry.count + 1 });
		}
		return [...counts].map(([id, entry]) => ({ id, ...entry })).sort((a, b) => b.count - a.count);
	});
	const total = $derived(written.reduce((sum, each) => sum + each.count, 0));
</script>

<h2 class="panel-title">{step?.title ?? m.run_sheet()}</h2>
{#if step && left}
	<p class="time" class:over={left.seconds < 0}>
		{left.seconds >= 0
			? m.time_left({ time: left.text, minutes: step.minutes })
			: m.time_over({ time: left.text.slice(1) })}
	</p>
	{#if step.prompt}
		<h3 class="label">{m.prompt()}</h3>
		<p class="prompt">{step.prompt}</p>
	{/if}
	{#if step.kind === 'gather'}
		<h3 class="label">{m.written_so_far({ count: total })}</h3>
		<ul class="writers">
			{#each written.slice(0, 12) as writer (writer.id)}
				<li>
					<span class="who">{writer.name}</span>
					{#if writer.count === 0}<span class="quiet">{m.not_yet()}</span>{:else}<span
							class="cards"
							aria-label={String(writer.count)}
							>{#each { length: Math.min(writer.count, 10) }, i (i)}<i></i>{/each}</span
						>{/if}
				</li>
			{/each}
		</ul>
	{/if}
{:else if room.plan.done}
	<p class="quiet">{m.session_done()}</p>
{:else if room.plan.steps.length === 0}
	<p class="quiet">{m.no_run_sheet()}</p>
{:else}
	<p class="quiet">{m.not_started()}</p>
{/if}

{#if room.leads && room.plan.steps.length > 0}
	<div class="actions">
		{#if next}
			<button class="button main" onclick={() => onstart(next.id)}
				><Play size={16} />{m.start_step({ title: next.title })}</button
			>
		{:else if room.plan.running}
			<button class="button main" onclick={onend}>{m.end_session()}</button>
		{/if}
		{#if room.plan.running}<button class="button" onclick={() => onadd(1)}
				><Plus size={16} />{m.one_minute()}</button
			>{/if}
	</div>
	{#if step?.aside}
		<h3 class="label">{m.only_for_you()}</h3>
		<p class="quiet">{step.aside}</p>
	{/if}
{/if}

{#if room.plan.steps.length > 0}
	<h3 class="label">{m.all_steps()}</h3>
	<ol class="steps">
		{#each room.plan.steps as each, i (each.id)}
			<li class:running={i === at} class:past={room.plan.done || i < at}>
				<span class="title">{each.title}</span>
				<span class="quiet">{m.minutes({ count: each.minutes })}</span>
				{#if room.leads && i !== at && each.id !== next?.id}
					<button
						class="icon-button"
						aria-label={m.start_step({ title: each.title })}
						title={m.start_step({ title: each.title })}
						onclick={() => onstart(each.id)}><Play size={14} /></button
					>
				{/if}
			</li>
		{/each}
	</ol>
{/if}

<style>
	.time {
		margin-top: 2px;
		color: var(--frame-accent);
		font-variant-numeric: tabular-nums;
	}
	.time.over {
		color: var(--frame-bad);
	}
	h3 {
		margin: 16px 0 6px;
	}
	.prompt {
		padding: 8px 10px;
		border-radius: var(--radius-control);
		background: var(--frame-raised);
		font-size: var(--size-note);
	}
	.actions {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
		margin-top: 16px;
	}
	.writers li {
		display: flex;
		align-items: center;
		min-height: 22px;
		font-size: var(--size-note);
	}
	.who {
		width: 76px;
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	.cards {
		display: flex;
		gap: 6px;
	}
	.cards i {
		width: 12px;
		height: 9px;
		border-radius: 1px;
		background: #e2b85c;
	}
	.steps li {
		display: flex;
		align-items: center;
		gap: 8px;
		min-height: 32px;
		padding: 0 2px 0 8px;
		border-left: 2px solid transparent;
		font-size: var(--size-note);
	}
	.steps .title {
		flex: 1;
	}
	.steps li.running {
		border-left-color: var(--frame-action);
		background: var(--frame-raised);
		font-weight: 700;
	}
	.steps li.past .title {
		color: var(--frame-quiet);
	}
	p.quiet {
		font-size: var(--size-note);
	}
</style>
