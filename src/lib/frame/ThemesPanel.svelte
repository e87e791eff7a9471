<script lang="ts">
	import { isField, isNote } from '$core/board/kinds/guards';
	import { m } from '$lib/messages';
	import Group from '@lucide/svelte/icons/group';
	import type { Board } from '../board/board.svelte';
	import type { ThemesPreview } from './themes-state.svelte';
	import { lineOf } from './wayfinder/tree';
	import { shownValue } from '../ui/shown-value.svelte';

	const { board, preview }: { board: Board; preview: ThemesPreview } = $props();

	/** Fields of this sheet with notes in them, as starting points. */
	const fields = $derived.by(() => {
		const model = board.room.observed;
		return model
			.onSheet(board.sheet)
			.filter(isField)
			.map((field) => ({
				field,
				notes: model.contentsOf(field).filter((id) => isNote(model.find(id))),
			}))
			.filter(({ notes }) => notes.length > 1);
	});
	const chosen = $derived.by(() => {
		board.room.changes.observe();
		return board.selected.filter(isNote).map((object) => object.id);
	});
	const textOf = (id: string): string => {
		const note = board.model.find(id);
		return note ? lineOf(note) : m.note_gone();
	};
	const doubleOf = $derived(
		new Map(
			preview.proposal?.doubles.flatMap(
				([a, b]) =>
					[
						[a, b],
						[b, a],
					] as const,
			) ?? [],
		),
	);
</script>

<h2 class="panel-title">{m.themes()}</h2>
{#if preview.busy}
	<p class="quiet" role="status">{m.themes_busy({ count: preview.asked })}</p>
{:else if preview.proposal}
	{@const { themes, left, meaning } = preview.proposal}
	<p class="quiet" role="status" data-testid="themes-summary">
		{m.themes_summary({ themes: themes.length, notes: preview.asked, left: left.length })}
	</p>
	<p class="quiet">{m.themes_preview_hint()}</p>
	{#if !meaning}<p class="warn">{m.themes_words_only()}</p>{/if}
	<div class="actions">
		<button type="button" class="button main" onclick={() => preview.accept()} disabled={themes.length === 0}
			>{m.themes_accept()}</button
		>
		<button type="button" class="button" onclick={() => preview.discard()}>{m.themes_discard()}</button>
	</div>
	<ol class="themes" data-testid="themes-preview">
		{#each themes as theme, i (i)}
			<li>
				<div class="theme">
					<input
						class="name"
						{@attach shownValue(() => theme.name)}
						aria-label={m.theme_name()}
						maxlength="80"
						onchange={(event) => preview.rename(i, event.currentTarget.value)}
					/>
					<span class="count">{theme.noteIds.length}</span>
				</div>
				<ul>
					{#each theme.noteIds as id (id)}
						{@const double = doubleOf.get(id)}
						<li class="note">
							<button type="button" class="text" onclick={() => board.goTo(id)}>{textOf(id)}</button>
							<select
								aria-label={m.move_to_theme({ note: textOf(id) })}
								value={String(i)}
								onchange={(event) =>
									preview.move(
										id,
										event.currentTarget.value === '' ? undefined : Number(event.currentTarget.value),
									)}
							>
								{#each themes as other, j (j)}<option value={String(j)}>{other.name}</option>{/each}
								<option value="">{m.leave_out()}</option>
							</select>
							{#if double}<span class="double">{m.says_the_same({ note: textOf(double) })}</span>{/if}
						</li>
					{/each}
				</ul>
			</li>
		{/each}
	</ol>
	{#if left.length > 0}
		<h3 class="label">{m.themes_left({ count: left.length })}</h3>
		<ul>
			{#each left as id (id)}
				<li class="note">
					<button type="button" class="text" onclick={() => board.goTo(id)}>{textOf(id)}</button>
					<select
						aria-label={m.move_to_theme({ note: textOf(id) })}
						value=""
						onchange={(event) =>
							preview.move(
								id,
								event.currentTarget.value === '' ? undefined : Number(event.currentTarget.value),
							)}
					>
						<option value="">{m.leave_out()}</option>
						{#each themes as other, j (j)}<option value={String(j)}>{other.name}</option>{/each}
					</select>
				</li>
			{/each}
		</ul>
	{/if}
{:else}
	<p class="quiet">{m.themes_hint()}</p>
	{#if preview.problem}
		<p class="warn" role="alert">{preview.problem}</p>
		<div class="actions">
			<button type="button" class="button main" onclick={() => preview.again(false)}>{m.try_again()}</button>
			<button type="button" class="button" onclick={() => preview.again(true)}>{m.themes_by_words()}</button>
		</div>
	{/if}
	{#if board.mayAll}
		<div class="starts">
			{#if chosen.length > 1}
				<button type="button" class="button main" onclick={() => preview.ask(chosen)}
					><Group size={16} />{m.sort_selected({ count: chosen.length })}</button
				>
			{/if}
			{#each fields as { field, notes } (field.id)}
				<button type="button" class="button start" onclick={() => preview.ask(notes)}>
					<span class="text">{lineOf(field)}</span><span class="count">{notes.length}</span>
				</button>
			{/each}
		</div>
		{#if fields.length === 0 && chosen.length < 2}<p class="quiet">{m.themes_nothing()}</p>{/if}
	{/if}
{/if}

<style>
	.actions,
	.starts {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
		margin: 12px 0;
	}
	.starts {
		flex-direction: column;
	}
	.start {
		justify-content: space-between;
	}
	.themes > li {
		margin-bottom: 14px;
		padding: 8px 10px 6px;
		border-left: 3px solid var(--frame-accent);
		border-radius: 4px;
		background: var(--frame-raised);
	}
	.theme {
		display: flex;
		align-items: center;
		gap: 6px;
	}
	.name {
		flex: 1;
		min-width: 0;
		padding: 2px 4px;
		border-radius: 4px;
		background: transparent;
		font-size: var(--size-base);
		font-weight: 700;
	}
	.name:hover,
	.name:focus {
		background: var(--frame-on);
	}
	.count {
		color: var(--frame-quiet);
		font-size: var(--size-small);
	}
	.note {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 2px 6px;
		padding: 3px 0 3px 4px;
		font-size: var(--size-note);
		line-height: 1.3;
	}
	.note .text {
		flex: 1;
		min-width: 0;
		text-align: left;
		cursor: pointer;
	}
	.note .text:hover {
		text-decoration: underline;
	}
	.note select {
		width: 22px;
		height: 22px;
		border: 1px solid var(--frame-line);
		border-radius: 4px;
		background: var(--frame-on);
		color: var(--frame-quiet);
		font-size: var(--size-small);
		cursor: pointer;
	}
	.double {
		flex-basis: 100%;
		color: var(--frame-accent);
		font-size: var(--size-small);
	}
	.warn {
		margin-top: 8px;
		color: var(--frame-bad);
		font-size: var(--size-note);
	}
	p.quiet {
		margin-top: 4px;
		font-size: var(--size-note);
	}
</style>
