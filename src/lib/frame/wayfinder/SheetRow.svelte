<script lang="ts">
	/** A sheet in the list: its picture and title, renamed in place, with a menu, put elsewhere by dragging. */
	import type { Sheet } from '$core/board/objects';
	import { changeSheet, moveSheet } from '$core/board/ops/sheets';
	import { m } from '$lib/messages';
	import Ellipsis from '@lucide/svelte/icons/ellipsis';
	import type { Board } from '../../board/board.svelte';
	import type { Calm } from '../../ui/calmly.svelte';
	import PointMenu from '../../ui/PointMenu.svelte';
	import { SHEET_COMMANDS } from './sheet-commands';
	import Badge from '../../ui/Badge.svelte';
	import TitleEntry from '../../ui/TitleEntry.svelte';
	import { RowDrag, type Side } from '../../ui/row-drag.svelte';
	import SheetPicture from './SheetPicture.svelte';

	interface Props {
		board: Board;
		sheet: Sheet;
		count: number;
		pace: Calm;
	}
	const { board, sheet, count, pace }: Props = $props();

	let menu = $state.raw<{ x: number; y: number } | undefined>();
	let isRenaming = $state(false);
	const drag = new RowDrag('sheets', put);
	/** Who else is on this sheet. */
	const others = $derived([
		...new Map(
			board.room.people.flatMap((each) =>
				each.sheet === sheet.id && each.person !== board.room.info.person.id
					? [[each.person, each] as const]
					: [],
			),
		).values(),
	]);
	const isShown = $derived(sheet.id === board.sheet);
	const items = $derived.by(() => {
		if (!menu) return [];
		const offered = SHEET_COMMANDS.filter((command) => command.when?.(board, sheet.id) ?? true);
		const commands = offered.map(({ id, label, keys }) => ({ id, label: label(), keys }));
		return [[{ id: 'rename', label: m.rename(), keys: 'F2' }, ...commands]];
	});

	function choose(id: string): void {
		menu = undefined;
		if (id === 'rename') startRename();
		else SHEET_COMMANDS.find((command) => command.id === id)?.run(board, sheet.id);
	}
	function openMenu(event: MouseEvent): void {
		event.preventDefault();
		if (!board.mayAll) return;
		const round = (event.currentTarget as HTMLElement).getBoundingClientRect();
		menu = { x: round.right - 8, y: round.bottom };
	}
	export function startRename(): void {
		if (!board.mayAll) return;
		isRenaming = true;
	}
	function endRename(title: string | undefined): void {
		isRenaming = false;
		if (title) changeSheet(board.room.editContext, sheet.id, { title });
	}

	function put(moving: string, side: Side): void {
		const others = board.model.sheets.filter(({ id }) => id !== moving);
		const at = others.findIndex(({ id }) => id === sheet.id);
		moveSheet(board.room.editContext, board.model, moving, others[side === 'before' ? at - 1 : at]?.id);
	}
</script>

<div
	class="pair sheet-row drop-row {drag.over?.side ?? ''}"
	role="none"
	{@attach drag.row(sheet.id, board.mayAll)}
>
	{#if isRenaming}
		<TitleEntry label={m.sheet_title()} title={sheet.title} onend={endRename} />
	{:else}
		<button
			type="button"
			class="row sheet"
			class:current={isShown}
			data-row={sheet.id}
			role="treeitem"
			aria-selected={isShown}
			aria-expanded={isShown}
			tabindex={isShown ? 0 : -1}
			onclick={() => board.goToSheet(sheet.id)}
			ondblclick={startRename}
			oncontextmenu={openMenu}
		>
			<SheetPicture {board} {sheet} {pace} />
			<span class="words">
				<span class="text" title={sheet.title}>{sheet.title}</span>
				{#if others.length > 0}
					<span
						class="here"
						aria-label={m.sheet_people({ names: others.map(({ name }) => name).join(', ') })}
					>
						{#each others.slice(0, 3) as { person, name } (person)}<Badge
								id={person}
								{name}
								size={16}
							/>{/each}
						{#if others.length > 3}+{others.length - 3}{/if}
					</span>
				{/if}
			</span>
			<span class="count">{count}</span>
		</button>
		{#if board.mayAll}
			<!-- For the pointer; by key the row itself has F2, Delete, Alt with arrows and the menu key. -->
			<button
				type="button"
				class="icon-button more-of"
				tabindex="-1"
				aria-hidden="true"
				title={m.sheet_menu({ title: sheet.title })}
				onclick={openMenu}><Ellipsis size={15} /></button
			>
		{/if}
	{/if}
</div>
<PointMenu groups={items} at={menu} label={m.sheets()} onchoose={choose} onclose={() => (menu = undefined)} />

<style>
	.here {
		display: flex;
		gap: 1px;
		font-size: 11px;
	}
	.sheet-row .row {
		min-height: 34px;
		padding-left: 4px;
	}
	.words {
		display: grid;
		flex: 1;
		gap: 2px;
		min-width: 0;
	}
	/* In the place of the number of objects, while the row is pointed at. */
	.more-of {
		position: absolute;
		right: 2px;
		width: 24px;
		height: 24px;
		background: var(--frame-on);
		opacity: 0;
	}
	.sheet-row:hover .more-of,
	.sheet-row:focus-within .more-of {
		opacity: 1;
	}
	.sheet-row :global(.title-entry) {
		min-height: 30px;
		padding: 2px 8px;
	}
</style>
