<script lang="ts">
	/** Themes as they would be laid out: renamed, more or fewer, notes sent elsewhere. */
	import { m } from '$lib/messages';
	import Minus from '@lucide/svelte/icons/minus';
	import Plus from '@lucide/svelte/icons/plus';
	import type { Board } from '../../board/board.svelte';
	import { shownValue } from '../../ui/shown-value.svelte';
	import { lineOf } from '../wayfinder/tree';
	import DraftNote from './DraftNote.svelte';
	import type { Draft, ThemesPreview } from './preview.svelte';

	const { board, preview, draft }: { board: Board; preview: ThemesPreview; draft: Draft } = $props();
	const names = $derived(draft.themes.map(({ name }) => name));
	const asked = $derived(preview.question.noteIds.length);

	const textOf = (id: string): string => {
		const note = board.model.find(id);
		return note ? lineOf(note) : m.note_gone();
	};
	const doubleOf = $derived(
		new Map(
			draft.doubles.flatMap(
				([a, b]) =>
					[
						[a, b],
						[b, a],
					] as const,
			),
		),
	);
	const nearTo = $derived(new Map(draft.near));
</script>

<p class="quiet" role="status" data-testid="themes-summary">
	{m.themes_summary({ themes: draft.themes.length, notes: asked, left: draft.left.length })}
</p>
<p class="quiet">{m.themes_preview_hint()}</p>
{#if !draft.meaning}<p class="warn">{m.themes_words_only()}</p>{/if}
<div class="actions">
	<button
		type="button"
		class="button main"
		onclick={() => preview.accept()}
		disabled={names.length === 0 || preview.busy}>{m.themes_accept()}</button
	>
	<button type="button" class="button" onclick={() => preview.discard()}>{m.themes_discard()}</button>
	{#if !preview.question.names}
		<span class="number" role="group" aria-label={m.how_many_themes()}>
			<button
				type="button"
				class="icon-button"
				aria-label={m.fewer_themes()}
				title={m.fewer_themes()}
				disabled={preview.busy || names.length < 3}
				onclick={() => preview.askFor(names.length - 1)}><Minus size={16} /></button
			>
			<button
				type="button"
				class="icon-button"
				aria-label={m.more_themes()}
				title={m.more_themes()}
				disabled={preview.busy || names.length * 2 >= asked}
				onclick={() => preview.askFor(names.length + 1)}><Plus size={16} /></button
			>
		</span>
	{/if}
</div>
<ol class="themes" data-testid="themes-preview">
	{#each draft.themes as theme, i (i)}
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
			{#if theme.otherNames.length > 0}
				<p class="others">
					{m.or_named()}
					{#each theme.otherNames as other (other)}
						<button type="button" class="other" onclick={() => preview.rename(i, other)}>{other}</button>
					{/each}
				</p>
			{/if}
			{#if theme.typical.length > 1}
				<details class="why">
					<summary>{m.theme_why()}</summary>
					{#if theme.words.length > 0}<p>{m.theme_words({ words: theme.words.join(', ') })}</p>{/if}
					<p>{m.theme_typical()}</p>
					<ul>
						{#each theme.typical as id (id)}<li>{textOf(id)}</li>{/each}
					</ul>
				</details>
			{/if}
			<ul>
				{#each theme.noteIds as id (id)}
					<DraftNote
						text={textOf(id)}
						{names}
						theme={i}
						double={doubleOf.has(id) ? textOf(doubleOf.get(id)!) : undefined}
						near={(nearTo.get(id) ?? []).filter((other) => other !== doubleOf.get(id)).map(textOf)}
						onshow={() => board.goTo(id)}
						onmove={(to) => preview.move(id, to)}
					/>
				{/each}
			</ul>
		</li>
	{/each}
</ol>
{#if draft.left.length > 0}
	<h3 class="label">{m.themes_left({ count: draft.left.length })}</h3>
	<ul>
		{#each draft.left as id (id)}
			<DraftNote
				text={textOf(id)}
				{names}
				likeliest={draft.choices.get(id)}
				near={(nearTo.get(id) ?? []).map(textOf)}
				onshow={() => board.goTo(id)}
				onmove={(to) => preview.move(id, to)}
			/>
		{/each}
	</ul>
{/if}

<style>
	.actions {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
		margin: 12px 0;
	}
	.number {
		display: inline-flex;
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
	.others {
		padding: 0 4px 2px;
		color: var(--frame-quiet);
		font-size: var(--size-small);
	}
	.other {
		padding: 2px 4px;
		cursor: pointer;
		text-decoration: underline;
	}
	.why {
		padding: 0 4px 4px;
		color: var(--frame-quiet);
		font-size: var(--size-small);
	}
	.why summary {
		cursor: pointer;
	}
	.why ul {
		padding-left: 14px;
		list-style: disc;
	}
</style>
