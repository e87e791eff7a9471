<script lang="ts">
	/** The left edge: overview, and the board as one searchable tree that is used with the keyboard as well. */
	import { m } from '$lib/messages';
	import Search from '@lucide/svelte/icons/search';
	import Plus from '@lucide/svelte/icons/plus';
	import { SvelteSet } from 'svelte/reactivity';
	import type { Board } from '../../board/board.svelte';
	import { calmly } from '../../ui/calmly.svelte';
	import Splitter from '../../ui/Splitter.svelte';
	import { PanelWidth } from '../../ui/panel-width.svelte';
	import BranchRow from './BranchRow.svelte';
	import ObjectRow from './ObjectRow.svelte';
	import Overview from './Overview.svelte';
	import Places from './Places.svelte';
	import { onObjectKey } from './row-keys';
	import type { MenuPlace } from '../menu-place';
	import { extendTo, toggleRow } from './row-choice';
	import { insertSheet } from '../../board/sheets';
	import { SHEET_COMMANDS, shiftSheet } from './sheet-commands';
	import SheetRow from './SheetRow.svelte';
	import Filters from './Filters.svelte';
	import { findOn, treeOf, type Wanted } from './tree';

	interface Props {
		board: Board;
		/** Opens the menu of what is selected. */
		onmenu: (at: MenuPlace) => void;
	}
	const { board, onmenu }: Props = $props();
	/** Px. */
	const width = new PanelWidth('wayfinder', 156, 140, 400);
	/** What stands beside the overview: padding and lines, px. */
	const AROUND_OVERVIEW = 17;

	/** Rows of one list at most; the search finds the rest. */
	const MAX = 120;
	let wanted = $state.raw<Wanted>({ words: '' });
	const isLooking = $derived(
		wanted.words.trim() !== '' || Boolean(wanted.kind ?? wanted.colour ?? wanted.person),
	);
	const open = new SvelteSet<string>();
	/** Counts changes of the board, but not faster than lists of it can be made without being felt. */
	const pace = calmly(
		() => board.room.changes.count,
		() => board.sheet,
		() => board.painter?.isBusy ?? false,
	);
	const tree = $derived.by(() => {
		pace.observe();
		return pace.timed(() => treeOf(board.model, board.sheet, MAX));
	});
	const found = $derived.by(() => {
		pace.observe();
		return isLooking ? findOn(board.model, wanted, MAX) : undefined;
	});

	function toggle(id: string): void {
		if (!open.delete(id)) open.add(id);
	}

	/** Space chooses; the browser would press the row by it as well. */
	const keepSpace = (event: KeyboardEvent): void => {
		const id = (event.target as HTMLElement).dataset['row'] ?? '';
		if (event.key === ' ' && board.model.find(id)) event.preventDefault();
	};

	/**
	 * Arrow keys walk through the rows, with Shift they choose all of them; Space chooses one more,
	 * Enter goes there, F2 edits, Delete removes, Alt and arrows move.
	 */
	function onKey(event: KeyboardEvent): void {
		const list = event.currentTarget as HTMLElement;
		const rows = [...list.querySelectorAll<HTMLElement>('[data-row]')];
		const at = rows.indexOf(event.target as HTMLElement);
		if (at < 0) return;
		const row = rows[at]!;
		const id = row.dataset['row']!;
		const go = (index: number): void => rows[Math.max(0, Math.min(rows.length - 1, index))]?.focus();
		const isSheet = board.model.sheets.some((sheet) => sheet.id === id);
		if (event.altKey && isSheet && board.mayAll && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
			shiftSheet(board, id, event.key === 'ArrowUp' ? -1 : 1);
		} else if (event.key === ' ' && !isSheet) toggleRow(board, id);
		else if (event.shiftKey && !isSheet && (event.key === 'ArrowDown' || event.key === 'ArrowUp')) {
			if (!board.selection.has(id)) toggleRow(board, id);
			go(at + (event.key === 'ArrowDown' ? 1 : -1));
			extendTo(board, (document.activeElement as HTMLElement).dataset['row'] ?? id, list);
		} else if (onObjectKey(board, id, event)) {
			// Done; the focus goes to what stands there then.
		} else if (event.key === 'ArrowDown') go(at + 1);
		else if (event.key === 'ArrowUp') go(at - 1);
		else if (event.key === 'Home') go(0);
		else if (event.key === 'End') go(rows.length - 1);
		else if (event.key === 'ArrowRight' && row.dataset['branch']) open.add(id);
		else if (event.key === 'ArrowLeft' && row.dataset['branch']) open.delete(id);
		else if (event.key === 'F2' && isSheet) sheetRows[id]?.startRename();
		else if (event.key === 'Delete' && isSheet && board.mayAll) {
			SHEET_COMMANDS.find((command) => command.id === 'delete')!.run(board, id);
		} else return;
		event.preventDefault();
		event.stopPropagation();
	}

	/** Rows of sheets, to be renamed by key. */
	const sheetRows: Record<string, SheetRow | undefined> = $state({});
</script>

