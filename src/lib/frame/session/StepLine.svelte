<script lang="ts">
	/**
	 * The run sheet as one line: each step as wide as it is long. A step whose title does not fit
	 * shows its number, and all of it when it is pointed at or has the focus; the running one is
	 * always read in full.
	 */
	import { countdown } from '$core/meeting/clock';
	import { nextStep } from '$core/meeting/runsheet';
	import { lengthOf, type Step } from '$core/meeting/steps';
	import type { SessionOrder } from '$core/contract/session';
	import { m } from '$lib/messages';
	import type { Room } from '../../room/room.svelte';

	interface Props {
		room: Room;
		clock: { readonly now: number };
		onlead: (order: SessionOrder) => void;
		onsteps: () => void;
	}
	const { room, clock, onlead, onsteps }: Props = $props();

	const running = $derived(room.plan.running);
	const left = $derived(running && countdown(running, clock.now));
	const at = $derived(room.plan.steps.findIndex((step) => step.id === running?.step));
	const next = $derived(nextStep(room.plan));

	/** Space beside the words of a step, px. */
	const PADDING = 16;
	/** How wide steps are and how wide their words would be, px, by id. */
	const widths = $state<Record<string, number>>({});
	const wordWidths = $state<Record<string, number>>({});
	const fits = (id: string): boolean => (wordWidths[id] ?? 0) + PADDING <= (widths[id] ?? Infinity);

	/** What stands below the title. */
	const timeOf = (step: Step, i: number): string => {
		const minutes = lengthOf(step);
		if (i === at && left)
			return left.seconds >= 0
				? m.time_left({ time: left.text, minutes })
				: m.time_over({ time: left.text.slice(1) });
		return room.leads && step.id === next?.id
			? `${m.start()} · ${m.minutes({ count: minutes })}`
			: m.minutes({ count: minutes });
	};
</script>

<ol class="steps" aria-label={m.run_sheet()}>
	{#each room.plan.steps as step, i (step.id)}
		{@const isRunning = i === at}
		{@const starts = room.leads && step.id === next?.id}
		<li
			class:running={isRunning}
			class:past={room.plan.done || i < at}
			class:in-second-half={i > 0 && i >= room.plan.steps.length / 2}
			style:flex-grow={lengthOf(step)}
			aria-current={isRunning ? 'step' : undefined}
			bind:clientWidth={widths[step.id]}
		>
			{#if isRunning && left}<span class="fill" style:width="{left.passed * 100}%"></span>{/if}
			<span class="ghost" aria-hidden="true" bind:clientWidth={wordWidths[step.id]}
				><b>{step.title}</b><span>{timeOf(step, i)}</span></span
			>
			<button
				type="button"
				class="step"
				class:starts
				title={starts ? m.start_step({ title: step.title }) : undefined}
				onclick={() => (starts ? onlead({ do: 'next', from: running?.step }) : onsteps())}
			>
				{#if isRunning || starts || fits(step.id)}
					<b>{step.title}</b>
					<span class="time" data-testid={isRunning ? 'countdown' : undefined}>{timeOf(step, i)}</span>
				{:else}
					<b class="number" aria-hidden="true">{i + 1}</b>
					<span class="unseen">{step.title} {timeOf(step, i)}</span>
				{/if}
			</button>
			{#if !fits(step.id)}
				<div class="tip" aria-hidden="true"><b>{i + 1} · {step.title}</b><span>{timeOf(step, i)}</span></div>
			{/if}
		</li>
	{/each}
</ol>

<style>
	.steps {
		display: flex;
		flex: 1;
		gap: 3px;
		min-width: 0;
		padding: 5px 8px;
	}
	li {
		position: relative;
		min-width: 24px;
		flex-basis: 0;
		border-radius: 4px;
		background: var(--frame-raised);
		color: var(--frame-quiet);
	}
	li.past {
		background: var(--frame-on);
		color: var(--frame-text);
	}
	li.running {
		min-width: max-content;
		max-width: 75%;
		background: var(--frame-pressed);
		color: var(--frame-pressed-ink);
	}
	.fill {
		position: absolute;
		inset: 0 auto 0 0;
		border-right: 2px solid var(--frame-pressed-ink);
		border-radius: 4px 0 0 4px;
		background: var(--frame-action);
	}
	:global(:root:not(.dark)) .fill {
		background: #6b4500;
	}
	.ghost {
		position: absolute;
		display: grid;
		visibility: hidden;
		font-size: var(--size-small);
		font-weight: 700;
		white-space: nowrap;
	}
	.step {
		position: relative;
		display: flex;
		flex-direction: column;
		justify-content: center;
		width: 100%;
		height: 100%;
		padding: 0 8px;
		font-size: var(--size-small);
		line-height: 1.25;
		text-align: left;
		cursor: pointer;
	}
	.running .step {
		min-width: 122px;
	}
	li:has(.starts) {
		min-width: max-content;
		max-width: 40%;
	}
	.step.starts {
		box-shadow: inset 0 0 0 1px var(--frame-action);
		border-radius: 4px;
		color: var(--frame-text);
	}
	.step:hover {
		background: color-mix(in srgb, currentColor 12%, transparent);
		border-radius: 4px;
	}
	.step > * {
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	.step:has(.number) {
		align-items: center;
		padding: 0;
	}
	.time {
		font-variant-numeric: tabular-nums;
	}
	.unseen {
		position: absolute;
		width: 1px;
		height: 1px;
		clip-path: inset(50%);
	}
	.tip {
		position: absolute;
		z-index: 30;
		top: calc(100% + 6px);
		left: 0;
		display: none;
		flex-direction: column;
		padding: 6px 10px;
		border: 1px solid var(--frame-line);
		border-top: 3px solid var(--ledge-edge);
		border-radius: 4px;
		background: var(--frame-ground);
		color: var(--frame-text);
		font-size: var(--size-small);
		white-space: nowrap;
		pointer-events: none;
	}
	li.in-second-half .tip {
		right: 0;
		left: auto;
	}
	li:hover .tip,
	li:focus-within .tip {
		display: flex;
	}
	@media (max-width: 640px) {
		.steps {
			flex: none;
			width: 140px;
			padding-inline: 0;
		}
		li:not(.running) {
			display: none;
		}
		li.running {
			min-width: 0;
			max-width: none;
		}
	}
</style>
