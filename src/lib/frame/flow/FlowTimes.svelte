<script lang="ts">
	/** What the times of the flow say: how long it takes, how far that spreads, where it goes. */
	import { m } from '$lib/messages';
	import { BarController, BarElement, CategoryScale, Chart, LinearScale, Tooltip } from 'chart.js';
	import { untrack } from 'svelte';
	import type { Board } from '../../board/board.svelte';
	import { numberWords } from '$lib/words/when';
	import type { FlowState } from './flow-state.svelte';

	Chart.register(BarController, BarElement, CategoryScale, LinearScale, Tooltip);
	const { board, flow }: { board: Board; flow: FlowState } = $props();
	/** Steps and people that are listed at most. */
	const MOST = 6;
	const times = $derived(flow.times);
	const runs = $derived(flow.runs);
	const steps = $derived(
		times?.steps.filter(({ minutes, cost }) => minutes > 0 || cost > 0).slice(0, MOST) ?? [],
	);

	// Runs are made again when the flow says something else, a moment after the last change.
	$effect(() => {
		void flow.signature;
		const later = setTimeout(() => untrack(() => void flow.simulate()), 200);
		return () => clearTimeout(later);
	});

	const rounded = (value: number): string => numberWords(Math.round(value * 10) / 10);
	const minutes = (value: number): string => m.flow_min({ minutes: rounded(value) });
	const nameOf = (id: string): string =>
		flow.current?.flow.steps.find((step) => step.id === id)?.name || m.step_nameless();

	function spread(canvas: HTMLCanvasElement): (() => void) | undefined {
		if (!runs) return undefined;
		const style = getComputedStyle(canvas);
		const ink = style.getPropertyValue('--frame-text').trim();
		const ticks = { color: ink, font: { size: 11 }, maxTicksLimit: 6 };
		const { from, width, counts } = runs.bars;
		const chart = new Chart(canvas, {
			type: 'bar',
			data: {
				labels: counts.map((_, i) => rounded(from + (i + 0.5) * width)),
				datasets: [
					{
						data: counts,
						backgroundColor: style.getPropertyValue('--frame-action').trim(),
						categoryPercentage: 1,
						barPercentage: 0.92,
					},
				],
			},
			options: {
				animation: false,
				responsive: true,
				maintainAspectRatio: false,
				scales: {
					x: {
						ticks,
						grid: { display: false },
						title: { display: true, text: m.flow_spread_axis(), color: ink },
					},
					y: { display: false, beginAtZero: true },
				},
			},
		});
		return () => chart.destroy();
	}
</script>

<h3 class="label">{m.flow_times()}</h3>
{#if times}
	<dl data-testid="flow-times">
		<dt>{m.flow_shortest()}</dt>
		<dd>{minutes(times.shortest)}</dd>
		{#if times.expected !== undefined}
			<dt>{m.flow_expected()}</dt>
			<dd><strong>{minutes(times.expected)}</strong></dd>
		{/if}
		<dt>{m.flow_longest()}</dt>
		<dd>{minutes(times.longest)}</dd>
		{#if runs && times.expected !== undefined}
			<dt>{m.flow_in_80()}</dt>
			<dd>{minutes(runs.percentiles[80])}</dd>
			<dt>{m.flow_in_95()}</dt>
			<dd>{minutes(runs.percentiles[95])}</dd>
		{/if}
		{#if times.cost}
			<dt>{m.flow_cost_each()}</dt>
			<dd>{rounded(times.cost)}</dd>
		{/if}
	</dl>
	{#if times.expected === undefined}<p class="warn" role="status">
			{m.flow_never_ends({ part: rounded(times.ending * 100) })}
		</p>{/if}
	{#if runs && times.expected}
		<p class="quiet">{m.flow_spread({ count: numberWords(runs.runs) })}</p>
		<div class="chart" aria-hidden="true">
			{#key runs}<canvas {@attach spread}></canvas>{/key}
		</div>
	{/if}
	{#if steps.length > 0}
		<h4 class="label">{m.flow_most_time()}</h4>
		<ol>
			{#each steps as step (step.id)}
				<li>
					<button type="button" class="text" onclick={() => board.goTo(step.id)}
						>{m.flow_step_total({
							name: nameOf(step.id),
							visits: numberWords(step.visits, 2),
							minutes: rounded(step.minutes),
							saved: rounded(step.savedByHalf),
						})}</button
					>
				</li>
			{/each}
		</ol>
	{/if}
	{#if times.performers.length > 0}
		<h4 class="label">{m.flow_by_who()}</h4>
		<ul>
			{#each times.performers.slice(0, MOST) as { who, minutes: load, cost } (who)}
				<li>{m.flow_who_total({ who, minutes: rounded(load), cost: rounded(cost) })}</li>
			{/each}
		</ul>
	{/if}
{:else}
	<p class="quiet">{m.flow_times_hint()}</p>
{/if}

<style>
	dl {
		display: grid;
		grid-template-columns: 1fr auto;
		gap: 2px 10px;
		margin: 4px 0 8px;
	}
	dd {
		margin: 0;
		text-align: right;
		font-variant-numeric: tabular-nums;
	}
	.chart {
		position: relative;
		height: 150px;
	}
	ol,
	ul {
		margin: 4px 0 8px;
		padding-left: 18px;
	}
	li {
		padding: 2px 0;
	}
	.text {
		text-align: left;
	}
	.text:hover {
		text-decoration: underline;
	}
</style>
