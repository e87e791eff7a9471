<script lang="ts">
	/** What came of a vote: as a chart, as a table, with ties, turnout, agreement, and what other rules would say. */
	import type { ShownVote } from '$core/contract/votes';
	import { m } from '$lib/messages';
	import { numberWords } from '$lib/words/when';
	import ResultChart from './ResultChart.svelte';
	import { agreementWords, optionName, otherRules, ruleName, scoreWords } from '$lib/words/votes';

	interface Props {
		vote: ShownVote;
		onpoint?: (object: string) => void;
	}
	const { vote, onpoint }: Props = $props();
	const outcome = $derived(vote.outcome);
	const agreement = $derived(outcome && agreementWords(outcome));
	let isWhole = $state(false);
	/** Rows shown before one asks for more. */
	const FEW = 8;
	const rows = $derived(isWhole ? (outcome?.results ?? []) : (outcome?.results.slice(0, FEW) ?? []));
</script>

{#if outcome}
	{#if outcome.turnout.voted === 0}
		<p class="quiet">{m.nobody_voted()}</p>
	{:else}
		<ResultChart {outcome} terms={vote.terms} />
		<table data-testid="vote-result">
			<caption class="hidden">{m.result_of({ question: vote.terms.question })}</caption>
			<thead
				><tr
					><th scope="col">{m.result_place()}</th><th scope="col">{m.result_what()}</th><th scope="col"
						>{ruleName(outcome.rule)}</th
					></tr
				></thead
			>
			<tbody>
				{#each rows as { option, rank, score, voters, spread } (option.id)}
					<tr class:first={rank === 1}>
						<td>{rank}</td>
						<td
							><button type="button" onclick={() => onpoint?.(option.id)}>{optionName(option.text)}</button
							><small
								>{m.by_people({
									count: voters,
								})}{#if spread !== undefined}{` · ± ${numberWords(spread, 1)}`}{/if}</small
							></td
						>
						<td class="number">{scoreWords(outcome.rule, score)}</td>
					</tr>
				{/each}
			</tbody>
		</table>
		{#if outcome.results.length > FEW && !isWhole}
			<button type="button" class="button plain" onclick={() => (isWhole = true)}
				>{m.show_all({ count: outcome.results.length })}</button
			>
		{/if}
		{#if outcome.tied.length > 0}
			<p class="tied">
				{m.tied({ titles: outcome.tied.map(({ text }) => m.quoted({ text: optionName(text) })).join(', ') })}
			</p>
		{/if}
		{#if agreement}
			<p><strong>{agreement.sentence}</strong> <span class="quiet">{agreement.figure}</span></p>
		{/if}
		{#each otherRules(outcome) as sentence (sentence)}<p class="quiet">{sentence}</p>{/each}
	{/if}
	<p class="quiet">{m.turnout({ voted: outcome.turnout.voted, entitled: outcome.turnout.entitled })}</p>
	{#if vote.ballots && vote.ballots.length > 0}
		<details>
			<summary>{m.who_voted()}</summary>
			<ul>
				{#each vote.ballots as { name, choice }, i (i)}
					<li>
						<b>{name}</b>
						{#if 'dots' in choice}{Object.entries(choice.dots)
								.filter(([, count]) => count > 0)
								.map(
									([id, count]) =>
										`${optionName(vote.options.find((option) => option.id === id)?.text ?? '')} ×${count}`,
								)
								.join('; ')}{:else if 'order' in choice}{choice.order
								.map((id, n) => `${n + 1}. ${optionName(vote.options.find((o) => o.id === id)?.text ?? '')}`)
								.join('; ')}{:else}{Object.entries('steps' in choice ? choice.steps : choice.places)
								.map(
									([id, step]) =>
										`${optionName(vote.options.find((o) => o.id === id)?.text ?? '')}: ${[step].flat().join('/')}`,
								)
								.join('; ')}{/if}
					</li>
				{/each}
			</ul>
		</details>
	{/if}
{/if}

<style>
	p {
		margin-top: 6px;
		font-size: var(--size-note);
		line-height: 1.35;
	}
	.hidden {
		position: absolute;
		width: 1px;
		height: 1px;
		overflow: hidden;
		clip-path: inset(50%);
	}
	table {
		width: 100%;
		margin-top: 8px;
		border-collapse: collapse;
		font-size: var(--size-note);
		line-height: 1.3;
	}
	th {
		padding-right: 8px;
		color: var(--frame-quiet);
		font-size: var(--size-small);
		text-align: left;
	}
	td {
		padding: 4px 6px 4px 0;
		border-top: 1px solid var(--frame-line);
		vertical-align: top;
		overflow-wrap: anywhere;
	}
	td button {
		text-align: left;
		cursor: pointer;
	}
	td button:hover {
		text-decoration: underline;
	}
	td small {
		display: block;
		color: var(--frame-quiet);
	}
	tr.first td {
		font-weight: 700;
	}
	tr.first small {
		font-weight: 400;
	}
	.number {
		white-space: nowrap;
		text-align: right;
		font-variant-numeric: tabular-nums;
	}
	.tied {
		color: var(--frame-accent);
	}
	details {
		margin-top: 8px;
		font-size: var(--size-note);
	}
	summary {
		cursor: pointer;
	}
	li {
		margin-top: 4px;
	}
</style>
