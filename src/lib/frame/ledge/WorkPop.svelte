<script lang="ts">
	/** Of steps of a flow: what they take and who does them; of a decision, its exits. */
	import { isDecision } from '$core/board/flow-shapes';
	import type { BoardObject } from '$core/board/objects';
	import { setText } from '$core/board/ops/edits';
	import { EXIT_NAMINGS, exitsOf, renameExits, type ExitNaming } from '$core/board/ops/flow-links';
	import { setShare, setWork, writtenEstimate } from '$core/board/ops/flow-values';
	import { plainText } from '$core/text/rich';
	import { m } from '$lib/messages';
	import Timer from '@lucide/svelte/icons/timer';
	import type { Board } from '../../board/board.svelte';
	import { exitWords } from '../../words/flows';
	import { takeMinutes, takeNumber } from '../flow/entries';
	import LedgePop from './LedgePop.svelte';
	import { shownValue } from '../../ui/shown-value.svelte';

	const { board, objects }: { board: Board; objects: readonly BoardObject[] } = $props();
	const ids = $derived(objects.map(({ id }) => id));
	const first = $derived(objects[0]!);
	const exits = $derived.by(() => {
		const only = objects.length === 1 && isDecision(first);
		return only ? exitsOf(board.room.observed, first.id) : [];
	});
	const { editContext } = $derived(board.room);
	const NAMINGS: Record<ExitNaming, () => string> = {
		words: () => m.flow_exits_words(),
		numbers: () => m.flow_exits_numbers(),
		swapped: () => m.flow_exits_swap(),
	};
</script>

<LedgePop label={m.flow_ledge()} word={m.flow_ledge()} stays>
	{#snippet icon()}<Timer size={18} strokeWidth={1.75} />{/snippet}
	<div class="entries">
		<label
			>{m.flow_minutes()}<input
				class="entry"
				title={m.flow_minutes_hint()}
				placeholder="20/30/45"
				data-on-board
				{@attach shownValue(() => writtenEstimate(first.work?.minutes))}
				onchange={(event) =>
					takeMinutes(event.currentTarget, first.work?.minutes, (minutes) =>
						setWork(editContext, board.model, ids, { minutes }),
					)}
			/></label
		>
		<label
			>{m.flow_cost()}<input
				class="entry"
				inputmode="decimal"
				data-on-board
				{@attach shownValue(() => first.work?.cost)}
				onchange={(event) =>
					takeNumber(event.currentTarget, first.work?.cost, (cost) =>
						setWork(editContext, board.model, ids, { cost }),
					)}
			/></label
		>
		<label
			>{m.flow_who()}<input
				class="entry"
				maxlength="80"
				data-on-board
				{@attach shownValue(() => first.work?.who)}
				onchange={(event) =>
					setWork(editContext, board.model, ids, { who: event.currentTarget.value.trim() || undefined })}
			/></label
		>
		{#each exits as exit, i (exit.id)}
			{@const name = plainText(exit.text).trim()}
			<div class="exit" role="group" aria-label="{m.flow_exit_of()} {i + 1}">
				<label
					>{m.flow_exit_of()}
					{i + 1}<input
						class="entry"
						maxlength="80"
						data-on-board
						{@attach shownValue(() => name)}
						onchange={(event) => setText(editContext, exit.id, event.currentTarget.value.trim())}
					/></label
				>
				<label
					>%<input
						class="entry share"
						inputmode="decimal"
						aria-label={m.flow_share({ name: name || String(i + 1) })}
						data-on-board
						{@attach shownValue(() => exit.share)}
						onchange={(event) =>
							takeNumber(
								event.currentTarget,
								exit.share,
								(share) => setShare(editContext, board.model, exit.id, share),
								100,
							)}
					/></label
				>
			</div>
		{/each}
		{#if exits.length > 0}
			{#each EXIT_NAMINGS as naming (naming)}
				{#if naming !== 'swapped' || exits.length > 1}
					<button
						type="button"
						class="button"
						onclick={() => renameExits(editContext, board.model, first.id, naming, exitWords())}
						>{NAMINGS[naming]()}</button
					>
				{/if}
			{/each}
		{/if}
	</div>
</LedgePop>

<style>
	.exit {
		display: grid;
		grid-template-columns: 1fr 76px;
		gap: 6px;
	}
	.share {
		width: 100%;
	}
</style>
