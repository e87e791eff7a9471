<script lang="ts">
	/** A vote's result as bars, or as points where it has two scales. The table beside it says the same to screen readers. */
	import type { ShownVote } from '$core/contract/votes';
	import {
		BarController,
		BarElement,
		CategoryScale,
		Chart,
		LinearScale,
		PointElement,
		ScatterController,
		Tooltip,
	} from 'chart.js';
	import { optionName, scaleEnds } from '$lib/words/votes';

	Chart.register(
		BarController,
		BarElement,
		CategoryScale,
		LinearScale,
		PointElement,
		ScatterController,
		Tooltip,
	);

	interface Props {
		outcome: NonNullable<ShownVote['outcome']>;
		terms: ShownVote['terms'];
	}
	const { outcome, terms }: Props = $props();
	/** Bars that can be told apart. */
	const MAX = 12;
	/** Part of the chart's width that labels may take, and how wide a letter is, px. */
	const LABELS = 0.42;
	const LETTER = 6;
	const shown = $derived(outcome.results.filter(({ voters }) => voters > 0).slice(0, MAX));
	const hasPlaces = $derived(shown.some(({ place }) => place !== undefined));

	const short = (text: string, width: number): string => {
		const name = optionName(text);
		const letters = Math.floor((width * LABELS) / LETTER);
		return name.length > letters ? `${name.slice(0, letters - 1).trimEnd()}…` : name;
	};

	function draw(canvas: HTMLCanvasElement): () => void {
		const style = getComputedStyle(canvas);
		const ink = style.getPropertyValue('--frame-text').trim() || '#f2eee3';
		const quiet = style.getPropertyValue('--frame-line').trim() || '#3a4742';
		const bar = style.getPropertyValue('--frame-action').trim() || '#d9a441';
		const ticks = { color: ink, font: { size: 11, family: 'Atkinson Hyperlegible Next' } };
		const ends = scaleEnds(terms);
		const scale = (low: string, high: string) => ({
			min: 0.5,
			max: terms.steps + 0.5,
			title: { display: true, text: `${low} → ${high}`, color: ink, font: ticks.font },
			ticks: {
				...ticks,
				stepSize: 1,
				callback: (value: string | number) => (Number.isInteger(value) ? value : ''),
			},
			// Lines between the steps, so that a point stands in a square of its own.
			grid: { color: quiet },
		});
		const chart = hasPlaces
			? new Chart(canvas, {
					type: 'scatter',
					data: {
						datasets: [
							{
								data: shown.map(({ place }) => ({ x: place![0], y: place![1] })),
								backgroundColor: bar,
								pointRadius: 6,
							},
						],
					},
					options: {
						animation: false,
						responsive: true,
						maintainAspectRatio: false,
						scales: {
							x: scale(ends[0], ends[1]),
							y: scale(ends[2], ends[3]),
						},
						plugins: {
							tooltip: { callbacks: { label: ({ dataIndex }) => optionName(shown[dataIndex]!.option.text) } },
						},
					},
				})
			: new Chart(canvas, {
					type: 'bar',
					data: {
						labels: shown.map(({ option }) => option.text),
						datasets: [{ data: shown.map(({ score }) => score), backgroundColor: bar, barThickness: 14 }],
					},
					options: {
						animation: false,
						responsive: true,
						maintainAspectRatio: false,
						indexAxis: 'y',
						scales: {
							x: { beginAtZero: true, ticks: { ...ticks, precision: 0 }, grid: { color: quiet } },
							y: {
								ticks: {
									...ticks,
									callback(_, i) {
										return short(shown[i]!.option.text, this.chart.width);
									},
								},
								grid: { display: false },
							},
						},
					},
				});
		return () => chart.destroy();
	}
</script>

<div class="chart" style:height={hasPlaces ? '250px' : `${shown.length * 24 + 34}px`} aria-hidden="true">
	{#key outcome}<canvas {@attach draw}></canvas>{/key}
</div>

<style>
	.chart {
		position: relative;
		width: 100%;
		margin-top: 8px;
	}
</style>
