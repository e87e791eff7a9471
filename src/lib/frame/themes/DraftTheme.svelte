<script lang="ts">
	/** One theme of a sorting: its name, why it holds together, what can be done with it. */
	import { m } from '$lib/messages';
	import type { SortedTheme } from '$core/themes/sorting';
	import ChevronDown from '@lucide/svelte/icons/chevron-down';
	import ChevronUp from '@lucide/svelte/icons/chevron-up';
	import Ellipsis from '@lucide/svelte/icons/ellipsis';
	import Lock from '@lucide/svelte/icons/lock';
	import LockOpen from '@lucide/svelte/icons/lock-open';
	import MessageSquareQuote from '@lucide/svelte/icons/message-square-quote';
	import Split from '@lucide/svelte/icons/split';
	import Ungroup from '@lucide/svelte/icons/ungroup';
	import type { Snippet } from 'svelte';
	import { shownValue } from '../../ui/shown-value.svelte';
	import type { Board } from '../../board/board.svelte';
	import { modelFor } from './model-for';
	import type { SortingState } from './sorting.svelte';
	import ThemeSummary from './ThemeSummary.svelte';

	interface Props {
		board: Board;
		sorting: SortingState;
		theme: SortedTheme;
		/** The other themes. */
		others: readonly SortedTheme[];
		textOf: (id: string) => string;
		/** Its notes. */
		children: Snippet;
	}
	const { board, sorting, theme, others, textOf, children }: Props = $props();
	const reasons = $derived(sorting.reasons.get(theme.key));
	const sureness = $derived.by(() => {
		const counts = { sure: 0, likely: 0, doubtful: 0 };
		for (const id of theme.noteIds) {
			const fit = sorting.fits.get(id);
			if (fit) counts[fit.sureness]++;
		}
		return counts;
	});
	const isKnown = $derived(sureness.sure + sureness.likely + sureness.doubtful > 0);
	const model = $derived(modelFor(board));
	let showsActions = $state(false);
	const label = $derived(theme.name || m.without_words());
</script>

<div class="theme">
	<input
		class="name"
		{@attach shownValue(() => theme.name)}
		aria-label={m.theme_name()}
		maxlength="80"
		onchange={(event) => sorting.rename(theme.key, event.currentTarget.value)}
	/>
	{#if theme.isLocked}<Lock size={13} aria-label={m.locked()} />{/if}
	<span class="count">{theme.noteIds.length}</span>
	<button
		type="button"
		class="icon-button more"
		aria-expanded={showsActions}
		aria-label={m.theme_actions({ theme: label })}
		title={m.theme_actions({ theme: label })}
		onclick={() => (showsActions = !showsActions)}><Ellipsis size={16} /></button
	>
</div>
{#if showsActions}
	<div class="actions" role="group" aria-label={m.theme_actions({ theme: label })}>
		<button
			type="button"
			class="icon-button"
			aria-pressed={theme.isLocked}
			aria-label={m.theme_lock()}
			title={m.theme_lock()}
			onclick={() => sorting.lock(theme.key, !theme.isLocked)}
			>{#if theme.isLocked}<Lock size={16} />{:else}<LockOpen size={16} />{/if}</button
		>
		<button
			type="button"
			class="icon-button"
			aria-label={m.theme_split()}
			title={m.theme_split()}
			disabled={theme.isLocked || sorting.busy || theme.noteIds.length < 4}
			onclick={() => void sorting.split(theme.key)}><Split size={16} /></button
		>
		<button
			type="button"
			class="icon-button"
			aria-label={m.theme_dissolve()}
			title={m.theme_dissolve()}
			disabled={theme.isLocked}
			onclick={() => sorting.dissolve(theme.key)}><Ungroup size={16} /></button
		>
		<button
			type="button"
			class="icon-button"
			aria-label={m.theme_up()}
			title={m.theme_up()}
			onclick={() => sorting.shift(theme.key, -1)}><ChevronUp size={16} /></button
		>
		<button
			type="button"
			class="icon-button"
			aria-label={m.theme_down()}
			title={m.theme_down()}
			onclick={() => sorting.shift(theme.key, 1)}><ChevronDown size={16} /></button
		>
		{#if model}
			<button
				type="button"
				class="icon-button"
				aria-label={m.model_summarize({ model: model.name })}
				title={m.model_summarize({ model: model.name })}
				disabled={sorting.busy || theme.noteIds.length === 0}
				onclick={() => void sorting.summarize(theme, model)}><MessageSquareQuote size={16} /></button
			>
		{/if}
		<select
			class="join"
			aria-label={m.theme_join()}
			value=""
			disabled={theme.isLocked}
			onchange={(event) => sorting.join(theme.key, event.currentTarget.value)}
		>
			<option value="">{m.theme_join()}</option>
			{#each others.filter(({ isLocked }) => !isLocked) as { key, name } (key)}
				<option value={key}>{name || m.without_words()}</option>
			{/each}
		</select>
	</div>
{/if}
<ThemeSummary {board} {sorting} {theme} />
{#if !theme.isNamed && reasons && reasons.otherNames.length > 0}
	<p class="others">
		{m.or_named()}
		{#each reasons.otherNames as other (other)}
			<button type="button" class="other" onclick={() => sorting.rename(theme.key, other)}>{other}</button>
		{/each}
	</p>
{/if}
{#if reasons && theme.noteIds.length > 1}
	<details class="why">
		<summary>{m.theme_why()}</summary>
		{#if isKnown}<p>{m.theme_sureness(sureness)}</p>{/if}
		{#if reasons.words.length > 0}<p>{m.theme_words({ words: reasons.words.join(', ') })}</p>{/if}
		<p>{m.theme_typical()}</p>
		<ul>
			{#each reasons.typical as id (id)}<li>{textOf(id)}</li>{/each}
		</ul>
	</details>
{/if}
<ul>{@render children()}</ul>

<style>
	.theme {
		display: flex;
		align-items: center;
		gap: 4px;
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
	.more {
		flex: none;
		width: 26px;
		height: 26px;
	}
	.actions {
		display: flex;
		flex-wrap: wrap;
		gap: 2px;
		align-items: center;
		padding: 2px 0 4px;
	}
	.actions .icon-button {
		width: 28px;
		height: 28px;
	}
	.join {
		flex: 1;
		min-width: 90px;
		height: 28px;
		padding: 0 4px;
		border: 1px solid var(--frame-line);
		border-radius: 4px;
		background: var(--frame-on);
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
