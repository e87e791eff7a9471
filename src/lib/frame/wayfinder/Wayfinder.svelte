<script lang="ts">
	/** The left edge: overview, and the board as one searchable tree that is used with the keyboard as well. */
	import { pigmentColours } from '$core/board/colours';
	import type { BoardObject } from '$core/board/objects';
	import { m } from '$lib/paraglide/messages';
	import ChevronDown from '@lucide/svelte/icons/chevron-down';
	import ChevronRight from '@lucide/svelte/icons/chevron-right';
	import Frame from '@lucide/svelte/icons/square-dashed';
	import PanelLeftClose from '@lucide/svelte/icons/panel-left-close';
	import Search from '@lucide/svelte/icons/search';
	import Ellipsis from '@lucide/svelte/icons/ellipsis';
	import GroupIcon from '@lucide/svelte/icons/boxes';
	import ThemeIcon from '@lucide/svelte/icons/group';
	import Plus from '@lucide/svelte/icons/plus';
	import { SvelteSet } from 'svelte/reactivity';
	import type { Board } from '../../board/board.svelte';
	import { calmly } from '../../ui/calmly.svelte';
	import PointMenu from '../../ui/PointMenu.svelte';
	import { changeSheet, moveSheet } from '$core/board/sheets';
	import Overview from './Overview.svelte';
	import { insertSheet, SHEET_COMMANDS, shiftSheet } from './sheet-commands';
	import SheetPicture from './SheetPicture.svelte';
	import { findOn, lineOf, treeOf, type Branch } from './tree';

	const { board, onfold }: { board: Board; onfold: () => void } = $props();

	/** Rows of one list at most; the search finds the rest. */
	const MOST = 120;
	let words = $state('');
	const open = new SvelteSet<string>();
	/** Counts changes of the board, but not faster than lists of it can be made without being felt. */
	const pace = calmly(
		() => board.room.version,
		() => board.sheet,
	);
	const tree = $derived.by(() => {
		void pace.version;
		return pace.timed(() => treeOf(board.model, board.sheet, MOST));
	});
	const found = $derived.by(() => {
		void pace.version;
		return words.trim() === '' ? undefined : findOn(board.model, words, MOST);
	});

	const labelOf = (object: BoardObject): string => lineOf(object) || m.without_words();

	function toggle(id: string): void {
		if (!open.delete(id)) open.add(id);
	}

	/** Arrow keys walk through the rows; Enter goes there, F2 edits, Delete removes, Alt+arrows move. */
	function onKey(event: KeyboardEvent): void {
		const list = event.currentTarget as HTMLElement;
		const rows = [...list.querySelectorAll<HTMLElement>('[data-row]')];
		const at = rows.indexOf(event.target as HTMLElement);
		if (at < 0) return;
		const row = rows[at]!;
		const id = row.dataset['row']!;
		const go = (index: number): void => rows[Math.max(0, Math.min(rows.length - 1, index))]?.focus();
		const isObject = board.model.find(id) !== undefined;
		const isSheet = board.model.sheets.some((sheet) => sheet.id === id);
		if (event.altKey && isSheet && board.mayEdit && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
			shiftSheet(board, id, event.key === 'ArrowUp' ? -1 : 1);
		} else if (event.altKey && event.key.startsWith('Arrow') && isObject && board.mayEdit) {
			const step = 16;
			board.select([id]);
			board.nudge(
				event.key === 'ArrowLeft' ? -step : event.key === 'ArrowRight' ? step : 0,
				event.key === 'ArrowUp' ? -step : event.key === 'ArrowDown' ? step : 0,
			);
		} else if (event.key === 'ArrowDown') go(at + 1);
		else if (event.key === 'ArrowUp') go(at - 1);
		else if (event.key === 'Home') go(0);
		else if (event.key === 'End') go(rows.length - 1);
		else if (event.key === 'ArrowRight' && row.dataset['branch']) open.add(id);
		else if (event.key === 'ArrowLeft' && row.dataset['branch']) open.delete(id);
		else if (event.key === 'F2' && isSheet) startRename(id);
		else if (event.key === 'Delete' && isSheet && board.mayEdit) {
			SHEET_COMMANDS.find((command) => command.id === 'delete')!.run(board, id);
		} else if (event.key === 'F2' && isObject && board.mayEdit) {
			board.goTo(id);
			board.startEditing(id);
		} else if (event.key === 'Delete' && isObject && board.mayEdit) {
			board.select([id]);
			board.remove();
			go(at);
		} else return;
		event.preventDefault();
		event.stopPropagation();
	}

	/** The sheet whose menu is open, and where. */
	let menu = $state.raw<{ sheet: string; x: number; y: number } | undefined>();
	let renaming = $state('');
	let draft = $state('');
	const sheetItems = $derived.by(() => {
		const sheet = menu?.sheet;
		if (!sheet) return [];
		const offered = SHEET_COMMANDS.filter((command) => command.when?.(board, sheet) ?? true);
		return [
			[
				{ id: 'rename', label: m.rename(), keys: 'F2' },
				...offered.map(({ id, label, keys }) => ({ id, label: label(), keys })),
			],
		];
	});
	function onSheetChosen(id: string): void {
		const sheet = menu?.sheet;
		menu = undefined;
		if (!sheet) return;
		if (id === 'rename') startRename(sheet);
		else SHEET_COMMANDS.find((command) => command.id === id)?.run(board, sheet);
	}
	function openMenu(event: MouseEvent, sheet: string): void {
		event.preventDefault();
		const round = (event.currentTarget as HTMLElement).getBoundingClientRect();
		menu = { sheet, x: round.right - 8, y: round.bottom };
	}
	function startRename(sheet: string): void {
		if (!board.mayEdit) return;
		draft = board.model.sheets.find((each) => each.id === sheet)?.title ?? '';
		renaming = sheet;
	}
	function endRename(): void {
		const title = draft.trim();
		const sheet = board.model.sheets.find((each) => each.id === renaming);
		renaming = '';
		if (sheet && title !== '' && title !== sheet.title) changeSheet(board.room.hand, sheet.id, { title });
	}
	const focus = (node: HTMLInputElement): void => node.select();

	/** The sheet that is being dragged, and the one before which it would be put. */
	let dragged = $state('');
	let before = $state('');
	function dropSheet(): void {
		const { sheets } = board.model;
		const at = sheets.findIndex((sheet) => sheet.id === before);
		if (dragged !== '' && at >= 0 && dragged !== before) {
			moveSheet(
				board.room.hand,
				board.model,
				dragged,
				sheets.filter(({ id }) => id !== dragged)[
					at - (sheets.findIndex(({ id }) => id === dragged) < at ? 2 : 1)
				]?.id,
			);
		}
		dragged = '';
		before = '';
	}
