<script lang="ts">
	/** Steps with what they take and who does them; decisions with the shares of their exits. */
	import type { BoardFlow } from '$core/board/flows';
	import { setShare, setWork, writtenEstimate } from '$core/board/ops/flow-values';
	import type { FlowLink } from '$core/flow/flow';
	import { m } from '$lib/messages';
	import type { Board } from '../../board/board.svelte';
	import { toaster } from '../../ui/toaster';
	import { takeMinutes, takeNumber } from './entries';
	import { pasteIntoSteps, type Pasted } from './paste-steps';
	import { shownValue } from '../../ui/shown-value.svelte';

	const { board, current }: { board: Board; current: BoardFlow } = $props();
	const { editContext } = $derived(board.room);
	const steps = $derived(current.flow.steps.filter(({ type }) => type !== 'jump'));
	const exitsOf = (id: string): readonly FlowLink[] => {
		const exits = current.flow.links.filter(({ from, to }) => from === id && to !== undefined);
		return exits.length > 1 ? exits : [];
	};
	const who = $derived([
		...new Set(
			current.flow.steps
				.flatMap((step) => [step.who ?? [], step.lane ?? []].flat())
				.concat(board.room.people.map(({ name }) => name)),
		),
	]);

	/** Several cells at once fill rows from here on, or those of the same names. */
	function paste(event: ClipboardEvent, from: string, column: 'minutes' | 'cost' | 'who'): void {
		const text = event.clipboardData?.getData('text/plain') ?? '';
		if (!/[\t\n]/.test(text.trim())) return;
		event.preventDefault();
		let pasted: Pasted = { filled: 0, left: 0, unread: [] };
		board.asOne(() => (pasted = pasteIntoSteps(editContext, board.model, steps, text, from, column)));
		toaster.info({ title: m.flow_pasted({ count: pasted.filled }), description: leftOut(pasted) });
	}
	/** What of copied cells came to nothing, in words. */
	function leftOut({ left, unread }: Pasted): string {
		const cells = unread.slice(0, 5).map((cell) => cell.slice(0, 20));
		return [
			unread.length > 0 ? m.flow_paste_unread({ count: unread.length, cells: cells.join(', ') }) : [],
			left > 0 ? m.flow_paste_left({ count: left }) : [],
		]
			.flat()
			.join(' ');
	}
</script>

<h3 class="label">{m.flow_steps()}</h3>
<table data-testid="step-table" aria-label={m.flow_steps()}>
	<thead
		><tr
			><th scope="col">{m.flow_step()}</th><th scope="col" title={m.flow_minutes_hint()}
				>{m.flow_minutes()}</th
			><th scope="col">{m.flow_cost()}</th><th scope="col">{m.flow_who()}</th></tr
		></thead
	>
	<tbody>
		{#each steps as step (step.id)}
			{@const name = step.name || m.step_nameless()}
			<tr>
				<th scope="row"
					><button type="button" class="text" onclick={() => board.goTo(step.id)}>{name}</button></th
				>
				<td
					><input
						class="entry"
						aria-label="{m.flow_minutes()}: {name}"
						title={m.flow_minutes_hint()}
						data-on-board
						{@attach shownValue(() => writtenEstimate(step.minutes))}
						disabled={!board.mayAll}
						onchange={(event) =>
							takeMinutes(event.currentTarget, step.minutes, (minutes) =>
								setWork(editContext, board.model, [step.id], { minutes }),
							)}
						onpaste={(event) => paste(event, step.id, 'minutes')}
					/></td
				>
				<td
					><input
						class="entry"
						inputmode="decimal"
						aria-label="{m.flow_cost()}: {name}"
						data-on-board
						{@attach shownValue(() => step.cost)}
						disabled={!board.mayAll}
						onchange={(event) =>
							takeNumber(event.currentTarget, step.cost, (cost) =>
								setWork(editContext, board.model, [step.id], { cost }),
							)}
						onpaste={(event) => paste(event, step.id, 'cost')}
					/></td
				>
				<td
					><input
						class="entry"
						list="flow-who"
						maxlength="80"
						aria-label="{m.flow_who()}: {name}"
						data-on-board
						{@attach shownValue(() => step.who)}
						placeholder={step.lane ?? ''}
						disabled={!board.mayAll}
						onchange={(event) =>
							setWork(editContext, board.model, [step.id], {
								who: event.currentTarget.value.trim() || undefined,
							})}
						onpaste={(event) => paste(event, step.id, 'who')}
					/></td
				>
			</tr>
			{#each exitsOf(step.id) as exit, i (exit.id)}
				{@const exitName = exit.name || `${m.flow_exit_of()} ${i + 1}`}
				<tr class="exit">
					<th scope="row"
						><button type="button" class="text" onclick={() => board.goTo(exit.id)}>→ {exitName}</button></th
					>
					<td colspan="3"
						><input
							class="entry share"
							inputmode="decimal"
							aria-label={m.flow_share({ name: exitName })}
							data-on-board
							{@attach shownValue(() => exit.share)}
							disabled={!board.mayAll}
							onchange={(event) =>
								takeNumber(
									event.currentTarget,
									exit.share,
									(share) => setShare(editContext, board.model, exit.id, share),
									100,
								)}
						/>
						%</td
					>
				</tr>
			{/each}
		{/each}
	</tbody>
</table>
<datalist id="flow-who"
	>{#each who as each (each)}<option value={each}></option>{/each}</datalist
>
{#if board.mayAll}<p class="quiet">{m.flow_paste_hint()}</p>{/if}

<style>
	table {
		width: 100%;
		border-collapse: collapse;
		table-layout: fixed;
	}
	th,
	td {
		padding: 2px 3px;
		border-top: 1px solid var(--frame-line);
		text-align: left;
		font-weight: 400;
		overflow-wrap: anywhere;
	}
	thead th {
		border: 0;
		color: var(--frame-quiet);
		font-size: var(--size-small);
	}
	thead th:first-child {
		width: 33%;
	}
	thead th:nth-child(2) {
		width: 27%;
	}
	thead th:nth-child(3) {
		width: 16%;
	}
	.entry {
		width: 100%;
		min-width: 0;
		min-height: 28px;
		padding: 1px 5px;
	}
	.share {
		width: 64px;
	}
	.exit th {
		padding-left: 14px;
	}
	.text {
		text-align: left;
	}
	.text:hover {
		text-decoration: underline;
	}
</style>
