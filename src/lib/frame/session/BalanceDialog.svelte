<script lang="ts">
	/** For those who lead: who contributes how much, over time, and how evenly. */
	import { balanceOf } from '$core/meeting/balance';
	import { m } from '$lib/messages';
	import { manyOf } from '$lib/kinds-ui';
	import { BarController, BarElement, CategoryScale, Chart, LinearScale, Tooltip } from 'chart.js';
	import type { Board } from '../../board/board.svelte';
	import Dialog from '../../ui/Dialog.svelte';
	import { numberWords, timeWords } from '$lib/words/when';

	Chart.register(BarController, BarElement, CategoryScale, LinearScale, Tooltip);

	const { board, open, onclose }: { board: Board; open: boolean; onclose: () => void } = $props();
	const { room } = $derived(board);
	const balance = $derived.by(() => {
		if (!open) return undefined;
		const led = new Set([room.info.person.id]);
		const here = room.people
			.map(({ person, name }) => ({ id: person, name }))
			.filter(({ id }) => !led.has(id));
		return balanceOf(room.observed, here, room.plan.begunAt ?? room.now() - 3_600_000, room.now());
	});
	const told = (value: number): string =>
		value < 0.25 ? m.gini_even() : value < 0.45 ? m.gini_some() : m.gini_uneven();

	function bars(labels: string[], data: number[]) {
		return (canvas: HTMLCanvasElement): (() => void) => {
			const style = getComputedStyle(canvas);
			const ink = style.getPropertyValue('--frame-text').trim() || '#f2eee3';
			const ticks = { color: ink, precision: 0, font: { size: 11 } };
			const chart = new Chart(canvas, {
				type: 'bar',
				data: {
					labels,
					datasets: [{ data, backgroundColor: style.getPropertyValue('--frame-action').trim() || '#d9a441' }],
				},
				options: {
					animation: false,
					responsive: true,
					maintainAspectRatio: false,
					scales: { x: { ticks, grid: { display: false } }, y: { beginAtZero: true, ticks } },
				},
			});
			return () => chart.destroy();
		};
	}
</script>

<Dialog {open} {onclose} title={m.balance()} wide>
	{#if balance}
		{@const people = balance.people.slice(0, 30)}
		<h3 class="label">{m.balance_people()}</h3>
		<div class="chart" aria-hidden="true">
			{#key balance}<canvas
					{@attach bars(
						people.map(({ name }) => name),
						people.map(({ notes }) => notes),
					)}
				></canvas>{/key}
		</div>
		<h3 class="label">{m.balance_time()}</h3>
		<div class="chart low" aria-hidden="true">
			{#key balance}<canvas
					{@attach bars(
						balance.times.counts.map((_, i) => timeWords(balance.times.from + i * balance.times.span)),
						balance.times.counts,
					)}
				></canvas>{/key}
		</div>
		{#if balance.gini !== undefined}
			<p><strong>{told(balance.gini)}</strong> {m.gini_is({ value: numberWords(balance.gini, 2) })}</p>
		{:else}<p class="quiet">{m.balance_nothing()}</p>{/if}
		{#if balance.unheard.length > 0}
			<p>{m.balance_unheard({ names: balance.unheard.map(({ name }) => name).join(', ') })}</p>
		{/if}
		<table class="sr-only">
			<tbody
				>{#each balance.people as { id, name, notes, nods } (id)}<tr
						><th scope="row">{name}</th><td>{manyOf('note', notes)}, {m.said_nods({ count: nods })}</td></tr
					>{/each}</tbody
			>
		</table>
	{/if}
</Dialog>

<style>
	.chart {
		position: relative;
		height: 190px;
		margin-bottom: 10px;
	}
	.chart.low {
		height: 130px;
	}
	p {
		margin-top: 8px;
		font-size: var(--size-note);
	}
</style>
