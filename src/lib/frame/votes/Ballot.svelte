<script lang="ts">
	/** One's ballot as a list: dots, an order, or ratings, by button, by key and for screen readers. The same on a phone and on the desk. */
	import { dotsLeft, isEmpty, placed, rated, withDot, withoutDot, type Choice } from '$core/decide/vote';
	import type { ShownVote } from '$core/contract/votes';
	import { m } from '$lib/messages';
	import ChevronDown from '@lucide/svelte/icons/chevron-down';
	import ChevronUp from '@lucide/svelte/icons/chevron-up';
	import Minus from '@lucide/svelte/icons/minus';
	import Plus from '@lucide/svelte/icons/plus';
	import X from '@lucide/svelte/icons/x';
	import { asVote, type Votes } from '../../room/votes.svelte';
	import { optionName, scaleEnds } from '$lib/words/votes';
	import MatrixPad from './MatrixPad.svelte';

	interface Props {
		votes: Votes;
		vote: ShownVote;
		large?: boolean;
		/** Told which object the hand is at, to show it on the board. */
		onpoint?: (object: string) => void;
	}
	const { votes, vote, large = false, onpoint }: Props = $props();
	const choice = $derived(votes.ballotOf(vote));
	/** What was done here to a ballot that another window changed as well. */
	const mine = $derived(votes.conflicts.get(vote.id));
	const left = $derived(dotsLeft(vote.terms, choice));
	const cast = (next: Choice): void => votes.cast(vote, next);
	const steps = $derived(Array.from({ length: vote.terms.steps }, (_, i) => i + 1));

	const dotsOn = (id: string): number => ('dots' in choice ? (choice.dots[id] ?? 0) : 0);
	const order = $derived('order' in choice ? choice.order : []);
	/** In the order of the ballot, then what is not placed yet. */
	const ranked = $derived([
		...order.flatMap((id) => vote.options.find((option) => option.id === id) ?? []),
		...vote.options.filter(({ id }) => !order.includes(id)),
	]);
	const [low, high] = $derived(scaleEnds(vote.terms));
	const stepOn = (id: string): number | undefined => ('steps' in choice ? choice.steps[id] : undefined);
	const placeOn = (id: string): readonly [number, number] | undefined =>
		'places' in choice ? choice.places[id] : undefined;
	/** The object whose place on the matrix is being given: the first that has none, until one is chosen. */
	let padOf = $state<string | undefined>();
	const padAt = $derived(padOf ?? vote.options.find(({ id }) => !placeOn(id))?.id);

	function keys(event: KeyboardEvent, id: string): void {
		if (event.key === '+' || event.key === '=') cast(withDot(asVote(vote), choice, id));
		else if (event.key === '-') cast(withoutDot(choice, id));
		else return;
		event.preventDefault();
	}
</script>

