<script lang="ts">
	/** Puts what is selected into a theme, by key; themes that are selected are joined with it. */
	import { isNote, isTheme } from '$core/board/kinds/guards';
	import { addTheme, mergeThemes, sortInto, themesOf } from '$core/board/ops/themes';
	import { plainText } from '$core/text/rich';
	import { m } from '$lib/messages';
	import type { Board } from '../../board/board.svelte';
	import { notesComing } from '../../board/tools/drop-target';
	import Dialog from '../../ui/Dialog.svelte';
	import { keysLabel, themeForKey, themeKeys } from './theme-keys';

	const { board, open, onclose }: { board: Board; open: boolean; onclose: () => void } = $props();
	let name = $state('');

	const notes = $derived(open ? board.selected.filter(isNote).map(({ id }) => id) : []);
	const themes = $derived.by(() => {
		if (!open) return [];
		const all = themesOf(board.room.observed, board.sheet).filter(
			({ id, lock }) => !lock && !board.selection.has(id),
		);
		const keys = themeKeys(all.map(({ text }) => plainText(text).trim()));
		return all.map(({ id }, i) => ({ ...keys[i]!, id }));
	});
	$effect(() => {
		if (open) name = '';
	});

	function go(theme: string): void {
		const { editContext } = board.room;
		const moved = notesComing(board, theme);
		board.asOne(() => {
			if (notes.length > 0) sortInto(editContext, board.model, theme, notes);
			else
				mergeThemes(
					editContext,
					board.model,
					theme,
					board.selected.filter(isTheme).map(({ id }) => id),
				);
		});
		if (notes.length === 0) board.select([theme]);
		else board.sortedByHand.emit(moved, theme);
		onclose();
	}

	function goToNew(event: Event): void {
		event.preventDefault();
		if (name.trim() === '') return;
		const there = themes.find((theme) => theme.name.toLowerCase() === name.trim().toLowerCase());
		if (there) return go(there.id);
		board.asOne(() => go(addTheme(board.room.editContext, board.model, board.sheet, name.trim(), notes)));
	}

	function onkeydown(event: KeyboardEvent): void {
		if (event.ctrlKey || event.metaKey || event.altKey) return;
		const key = event.key.toLowerCase();
		const theme = themeForKey(themes, key);
		if (!theme) return;
		event.preventDefault();
		go(theme.id);
	}
</script>

<Dialog {open} {onclose} title={m.command_to_theme()}>
	<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
	<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
	<ol class="list" tabindex="0" data-autofocus {onkeydown} aria-label={m.themes()}>
		{#each themes as theme (theme.id)}
			<li>
				<button type="button" class="theme" onclick={() => go(theme.id)}>
					<span class="keys">{keysLabel(theme)}</span>
					<span>{theme.name || m.without_words()}</span>
				</button>
			</li>
		{/each}
	</ol>
	{#if notes.length > 0}
		<form class="new" onsubmit={goToNew}>
			<input
				class="entry"
				bind:value={name}
				maxlength="80"
				aria-label={m.deal_new()}
				placeholder={m.deal_new()}
			/>
			<button type="submit" class="button">{m.deal_put()}</button>
		</form>
	{/if}
</Dialog>

<style>
	.list {
		max-height: 50vh;
		overflow: auto;
	}
	.theme {
		display: flex;
		gap: 10px;
		width: 100%;
		min-height: 34px;
		align-items: center;
		padding: 2px 8px;
		border-radius: var(--radius-control);
		text-align: left;
		cursor: pointer;
	}
	.theme:hover {
		background: var(--frame-on);
	}
	.keys {
		width: 34px;
		color: var(--frame-quiet);
		font-size: var(--size-small);
	}
	.new {
		display: flex;
		gap: 8px;
		margin-top: 12px;
	}
	.new input {
		flex: 1;
		min-width: 0;
	}
</style>
