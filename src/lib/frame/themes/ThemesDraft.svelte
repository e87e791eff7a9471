<script lang="ts">
	/** A sorting as it would be laid out: argued about before anything moves. */
	import { isNote } from '$core/board/kinds/guards';
	import { themeOfNote, type Sorting, type SortedTheme } from '$core/themes/sorting';
	import { m } from '$lib/messages';
	import Redo from '@lucide/svelte/icons/redo-2';
	import Undo from '@lucide/svelte/icons/undo-2';
	import type { Board } from '../../board/board.svelte';
	import { lineOf } from '../wayfinder/tree';
	import BetweenTwo from './BetweenTwo.svelte';
	import DraftNote from './DraftNote.svelte';
	import DraftTheme from './DraftTheme.svelte';
	import NewTheme from './NewTheme.svelte';
	import { dotsByNote } from './note-facts';
	import type { SortingState } from './sorting.svelte';

	interface Props {
		board: Board;
		sorting: SortingState;
		draft: Sorting;
	}
	const { board, sorting, draft }: Props = $props();
	const all = $derived(draft.themes.reduce((sum, { noteIds }) => sum + noteIds.length, draft.left.length));
	/** More themes than these nobody takes in at once. */
	const MOST_THEMES = 14;
	/** What the slider was moved to, until it comes true. */
	let wanted = $state<number>();
	const most = $derived(Math.max(2, Math.min(MOST_THEMES, Math.floor(all / 2))));

	const textOf = (id: string): string => {
		const note = board.room.observed.find(id);
		return note ? lineOf(note) : m.note_gone();
	};
	const otherOf = (id: string): { id: string; text: string } => ({ id, text: textOf(id) });
	const isThere = (id: string): boolean => isNote(board.room.observed.find(id));
	const doubleOf = $derived(new Map(sorting.doubles.flatMap(([a, b]) => [[a, b] as const, [b, a] as const])));
	const nearTo = (id: string): { id: string; text: string }[] =>
		(sorting.near.get(id) ?? []).filter((other) => other !== doubleOf.get(id) && isThere(other)).map(otherOf);
	const chosen = $derived(board.selected.filter(isNote).map(({ id }) => id));
	/** Notes in no theme whose place is likely. */
	const placeable = $derived(
		draft.left.filter((id) => {
			const fit = sorting.fits.get(id);
			return fit !== undefined && fit.sureness !== 'doubtful' && !draft.pinned.has(id);
		}),
	);

	function wantMany(event: Event & { currentTarget: HTMLInputElement }): void {
		const count = event.currentTarget.valueAsNumber;
		wanted = count;
		void sorting.anew(count).finally(() => {
			if (wanted === count) wanted = undefined;
		});
	}

	function orderBy(event: Event & { currentTarget: HTMLSelectElement }): void {
		const dots = dotsByNote(board);
		const orders: Record<string, (theme: SortedTheme) => number> = {
			size: ({ noteIds }) => noteIds.length,
			dots: ({ noteIds }) => noteIds.reduce((sum, id) => sum + (dots?.get(id) ?? 0), 0),
			nods: ({ noteIds }) => noteIds.reduce((sum, id) => sum + (board.model.find(id)?.nods?.length ?? 0), 0),
		};
		const by = orders[event.currentTarget.value];
		if (by) sorting.order(by);
		event.currentTarget.value = '';
	}

	/** Undo in here is about the argument; what was done on the board before stays. */
	function onkeydown(event: KeyboardEvent): void {
		const isEntry = (event.target as HTMLElement).matches('input:not([type=range]), textarea');
		if (!(event.ctrlKey || event.metaKey) || isEntry) return;
		const key = event.key.toLowerCase();
		if (key === 'z' && !event.shiftKey) sorting.undo();
		else if (key === 'y' || (key === 'z' && event.shiftKey)) sorting.redo();
		else return;
		event.preventDefault();
		event.stopPropagation();
	}
</script>

