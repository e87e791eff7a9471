<script lang="ts">
	/** Which notes are to be sorted, and whether their themes have names already. */
	import { isField, isNote, isTheme } from '$core/board/kinds/guards';
	import { owns } from '$core/access/roles';
	import { isHolder, takesCards } from '$core/board/holders/forms';
	import { HEAD, partOf } from '$core/board/holders/parts';
	import type { BoardObject } from '$core/board/objects';
	import { plainText } from '$core/text/rich';
	import { m } from '$lib/messages';
	import Group from '@lucide/svelte/icons/group';
	import type { Board } from '../../board/board.svelte';
	import { lineOf } from '../wayfinder/tree';
	import { layBack, themesToLayBack } from '$core/board/ops/leave-themes';
	import { notesToSort, themesOf } from '$core/board/ops/themes';
	import NamesFromBoard from './NamesFromBoard.svelte';
	import { modelFor } from './model-for';
	import { namesFrom } from './names-from';
	import { sortKeyNames, sortKeys } from './note-facts';
	import type { SortingState } from './sorting.svelte';

	const { board, sorting }: { board: Board; sorting: SortingState } = $props();

	const { start } = $derived(sorting);
	const names = $derived(namesFrom(start.lines));

	/** Fields of this sheet with notes in them, as starting points. */
	const fields = $derived.by(() => {
		const model = board.room.observed;
		return model
			.onSheet(board.sheet)
			.filter(isField)
			.map((field) => ({
				field,
				notes: notesToSort(model, board.sheet, field),
			}))
			.filter(({ notes }) => notes.length > 1);
	});
	const chosen = $derived.by(() => {
		board.room.changes.observe();
		return board.selected.filter(isNote).map((object) => object.id);
	});

	const headingsOf = ({ parts }: BoardObject): string[] =>
		(parts?.cols ?? [])
			.map(({ id }) => plainText(parts?.cells[partOf(HEAD, id)] ?? []).trim())
			.filter((heading) => heading !== '');

	/**
	 * Where names stand on this sheet already: its themes, its fields, the headings of its columns.
	 */
	const sources = $derived.by(() => {
		const objects = board.room.observed.onSheet(board.sheet);
		const titles = (of: BoardObject[]): string[] => of.map(lineOf).filter((line) => line !== '');
		return [
			{ label: m.names_from_themes(), names: titles(objects.filter(isTheme)) },
			{ label: m.names_from_fields(), names: titles(objects.filter(isField)) },
			...objects
				.filter((object) => isHolder(object) && takesCards(object))
				.map((holder) => ({
					label: m.names_from_columns({ holder: lineOf(holder) }),
					names: headingsOf(holder),
				})),
		].filter((source) => source.names.length > 0);
	});

	const keys = $derived.by(() => {
		board.room.changes.observe();
		return sortKeys(board);
	});

	const model = $derived(modelFor(board));
	/** What can be chosen no more is not. */
	const by = $derived(
		start.by === '' || (start.by === 'model' ? model : keys.includes(start.by)) ? start.by : '',
	);

	function ask(noteIds: string[]): void {
		if (by === 'model' && model) return void sorting.askModel(noteIds, model);
		const given = by && by !== 'model' ? { by } : names.length > 0 ? { names } : {};
		void sorting.ask({ noteIds, ...given });
	}

	/** Themes that stand on this sheet, with how many notes lie in them. */
	const standing = $derived.by(() => {
		const model = board.room.observed;
		const themes = themesOf(model, board.sheet);
		const loose = notesToSort(model, board.sheet).filter((id) => model.find(id)!.theme === undefined);
		return {
			loose: loose.length,
			themes: themes.length,
			notes: themes.reduce((sum, { id }) => sum + model.sortedInto(id).length, 0),
			back: themesToLayBack(model, board.sheet).map(({ id }) => id),
		};
	});
</script>