</script>

{#snippet row(object: BoardObject, depth: number)}
	<li role="none">
		<button
			class="row"
			class:selected={board.selection.has(object.id)}
			style:padding-left="{depth * 16 + 10}px"
			data-row={object.id}
			role="treeitem"
			aria-selected={board.selection.has(object.id)}
			tabindex="-1"
			onclick={() => board.goTo(object.id)}
		>
			<span
				class="dot"
				style:background={object.kind === 'note'
					? pigmentColours(object.style.pigment).ground
					: object.kind === 'shape' && object.style.fill !== 'none'
						? pigmentColours(object.style.fill).ground
						: 'transparent'}
			></span>
			<span class="text">{labelOf(object)}</span>
			{#if object.kind === 'note' && object.by[1]}<span class="sr-only"
					>{m.note_by({ name: object.by[1] })}</span
				>{/if}
		</button>
	</li>
{/snippet}

{#snippet branchRow(branch: Branch)}
	{@const isOpen = open.has(branch.id)}
	<li role="none">
		<div class="pair">
			<button class="fold" tabindex="-1" aria-hidden="true" onclick={() => toggle(branch.id)}>
				{#if isOpen}<ChevronDown size={14} />{:else}<ChevronRight size={14} />{/if}
			</button>
			<button
				class="row"
				class:selected={board.selection.has(branch.id)}
				data-row={branch.id}
				data-branch="true"
				role="treeitem"
				aria-selected={board.selection.has(branch.id)}
				aria-expanded={isOpen}
				tabindex="-1"
				onclick={() => board.goTo(branch.id)}
			>
				{#if branch.object.kind === 'field'}<Frame
						size={15}
					/>{:else if branch.object.kind === 'group'}<GroupIcon size={15} />{:else}<ThemeIcon
						size={15}
					/>{/if}
				<span class="text"
					>{branch.label || (branch.object.kind === 'group' ? m.kind_group() : m.without_words())}</span
				>
				<span class="count">{branch.count}</span>
			</button>
		</div>
		{#if isOpen}
			<ul role="group">
				{#each branch.children as child (child.id)}{@render row(child, 2)}{/each}
				{#if branch.count > branch.children.length}<li class="more">
						{m.and_more({ count: branch.count - branch.children.length })}
					</li>{/if}
			</ul>
		{/if}
	</li>
{/snippet}

<nav class="wayfinder" aria-label={m.wayfinder()} data-testid="wayfinder">
	<Overview {board} />
	<div class="find">
		<Search size={15} />
		<input type="search" placeholder={m.find_on_board()} aria-label={m.find_on_board()} bind:value={words} />
		<button class="icon-button" aria-label={m.fold_away()} title={m.fold_away()} onclick={onfold}
			><PanelLeftClose size={16} /></button
		>
	</div>
	{#if found}
		<h2 class="label">{m.found({ count: found.length })}</h2>
		<ul
			class="list"
			role="tree"
			aria-label={m.found({ count: found.length })}
			onkeydown={onKey}
			tabindex="-1"
		>
			{#each found as object (object.id)}{@render row(object, 0)}{/each}
		</ul>
		{#if found.length === 0}<p class="quiet none">{m.nothing_found()}</p>{/if}
	{:else}
		<div class="head">
			<h2 class="label">{m.sheets()}</h2>
			{#if board.mayEdit}<button
					class="icon-button small"
					aria-label={m.add_sheet()}
					title={m.add_sheet()}
					onclick={() => insertSheet(board)}><Plus size={15} /></button
				>{/if}
		</div>
		<ul class="list" role="tree" aria-label={m.sheets()} onkeydown={onKey} tabindex="-1">
			{#each tree as { sheet, count, branches, loose, looseCount } (sheet.id)}
				{@const isShown = sheet.id === board.sheet}
				<li role="none">
					<div
						class="pair sheet-row"
						class:before={before === sheet.id && dragged !== ''}
						role="none"
						draggable={board.mayEdit}
						ondragstart={() => (dragged = sheet.id)}
						ondragover={(event) => {
							if (dragged === '') return;
							event.preventDefault();
							before = sheet.id;
						}}
						ondrop={dropSheet}
						ondragend={() => (dragged = '')}
					>
						{#if renaming === sheet.id}
							<input
								class="entry rename"
								aria-label={m.sheet_title()}
								bind:value={draft}
								use:focus
								maxlength="120"
								onblur={endRename}
								onkeydown={(event) => {
									event.stopPropagation();
									if (event.key === 'Enter') endRename();
									else if (event.key === 'Escape') renaming = '';
								}}
							/>
						{:else}
							<button
								class="row sheet"
								class:current={isShown}
								data-row={sheet.id}
								role="treeitem"
								aria-selected={isShown}
								aria-expanded={isShown}
								tabindex={isShown ? 0 : -1}
								onclick={() => board.goToSheet(sheet.id)}
								ondblclick={() => startRename(sheet.id)}
								oncontextmenu={(event) => board.mayEdit && openMenu(event, sheet.id)}
							>
								<SheetPicture {board} {sheet} {pace} />
								<span class="text">{sheet.title}</span>
								<span class="count">{count}</span>
							</button>
							{#if board.mayEdit}
								<button
									class="icon-button small more-of"
									tabindex="-1"
									aria-hidden="true"
									title={m.sheet_menu({ title: sheet.title })}
									onclick={(event) => openMenu(event, sheet.id)}><Ellipsis size={15} /></button
								>
							{/if}
						{/if}
					</div>
					{#if isShown && branches.length + loose.length > 0}
						<ul role="group">
							{#each branches as branch (branch.id)}{@render branchRow(branch)}{/each}
							{#each loose as object (object.id)}{@render row(object, 1)}{/each}
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
<PointMenu
	groups={sheetItems}
	at={menu}
	label={m.sheets()}
	onchoose={onSheetChosen}
	onclose={() => (menu = undefined)}
/>

<style>
	.wayfinder {
		display: flex;
		flex-direction: column;
		gap: 10px;
		width: 216px;
		height: 100%;
		min-height: 0;
		padding: 12px 11px 0;
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
	.icon-button.small {
		width: 24px;
		height: 24px;
	}
	.list {
		flex: 1;
		min-height: 0;
		padding-bottom: 12px;
		overflow: auto;
		font-size: var(--size-note);
	}
	.row {
		display: flex;
		align-items: center;
		gap: 8px;
		width: 100%;
		min-height: 28px;
		padding: 2px 8px;
		border-radius: 4px;
		text-align: left;
		cursor: pointer;
	}
	.row:hover {
		background: var(--frame-raised);
	}
	.row:focus-visible {
		outline-offset: -2px;
	}
	.row.current {
		background: var(--frame-on);
	}
	.row.selected {
		box-shadow: inset 2px 0 0 var(--frame-accent);
		background: var(--frame-raised);
	}
	.text {
		flex: 1;
		min-width: 0;
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	.count {
		color: var(--frame-quiet);
		font-size: var(--size-small);
		font-variant-numeric: tabular-nums;
	}
	.dot {
		width: 9px;
		height: 7px;
		flex: none;
		border-radius: 1px;
	}
	.pair .row {
		min-width: 0;
	}
	.pair {
		display: flex;
		align-items: center;
	}
	.sheet-row {
		border-top: 2px solid transparent;
	}
	.sheet-row.before {
		border-top-color: var(--frame-accent);
	}
	.sheet-row .row {
		min-height: 34px;
		padding-left: 4px;
	}
	.more-of {
		flex: none;
		opacity: 0;
	}
	.sheet-row:hover .more-of,
	.sheet-row:focus-within .more-of {
		opacity: 1;
	}
	.rename {
		min-height: 30px;
		padding: 2px 8px;
	}
	.fold {
		display: grid;
		place-items: center;
		width: 18px;
		height: 26px;
		flex: none;
		color: var(--frame-quiet);
		cursor: pointer;
	}
	.more,
	.none {
		padding: 4px 26px;
		color: var(--frame-quiet);
		font-size: var(--size-small);
	}
</style>