<nav class="wayfinder" style:width="{width.now}px" aria-label={m.wayfinder()} data-testid="wayfinder">
	<Splitter label={m.wayfinder_width()} side="right" panel={width} />
	<Overview {board} width={width.now - AROUND_OVERVIEW} />
	<div class="find">
		<Search size={15} />
		<input
			type="search"
			placeholder={m.find()}
			aria-label={m.find_on_board()}
			value={wanted.words}
			oninput={(event) => (wanted = { ...wanted, words: event.currentTarget.value })}
		/>
		<Filters {board} {wanted} onchange={(next) => (wanted = next)} />
	</div>
	{#if found}
		<h2 class="label">{m.found({ count: found.length })}</h2>
		{#if found.length === 0}<p class="quiet none">{m.nothing_found()}</p>{/if}
		<ul
			class="list"
			role="tree"
			aria-label={m.found({ count: found.length })}
			aria-multiselectable="true"
			onkeydown={onKey}
			onkeyup={keepSpace}
			tabindex="-1"
		>
			{#each found as object, at (object.id)}
				{#if found[at - 1]?.sheet !== object.sheet}<li role="none" class="label place">
						{board.model.sheets.find(({ id }) => id === object.sheet)?.title}
					</li>{/if}
				<ObjectRow {board} {object} depth={0} words={wanted.words.trim()} {onmenu} />
			{/each}
		</ul>
	{:else}
		<Places {board} />
		<div class="head">
			<h2 class="label">{m.sheets()}</h2>
			{#if board.mayAll}<button
					type="button"
					class="icon-button small"
					aria-label={m.add_sheet()}
					title={m.add_sheet()}
					onclick={() => insertSheet(board)}><Plus size={15} /></button
				>{/if}
		</div>
		<ul
			class="list"
			role="tree"
			aria-label={m.sheets()}
			aria-multiselectable="true"
			onkeydown={onKey}
			onkeyup={keepSpace}
			tabindex="-1"
		>
			{#each tree as { sheet, count, branches, loose, looseCount } (sheet.id)}
				{@const isShown = sheet.id === board.sheet}
				<li role="none">
					<SheetRow {board} {sheet} {count} {pace} bind:this={sheetRows[sheet.id]} />
					{#if isShown && branches.length + loose.length > 0}
						<ul role="group">
							{#each branches as branch (branch.id)}<BranchRow
									{board}
									{branch}
									isOpen={open.has(branch.id)}
									ontoggle={() => toggle(branch.id)}
									{onmenu}
								/>{/each}
							{#each loose as { object, level } (object.id)}<ObjectRow
									{board}
									{object}
									depth={1}
									{level}
									{onmenu}
								/>{/each}
							{#if looseCount > loose.length}<li class="more">
									{m.and_more({ count: looseCount - loose.length })}
								</li>{/if}
						</ul>
					{/if}
				</li>
			{/each}
		</ul>
	{/if}
</nav>

<style>
	.wayfinder {
		display: flex;
		flex-direction: column;
		position: relative;
		flex: none;
		gap: 8px;
		height: 100%;
		min-height: 0;
		padding: 8px 7px 0;
		border-right: 1px solid var(--frame-line);
		background: var(--frame-ground);
	}
	.find {
		display: flex;
		align-items: center;
		gap: 6px;
		padding-left: 9px;
		border: 1px solid var(--frame-strong-line);
		border-radius: var(--radius-control);
	}
	.find input {
		width: 100%;
		min-width: 0;
		min-height: 30px;
		background: none;
		font-size: var(--size-note);
		outline-offset: 3px;
	}
	.find input::placeholder {
		color: var(--frame-quiet);
	}
	.head {
		display: flex;
		align-items: center;
		justify-content: space-between;
		min-height: 22px;
	}
	.place {
		padding: 6px 5px 2px;
	}
	.icon-button.small {
		width: 24px;
		height: 24px;
	}
	.list {
		flex: 1;
		min-height: 0;
		padding-bottom: 12px;
		overflow: auto;
		font-size: 13px;
	}
	.wayfinder :global(.row) {
		display: flex;
		align-items: center;
		gap: 6px;
		width: 100%;
		min-height: 27px;
		padding: 2px 5px;
		border-radius: 4px;
		text-align: left;
		cursor: pointer;
	}
	.wayfinder :global(.row:hover) {
		background: var(--frame-raised);
	}
	.wayfinder :global(.row:focus-visible) {
		outline-offset: -2px;
	}
	.wayfinder :global(.row.current) {
		background: var(--frame-on);
	}
	.wayfinder :global(.row.selected) {
		box-shadow: inset 2px 0 0 var(--frame-accent);
		background: var(--frame-raised);
	}
	.wayfinder :global(.text) {
		flex: 1;
		min-width: 0;
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	/* Titles are read in full where two lines do. */
	.wayfinder :global(.pair .text),
	.wayfinder :global(.found .text) {
		display: -webkit-box;
		-webkit-box-orient: vertical;
		-webkit-line-clamp: 2;
		line-clamp: 2;
		line-height: 1.2;
		overflow-wrap: anywhere;
		white-space: normal;
	}
	.wayfinder :global(.count) {
		color: var(--frame-quiet);
		font-size: 11px;
		font-variant-numeric: tabular-nums;
	}
	.wayfinder :global(.pair .row) {
		min-width: 0;
	}
	.wayfinder :global(.pair) {
		position: relative;
		display: flex;
		align-items: center;
	}
	.wayfinder :global(.drop-row) {
		border-block: 2px solid transparent;
	}
	.wayfinder :global(.drop-row.before) {
		border-top-color: var(--frame-accent);
	}
	.wayfinder :global(.drop-row.after) {
		border-bottom-color: var(--frame-accent);
	}
	.wayfinder :global(.more),
	.none {
		padding: 4px 26px;
		color: var(--frame-quiet);
		font-size: var(--size-small);
	}
</style>