{#snippet note(id: string, theme: string | undefined)}
	{@const fit = sorting.fits.get(id)}
	<DraftNote
		text={textOf(id)}
		themes={draft.themes}
		{...theme === undefined ? {} : { theme }}
		likeliest={fit?.ranked}
		sureness={theme === undefined ? undefined : fit?.sureness}
		isPinned={draft.pinned.has(id)}
		double={doubleOf.has(id) ? otherOf(doubleOf.get(id)!) : undefined}
		near={nearTo(id)}
		onshow={() => board.goTo(id)}
		onmove={(to) => sorting.move([id], to)}
		onpin={(isPinned) => sorting.pin(id, isPinned)}
		onmerge={(other) => sorting.merge(id, other)}
	/>
{/snippet}

<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<div role="group" aria-label={m.themes()} {onkeydown}>
	<p class="quiet" role="status" data-testid="themes-summary">
		{m.themes_summary({ themes: draft.themes.length, notes: all, left: draft.left.length })}
	</p>
	<p class="quiet">
		{#if draft.themes.length === 0}{m.themes_none_found()}{:else}{sorting.isOnBoard
				? m.themes_board_hint()
				: m.themes_preview_hint()}{/if}
	</p>
	{#if sorting.model.source}
		<p class="source" data-testid="model-source">
			{m.model_source({ model: sorting.model.source.name, host: sorting.model.source.host })}
		</p>
	{/if}
	{#if !sorting.meaning}<p class="warn">{m.themes_words_only()}</p>{/if}
	{#if !board.mayAll}<p class="warn" role="status">{m.themes_not_now()}</p>{/if}
	{#if sorting.problem}<p class="warn" role="alert">{sorting.problem}</p>{/if}
	<div class="actions">
		<button
			type="button"
			class="button main"
			onclick={() => sorting.accept()}
			disabled={draft.themes.length === 0 || sorting.busy || !board.mayAll}
			>{sorting.isOnBoard ? m.themes_apply() : m.themes_accept()}</button
		>
		<button type="button" class="button" onclick={() => sorting.discard()}>{m.themes_discard()}</button>
		<span class="steps">
			<button
				type="button"
				class="icon-button"
				aria-label={m.argument_undo()}
				title={m.argument_undo()}
				disabled={!sorting.canUndo}
				onclick={() => sorting.undo()}><Undo size={16} /></button
			>
			<button
				type="button"
				class="icon-button"
				aria-label={m.argument_redo()}
				title={m.argument_redo()}
				disabled={!sorting.canRedo}
				onclick={() => sorting.redo()}><Redo size={16} /></button
			>
		</span>
	</div>
	{#if !sorting.question.by}
		<label class="slider">
			<span>{m.how_many_themes()}</span>
			<input
				type="range"
				min="2"
				max={most}
				value={wanted ?? draft.themes.length}
				disabled={all < 4}
				oninput={wantMany}
			/>
			<output>{wanted ?? draft.themes.length}</output>
		</label>
		<button type="button" class="button anew" disabled={sorting.busy} onclick={() => void sorting.anew()}
			>{m.sort_anew()}</button
		>
		<p class="quiet">{m.sort_anew_hint()}</p>
	{/if}
	<select class="order" aria-label={m.order_themes()} value="" onchange={orderBy}>
		<option value="">{m.order_themes()}</option>
		<option value="size">{m.order_by_size()}</option>
		{#if dotsByNote(board)}<option value="dots">{m.order_by_dots()}</option>{/if}
		<option value="nods">{m.order_by_nods()}</option>
	</select>
	<BetweenTwo {sorting} {textOf} />
	<ol class="themes" data-testid="themes-preview">
		{#each draft.themes as theme (theme.key)}
			<li>
				<DraftTheme
					{board}
					{sorting}
					{theme}
					others={draft.themes.filter(({ key }) => key !== theme.key)}
					{textOf}
				>
					{#each theme.noteIds as id (id)}{@render note(id, theme.key)}{/each}
				</DraftTheme>
			</li>
		{/each}
	</ol>
	<NewTheme
		selected={chosen.filter((id) => themeOfNote(draft, id) || draft.left.includes(id))}
		onadd={(name, noteIds) => sorting.add(name, noteIds)}
	/>
	{#if draft.left.length > 0}
		<h3 class="label">{m.themes_left({ count: draft.left.length })}</h3>
		{#if placeable.length > 0}
			<button type="button" class="button" onclick={() => sorting.placeLeft(placeable)}
				>{m.place_likely({ count: placeable.length })}</button
			>
		{/if}
		<ul>
			{#each draft.left as id (id)}{@render note(id, undefined)}{/each}
		</ul>
	{/if}
</div>

<style>
	.actions {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
		margin: 12px 0;
	}
	.source {
		margin: 8px 0;
		padding: 4px 8px;
		border-left: 3px dashed var(--frame-accent);
		font-size: var(--size-note);
	}
	.steps {
		display: inline-flex;
	}
	.slider {
		display: grid;
		grid-template-columns: auto 1fr auto;
		gap: 8px;
		align-items: center;
		margin: 8px 0;
		font-size: var(--size-note);
	}
	.slider input {
		min-width: 0;
		accent-color: var(--frame-accent);
	}
	.slider output {
		min-width: 2ch;
		text-align: right;
		font-variant-numeric: tabular-nums;
	}
	.anew {
		width: 100%;
	}
	.order {
		width: 100%;
		height: 30px;
		margin: 10px 0;
		padding: 0 6px;
		border: 1px solid var(--frame-line);
		border-radius: 4px;
		background: var(--frame-on);
		font-size: var(--size-note);
	}
	.themes > li {
		margin-bottom: 14px;
		padding: 8px 10px 6px;
		border-left: 3px solid var(--frame-accent);
		border-radius: 4px;
		background: var(--frame-raised);
	}
</style>