<p class="quiet">{m.themes_hint()}</p>
{#if sorting.problem}
	<p class="warn" role="alert">{sorting.problem}</p>
	<div class="actions">
		<button type="button" class="button main" onclick={() => sorting.again(false)}>{m.try_again()}</button>
		<button type="button" class="button" onclick={() => sorting.again(true)}>{m.themes_by_words()}</button>
	</div>
{/if}
{#if board.mayAll}
	{#if standing.themes > 0}
		<section class="standing">
			<p>
				{m.themes_standing({ themes: standing.themes, notes: standing.notes })}
				{#if standing.loose > 0}{m.themes_loose({ count: standing.loose })}{/if}
			</p>
			<button type="button" class="button" onclick={() => sorting.lookThrough()}
				>{m.themes_look_through()}</button
			>
			{#if standing.back.length > 0}
				<button
					type="button"
					class="button"
					title={m.themes_back_hint()}
					onclick={() => layBack(board.room.editContext, board.model, standing.back)}
					>{m.themes_back()}</button
				>
			{/if}
		</section>
	{/if}
	<label class="by">
		<span>{m.sort_by()}</span>
		<select value={by} onchange={(event) => (start.by = event.currentTarget.value as typeof start.by)}>
			<option value="">{m.sort_by_meaning()}</option>
			{#if model}<option value="model">{m.sort_by_model({ model: model.name })}</option>{/if}
			{#each keys as key (key)}<option value={key}>{sortKeyNames[key]()}</option>{/each}
		</select>
	</label>
	{#if !model && board.room.info.model && owns(board.room.role)}<p class="quiet">{m.model_off_hint()}</p>{/if}
	<details class="names">
		<summary>{m.themes_names()}{names.length > 0 ? ` (${names.length})` : ''}</summary>
		<p class="quiet">{m.themes_names_hint()}</p>
		<textarea class="lines" rows="5" aria-label={m.themes_names()} bind:value={start.lines}></textarea>
		<div class="sources">
			{#each sources as source, i (i)}
				<button
					type="button"
					class="button small"
					onclick={() => (start.lines = [...names, ...source.names].join('\n'))}>{source.label}</button
				>
			{/each}
			<NamesFromBoard
				boardId={board.room.info.boardId}
				onnames={(more) => (start.lines = [...names, ...more].join('\n'))}
			/>
		</div>
	</details>
	<div class="starts">
		{#if chosen.length > 1}
			<div class="row">
				<button type="button" class="button main" onclick={() => ask(chosen)}
					><Group size={16} />{m.sort_selected({ count: chosen.length })}</button
				>
				<button type="button" class="button" onclick={() => sorting.deal.start(chosen, names)}
					>{m.deal()}</button
				>
			</div>
		{/if}
		{#each fields as { field, notes } (field.id)}
			<div class="row">
				<button type="button" class="button start" onclick={() => ask(notes)}>
					<span class="text">{lineOf(field)}</span><span class="count">{notes.length}</span>
				</button>
				<button
					type="button"
					class="button"
					aria-label={m.deal_of({ field: lineOf(field) })}
					title={m.deal_hint()}
					onclick={() => sorting.deal.start(notes, names)}>{m.deal()}</button
				>
			</div>
		{/each}
	</div>
	{#if fields.length === 0 && chosen.length < 2}<p class="quiet">{m.themes_nothing()}</p>{/if}
{/if}

<style>
	.actions,
	.starts,
	.sources {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
		margin: 12px 0;
	}
	.starts {
		flex-direction: column;
	}
	.row {
		display: flex;
		gap: 6px;
	}
	.row .button:first-child {
		flex: 1;
		min-width: 0;
		text-align: left;
		white-space: normal;
	}
	.row .button:last-child {
		flex: none;
	}
	.start {
		justify-content: space-between;
	}
	.start .text {
		min-width: 0;
		overflow-wrap: anywhere;
	}
	.count {
		color: var(--frame-quiet);
		font-size: var(--size-small);
	}
	.standing {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
		margin: 12px 0;
		padding: 8px 10px;
		border-left: 3px solid var(--frame-accent);
		background: var(--frame-raised);
		font-size: var(--size-note);
	}
	.standing p {
		flex-basis: 100%;
	}
	.by {
		display: flex;
		gap: 8px;
		align-items: center;
		margin: 12px 0;
		font-size: var(--size-note);
	}
	.by select {
		flex: 1;
		min-width: 0;
		height: 30px;
		padding: 0 6px;
		border: 1px solid var(--frame-line);
		border-radius: 4px;
		background: var(--frame-on);
	}
	.names {
		margin: 12px 0;
	}
	.names summary {
		cursor: pointer;
		font-weight: 700;
	}
	.lines {
		width: 100%;
		margin-top: 6px;
		padding: 6px 8px;
		border: 1px solid var(--frame-strong-line);
		border-radius: var(--radius-control);
		background: var(--frame-ground);
	}
	.sources {
		margin: 6px 0 0;
	}
	.small {
		font-size: var(--size-small);
	}
</style>
