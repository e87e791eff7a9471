<script lang="ts">
	/** The plan as a page to print. */
	import { lengthOf } from '$core/meeting/steps';
	import { kindWords, lengthWords, mayWords } from '$lib/frame/session/words';
	import { m } from '$lib/messages';
	import { timeWords } from '$lib/words/when';
	import type { PageProps } from './$types';

	const { data }: PageProps = $props();
	const start = $derived(data.session.begunAt);
	const rows = $derived.by(() => {
		let after = 0;
		return data.session.steps.map((step) => {
			const at = after;
			after += lengthOf(step);
			return { step, at };
		});
	});
	const total = $derived(data.session.steps.reduce((sum, step) => sum + lengthOf(step), 0));
	/** The time of day once the session has begun; minutes from the start before. */
	const when = (minutes: number): string =>
		start === undefined ? `${Math.round(minutes)}′` : timeWords(start + minutes * 60_000);
</script>

<svelte:head><title>{m.plan_of({ title: data.title })}</title></svelte:head>

<main>
	<header>
		<div>
			<h1>{data.title}</h1>
			{#if data.session.question}<p>{data.session.question}</p>{/if}
			<p class="total">{m.plan_total({ count: rows.length, length: lengthWords(total) })}</p>
		</div>
		<button type="button" class="print" onclick={() => window.print()}>{m.print()}</button>
	</header>
	<table>
		<thead>
			<tr>
				<th scope="col">{m.plan_when()}</th>
				<th scope="col">{m.plan_length()}</th>
				<th scope="col">{m.step()}</th>
				<th scope="col">{m.plan_people()}</th>
				<th scope="col">{m.plan_lead()}</th>
			</tr>
		</thead>
		<tbody>
			{#each rows as { step, at } (step.id)}
				<tr>
					<td class="number">{when(at)}</td>
					<td class="number">{lengthWords(lengthOf(step))}</td>
					<td
						><strong>{step.title}</strong><small
							>{kindWords(step.kind)}{#if data.places[step.id]}
								{` · ${data.places[step.id]}`}{/if}</small
						></td
					>
					<td
						>{step.prompt}<small
							>{mayWords(step.may)}{#if step.silent}
								{` · ${m.step_silent()}`}{/if}</small
						></td
					>
					<td class="aside">{data.asides[step.id] ?? ''}</td>
				</tr>
			{/each}
		</tbody>
	</table>
</main>

<style>
	:global(html:has(main table)),
	:global(body:has(main table)) {
		background: #fff;
		color: #111;
	}
	main {
		max-width: 1000px;
		margin: 0 auto;
		padding: 24px;
	}
	header {
		display: flex;
		justify-content: space-between;
		align-items: start;
		margin-bottom: 14px;
	}
	h1 {
		font-size: 22px;
		font-weight: 700;
	}
	.total {
		color: #555;
	}
	table {
		width: 100%;
		border-collapse: collapse;
		font-size: 13px;
		line-height: 1.35;
	}
	th,
	td {
		padding: 6px 8px;
		border-bottom: 1px solid #bbb;
		text-align: left;
		vertical-align: top;
	}
	th {
		border-bottom: 2px solid #111;
		font-size: 12px;
	}
	small {
		display: block;
		color: #555;
	}
	.number {
		white-space: nowrap;
		font-variant-numeric: tabular-nums;
	}
	.aside {
		font-style: italic;
	}
	.print {
		min-height: 36px;
		padding: 4px 14px;
		border: 1px solid #333;
		border-radius: 4px;
		cursor: pointer;
	}
	@media print {
		@page {
			size: A4 landscape;
			margin: 12mm;
		}
		.print {
			display: none;
		}
		main {
			padding: 0;
			max-width: none;
		}
	}
</style>