{#if vote.terms.method === 'dots'}
	<p class="left" role="status" data-testid="dots-left">
		<span class="dots" aria-hidden="true"
			>{#each { length: Math.min(30, vote.terms.each) }, i (i)}<i class:spent={i >= left}></i>{/each}</span
		>
		{left === 0 ? m.dots_none_left() : m.dots_left({ count: left })}
	</p>
{:else if vote.terms.method === 'ranking'}
	<p class="left" role="status">
		{order.length === 0 ? m.rank_hint() : m.ranked_so_far({ count: order.length, all: vote.options.length })}
	</p>
{/if}

<ul class:large data-testid="ballot">
	{#each ranked as option (option.id)}
		{@const name = optionName(option.text)}
		<li onpointerenter={() => onpoint?.(option.id)}>
			{#if vote.terms.method === 'dots'}
				{@const count = dotsOn(option.id)}
				<span class="text">{name}</span>
				<span class="stepper" role="group" aria-label={m.dots_on({ name, count })}>
					<button
						type="button"
						class="icon-button"
						aria-label={m.dot_less({ name })}
						disabled={count === 0}
						onkeydown={(event) => keys(event, option.id)}
						onclick={() => cast(withoutDot(choice, option.id))}><Minus size={large ? 20 : 16} /></button
					>
					<b class:some={count > 0}>{count}</b>
					<button
						type="button"
						class="icon-button"
						aria-label={m.dot_more({ name })}
						disabled={left === 0 || count >= vote.terms.most}
						onkeydown={(event) => keys(event, option.id)}
						onclick={() => cast(withDot(asVote(vote), choice, option.id))}
						><Plus size={large ? 20 : 16} /></button
					>
				</span>
			{:else if vote.terms.method === 'ranking'}
				{@const at = order.indexOf(option.id)}
				<b class="place" class:some={at >= 0}>{at >= 0 ? at + 1 : '–'}</b>
				<span class="text">{name}</span>
				<span class="stepper">
					{#if at < 0}
						<button
							type="button"
							class="button"
							aria-label={m.rank_add({ name })}
							onclick={() => cast(placed(choice, option.id, order.length))}
							>{m.rank_next({ place: order.length + 1 })}</button
						>
					{:else}
						<button
							type="button"
							class="icon-button"
							aria-label={m.rank_up({ name })}
							disabled={at === 0}
							onclick={() => cast(placed(choice, option.id, at - 1))}><ChevronUp size={17} /></button
						>
						<button
							type="button"
							class="icon-button"
							aria-label={m.rank_down({ name })}
							disabled={at === order.length - 1}
							onclick={() => cast(placed(choice, option.id, at + 1))}><ChevronDown size={17} /></button
						>
						<button
							type="button"
							class="icon-button"
							aria-label={m.rank_out({ name })}
							onclick={() => cast(placed(choice, option.id, undefined))}><X size={16} /></button
						>
					{/if}
				</span>
			{:else if vote.terms.method === 'rating'}
				<span class="text">{name}</span>
				<span class="scale" role="radiogroup" aria-label={m.rate({ name, low, high })}>
					<small>{low}</small>
					{#each steps as step (step)}
						{@const isOn = stepOn(option.id) === step}
						<button
							type="button"
							role="radio"
							aria-checked={isOn}
							aria-label={String(step)}
							class:on={isOn}
							onclick={() => cast(rated(choice, option.id, isOn ? undefined : step))}>{step}</button
						>
					{/each}
					<small>{high}</small>
				</span>
			{:else}
				{@const place = placeOn(option.id)}
				<span class="text">{name}</span>
				<button
					type="button"
					class="button"
					aria-expanded={padAt === option.id}
					aria-label={m.matrix_of({ name })}
					onclick={() => (padOf = padAt === option.id ? '' : option.id)}
					>{place ? place.join(' · ') : m.matrix_put()}</button
				>
				{#if padAt === option.id}
					<MatrixPad
						terms={vote.terms}
						{choice}
						option={option.id}
						{name}
						{large}
						oncast={(next) => {
							cast(next);
							padOf = option.id;
						}}
					/>
				{/if}
			{/if}
		</li>
	{/each}
</ul>
{#if mine}
	<div class="problem" role="alert">
		<p>{m.ballot_conflict()}</p>
		<button class="button" type="button" onclick={() => cast(mine)}>{m.ballot_conflict_mine()}</button>
		<button class="button" type="button" onclick={() => votes.dismissConflict(vote)}
			>{m.ballot_conflict_other()}</button
		>
	</div>
{:else if votes.problem}<p class="problem" role="alert">{votes.problem}</p>{:else}
	<p class="quiet note" class:large role="status">
		{!votes.isSaved(vote) ? m.ballot_hint() : isEmpty(choice) ? m.ballot_empty() : m.ballot_saved()}
	</p>
{/if}

<style>
	.left {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 4px 8px;
		margin: 6px 0;
		font-size: var(--size-note);
	}
	.dots {
		display: flex;
		flex-wrap: wrap;
		gap: 4px;
	}
	.dots i {
		width: 12px;
		height: 12px;
		border-radius: 50%;
		background: var(--frame-action);
	}
	.dots i.spent {
		background: var(--frame-on);
	}
	li {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 4px 6px;
		min-height: 38px;
		padding: 3px 0;
		border-bottom: 1px solid var(--frame-line);
		font-size: var(--size-note);
		line-height: 1.3;
	}
	.text {
		flex: 1;
		min-width: 90px;
		overflow-wrap: anywhere;
	}
	.stepper {
		display: flex;
		align-items: center;
		flex: none;
	}
	.stepper b,
	.place {
		min-width: 22px;
		color: var(--frame-quiet);
		text-align: center;
		font-variant-numeric: tabular-nums;
	}
	b.some {
		color: var(--frame-accent);
	}
	.scale {
		display: flex;
		width: 100%;
		align-items: center;
		gap: 3px;
	}
	.scale small {
		max-width: 62px;
		color: var(--frame-quiet);
		font-size: var(--size-small);
	}
	.scale button {
		flex: 1;
		min-width: 24px;
		max-width: 44px;
		min-height: 28px;
		border: 1px solid var(--frame-strong-line);
		border-radius: 4px;
		cursor: pointer;
	}
	.scale button.on {
		background: var(--frame-action);
		border-color: var(--frame-action);
		color: var(--frame-action-ink);
		font-weight: 700;
	}
	.large li {
		min-height: 56px;
		padding: 6px 0;
		font-size: var(--size-base);
	}
	.large .icon-button {
		width: 46px;
		height: 46px;
	}
	.large .scale button {
		min-height: 42px;
	}
	.note {
		margin-top: 8px;
		font-size: var(--size-note);
	}
	.note.large {
		margin-top: 12px;
		font-size: var(--size-base);
	}
	.problem {
		margin-top: 8px;
		color: var(--frame-bad);
		font-size: var(--size-note);
	}
</style>
