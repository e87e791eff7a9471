<script lang="ts">
	/**
	 * Voting on the board itself: each object that is voted on carries one's dots, place or rating, and the buttons to change it. After the
	 * close it carries the result.
	 */
	import { dotsLeft, placed, rated, withDot, withoutDot } from '$core/decide/vote';
	import type { ShownVote } from '$core/decide/wire';
	import { toBoard } from '$core/geometry/view';
	import { m } from '$lib/paraglide/messages';
	import type { Board } from '../../board/board.svelte';
	import { asVote } from '../../room/votes.svelte';
	import { optionName, scoreShort, scoreWords } from '$lib/words/votes';

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
	const signs = $derived.by(() => {
		void board.room.version;
		return vote.options.flatMap(({ id, text }) => {
			const object = board.model.find(id);
			const box = board.model.boundsOf(id);
			if (!object || !box || object.sheet !== board.sheet) return [];
			return [{ id, name: optionName(text), x: box.x + box.w, y: box.y + box.h }];
		});
	});
	const origin = $derived(toBoard(board.view, { x: 0, y: 0 }));
	/** Below this scale buttons would lie on each other: only what stands is shown. */
	const isNear = $derived(board.view.scale > 0.3);

	const dotsOn = (id: string): number => ('dots' in choice ? (choice.dots[id] ?? 0) : 0);
	const placeOf = (id: string): number => ('order' in choice ? choice.order.indexOf(id) : -1);
	const stepOf = (id: string): number | undefined => ('steps' in choice ? choice.steps[id] : undefined);
</script>

<div
	class="signs"
	style:transform="translate({-origin.x * board.view.scale}px,{-origin.y * board.view.scale}px)"
	style:--scale={board.view.scale}
	data-testid="vote-signs"
>
	{#each signs as { id, name, x, y } (id)}
		{@const result = results.get(id)}
		<div class="sign" style:--x={x} style:--y={y}>
			{#if isOpen && vote.mayVote && isNear}
				{#if vote.terms.method === 'dots'}
					{@const count = dotsOn(id)}
					{#if count > 0}<button
							class="less"
							aria-label={m.dot_less({ name })}
							title={m.dot_less({ name })}
							onclick={() => votes.cast(vote, withoutDot(choice, id))}
							>{#each { length: count }, i (i)}<i></i>{/each}</button
						>{/if}
					{#if left > 0 && count < vote.terms.most}<button
							class="more"
							aria-label={m.dot_more({ name })}
							title={m.dot_more({ name })}
							onclick={() => votes.cast(vote, withDot(asVote(vote), choice, id))}>+</button
						>{/if}
				{:else if vote.terms.method === 'ranking'}
					{@const at = placeOf(id)}
					<button
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
						class="more"
						class:on={step !== undefined}
						aria-label={m.rate({ name, low: '1', high: String(vote.terms.steps) })}
						onclick={() =>
							votes.cast(vote, rated(choice, id, step === vote.terms.steps ? undefined : (step ?? 0) + 1))}
						>{step ?? '+'}</button
					>
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
</div>

<style>
	.signs {
		position: absolute;
		left: 0;
		top: 0;
		width: 0;
		height: 0;
	}
	.sign {
		position: absolute;
		display: flex;
		gap: 3px;
		left: calc(var(--x) * var(--scale) * 1px);
		top: calc(var(--y) * var(--scale) * 1px);
		/* On the lower right corner, where there are the fewest words. */
		transform: translate(calc(-100% + 10px), -55%);
	}
	.sign button,
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
	.sign button {
		justify-content: center;
		cursor: pointer;
	}
	.sign button:hover {
		background: #fff;
	}
	.sign i {
		width: 10px;
		height: 10px;
		border-radius: 50%;
		background: #a23b1e;
	}
	.sign .on {
		background: #a23b1e;
		color: #fff;
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
