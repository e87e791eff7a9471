<script lang="ts">
	/**
	 * Voting on the board itself: each object that is voted on carries one's dots, place or rating, and the buttons to change it. After the
	 * close it carries the result.
	 */
	import { dotsLeft, placed, rated, withDot, withoutDot } from '$core/decide/vote';
	import type { ShownVote } from '$core/contract/votes';
	import { toBoard } from '$core/geometry/view';
	import { m } from '$lib/messages';
	import type { Board } from '../../board/board.svelte';
	import SignLayer from '../../board/SignLayer.svelte';
	import { asVote } from '../../room/votes.svelte';
	import { optionName, scaleEnds, scoreShort, scoreWords } from '$lib/words/votes';
	import MatrixPad from './MatrixPad.svelte';

	interface Props {
		board: Board;
		vote: ShownVote;
	}
	const { board, vote }: Props = $props();
	const { votes } = $derived(board.room);
	const choice = $derived(votes.ballotOf(vote));
	const isOpen = $derived(vote.closedAt === undefined);
	const left = $derived(dotsLeft(vote.terms, choice));
	const results = $derived(new Map(vote.outcome?.results.map((result) => [result.option.id, result])));
	const origin = $derived(toBoard(board.view, { x: 0, y: 0 }));
	/** Room that a square of places takes beside its sign, px. */
	const PAD = 220;
	/** The object whose square of places is open. */
	let padOf = $state<string | undefined>();
	const signs = $derived.by(() => {
		const model = board.room.observed;
		return vote.options.flatMap(({ id, text }) => {
			const object = model.find(id);
			const box = model.boundsOf(id);
			if (!object || !box || object.sheet !== board.sheet) return [];
			const x = box.x + box.w;
			const y = box.y + box.h;
			const isLow = (y - origin.y) * board.view.scale > board.size.h / 2;
			const isLeft = (x - origin.x) * board.view.scale < PAD;
			return [{ id, name: optionName(text), x, y, isLow, isLeft }];
		});
	});
	/** Below this scale buttons would lie on each other: only what stands is shown. */
	const isNear = $derived(board.view.scale > 0.3);

	const dotsOn = (id: string): number => ('dots' in choice ? (choice.dots[id] ?? 0) : 0);
	const placeOf = (id: string): number => ('order' in choice ? choice.order.indexOf(id) : -1);
	const placeOn = (id: string): readonly [number, number] | undefined =>
		'places' in choice ? choice.places[id] : undefined;
	const ends = $derived(scaleEnds(vote.terms));
	/** Whoever goes from sign to sign by key sees what they are at; a hand is there already. */
	function bringIn({ target }: FocusEvent, id: string): void {
		if (target instanceof Element && target.matches(':focus-visible')) board.showAll([id]);
	}
	/** A digit rates, 0 and Backspace take the rating back. */
	function digit(event: KeyboardEvent, id: string): void {
		const step = event.key === 'Backspace' ? 0 : /^\d$/.test(event.key) ? Number(event.key) : NaN;
		if (!(step >= 0 && step <= vote.terms.steps)) return;
		event.preventDefault();
		event.stopPropagation();
		votes.cast(vote, rated(choice, id, step === 0 ? undefined : step));
	}
	const stepOf = (id: string): number | undefined => ('steps' in choice ? choice.steps[id] : undefined);
</script>

