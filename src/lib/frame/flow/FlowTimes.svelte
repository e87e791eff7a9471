<script lang="ts">
	/** What the times of the flow say: how long it takes, how far that spreads, where it goes. */
	import { m } from '$lib/messages';
	import { BarController, BarElement, CategoryScale, Chart, LinearScale, Tooltip } from 'chart.js';
	import { untrack } from 'svelte';
	import type { Board } from '../../board/board.svelte';
	import { numberWords } from '$lib/words/when';
	import { MOST_TOTALS, performerWords, stepTotalWords, timeFigures } from '$lib/words/flows';
	import type { FlowState } from './flow-state.svelte';

	Chart.register(BarController, BarElement, CategoryScale, LinearScale, Tooltip);
	const { board, flow }: { board: Board; flow: FlowState } = $props();
	const times = $derived(flow.times);
	const runs = $derived(flow.runs);
	const steps = $derived(
		times?.steps.filter(({ minutes, cost }) => minutes > 0 || cost > 0).slice(0, MOST_TOTALS) ?? [],
	);

	// Runs are made again when the flow says something else, a moment after the last change.
	$effect(() => {
		void flow.signature;
		const later = setTimeout(() => untrack(() => void flow.simulate()), 200);
		return () => clearTimeout(later);
	});

	const rounded = (value: number): string => numberWords(Math.round(value * 10) / 10);
	const nameOf = (id: string): string => flow.current?.flow.steps.find((step) => step.id === id)?.name ?? '';

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
		{#each timeFigures(times, runs) as [name, value] (name)}
			<dt>{name}</dt>
			<dd class:main={name === m.flow_expected()}>{value}</dd>
		{/each}
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
						>{stepTotalWords(step, nameOf(step.id))}</button
					>
				</li>
			{/each}
		</ol>
	{/if}
	{#if times.performers.length > 0}
		<h4 class="label">{m.flow_by_who()}</h4>
		<ul>
			{#each times.performers.slice(0, MOST_TOTALS) as total (total.who)}
				<li>{performerWords(total)}</li>
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
	.main {
		font-weight: 700;
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