{#if signs.length > 0}
	<SignLayer {board} name="vote-signs">
		{#each signs as { id, name, x, y, isLow, isLeft } (id)}
			{@const result = results.get(id)}
			<div class="at sign" style:--x={x} style:--y={y} onfocusin={(event) => bringIn(event, id)}>
				{#if isOpen && vote.mayVote && isNear}
					{#if vote.terms.method === 'dots'}
						{@const count = dotsOn(id)}
						{#if count > 0}<button
								type="button"
								class="less"
								aria-label={m.dot_less({ name })}
								title={m.dot_less({ name })}
								onclick={() => votes.cast(vote, withoutDot(choice, id))}
								>{#each { length: count }, i (i)}<i></i>{/each}</button
							>{/if}
						{#if left > 0 && count < vote.terms.most}<button
								type="button"
								class="more"
								aria-label={m.dot_more({ name })}
								title={m.dot_more({ name })}
								onclick={() => votes.cast(vote, withDot(asVote(vote), choice, id))}>+</button
							>{/if}
					{:else if vote.terms.method === 'ranking'}
						{@const at = placeOf(id)}
						<button
							type="button"
							class="more"
							class:on={at >= 0}
							aria-label={at >= 0 ? m.rank_out({ name }) : m.rank_add({ name })}
							title={at >= 0 ? m.rank_out({ name }) : m.rank_add({ name })}
							onclick={() =>
								votes.cast(
									vote,
									placed(choice, id, at >= 0 || !('order' in choice) ? undefined : choice.order.length),
								)}>{at >= 0 ? at + 1 : '+'}</button
						>
					{:else if vote.terms.method === 'rating'}
						{@const step = stepOf(id)}
						<button
							type="button"
							class="more"
							class:on={step !== undefined}
							aria-label={m.rate({ name, low: ends[0], high: ends[1] })}
							title={m.rate({ name, low: ends[0], high: ends[1] })}
							onkeydown={(event) => digit(event, id)}
							onclick={() =>
								votes.cast(vote, rated(choice, id, step === vote.terms.steps ? undefined : (step ?? 0) + 1))}
							>{step ?? '+'}</button
						>
					{:else}
						{@const place = placeOn(id)}
						<button
							type="button"
							class="more"
							class:on={place !== undefined}
							aria-label={m.matrix_of({ name })}
							title={m.matrix_of({ name })}
							aria-expanded={padOf === id}
							onclick={() => (padOf = padOf === id ? undefined : id)}>{place?.join(' · ') ?? '+'}</button
						>
						{#if padOf === id}
							<div class="pad" class:up={isLow} class:right={isLeft}>
								<MatrixPad
									terms={vote.terms}
									{choice}
									option={id}
									{name}
									oncast={(next) => {
										votes.cast(vote, next);
										padOf = undefined;
									}}
									onclose={() => (padOf = undefined)}
								/>
							</div>
						{/if}
					{/if}
				{/if}
				{#if result && vote.outcome && result.voters > 0}
					<span
						class="result"
						class:first={result.rank === 1}
						title={`${result.rank}. ${scoreWords(vote.outcome.rule, result.score)}`}
						>{scoreShort(vote.outcome.rule, result.score)}</span
					>
				{/if}
			</div>
		{/each}
	</SignLayer>
{/if}

<style>
	.sign {
		display: flex;
		gap: 3px;
		/* On the lower right corner, where there are the fewest words. */
		transform: translate(calc(-100% + 10px), -55%);
	}
	.sign > button,
	.result {
		display: flex;
		align-items: center;
		gap: 3px;
		min-width: 24px;
		height: 24px;
		padding: 0 6px;
		border: 1px solid #12201b;
		border-radius: 12px;
		background: #f2eee3;
		color: #12201b;
		font-size: 12px;
		font-weight: 700;
		line-height: 1;
		white-space: nowrap;
	}
	.sign > button {
		justify-content: center;
		cursor: pointer;
	}
	.sign > button:hover {
		background: #fff;
	}
	.sign i {
		width: 10px;
		height: 10px;
		border-radius: 50%;
		background: #a23b1e;
	}
	.sign > .on {
		background: #a23b1e;
		color: #fff;
	}
	.pad {
		position: absolute;
		z-index: 2;
		top: 28px;
		right: 0;
		padding: 8px;
		border: 1px solid var(--frame-strong-line);
		border-radius: 6px;
		background: var(--frame-raised, var(--frame-ground));
	}
	.pad.up {
		top: auto;
		bottom: 28px;
	}
	.pad.right {
		right: auto;
		left: 0;
	}
	.result {
		background: #25322e;
		border-color: #f2eee3;
		color: #f2eee3;
		pointer-events: none;
	}
	.result.first {
		background: #d9a441;
		border-color: #12201b;
		color: #12201b;
	}
</style>
