<script lang="ts">
	/**
	 * A field, theme, holder or group in the wayfinder with what lies in it; fields are put in
	 * order by dragging.
	 */
	import { isField, isGroup } from '$core/board/kinds/guards';
	import { fieldsInOrder, putInSequence } from '$core/board/ops/sequence';
	import { m } from '$lib/messages';
	import ChevronDown from '@lucide/svelte/icons/chevron-down';
	import ChevronRight from '@lucide/svelte/icons/chevron-right';
	import { iconOf } from '$lib/kinds-ui';
	import type { Board } from '../../board/board.svelte';
	import { tellLocked } from '../../board/locked';
	import ObjectRow from './ObjectRow.svelte';
	import { RowDrag, type Side } from '../../ui/row-drag.svelte';
	import type { MenuPlace } from '../menu-place';
	import { clickRow, openRowMenu } from './row-choice';
	import type { Branch } from './tree';

	interface Props {
		board: Board;
		branch: Branch;
		isOpen: boolean;
		ontoggle: () => void;
		onmenu: (at: MenuPlace) => void;
	}
	const { board, branch, isOpen, ontoggle, onmenu }: Props = $props();

	const isSequenced = $derived(isField(branch.object));
	const isSelected = $derived(board.selection.has(branch.id));
	const Icon = $derived(iconOf(branch.object.kind));
	const drag = new RowDrag('fields', put);

	function put(moving: string, side: Side): void {
		const field = board.model.find(moving);
		if (!field) return;
		if (field.lock) return tellLocked(field);
		const others = fieldsInOrder(board.model, branch.object.sheet).filter(({ id }) => id !== moving);
		const at = others.findIndex(({ id }) => id === branch.id);
		putInSequence(board.room.editContext, board.model, moving, others[side === 'before' ? at : at + 1]?.id);
	}
</script>

<li role="none">
	<div
		class="pair drop-row {drag.over?.side ?? ''}"
		role="none"
		{@attach drag.row(branch.id, isSequenced && board.mayAll)}
	>
		<button type="button" class="fold" tabindex="-1" aria-hidden="true" onclick={ontoggle}>
			{#if isOpen}<ChevronDown size={14} />{:else}<ChevronRight size={14} />{/if}
		</button>
		<button
			type="button"
			class="row"
			class:selected={isSelected}
			data-row={branch.id}
			data-branch="true"
			role="treeitem"
			aria-selected={isSelected}
			aria-expanded={isOpen}
			tabindex="-1"
			onclick={(event) => clickRow(board, branch.id, event)}
			oncontextmenu={(event) => openRowMenu(board, branch.id, event, onmenu)}
		>
			<Icon size={14} />
			<span class="text" title={branch.label}
				>{branch.label || (isGroup(branch.object) ? m.kind_group() : m.without_words())}</span
			>
			<span class="count">{branch.count}</span>
		</button>
	</div>
	{#if isOpen}
		<ul role="group">
			{#each branch.children as { object, level } (object.id)}<ObjectRow
					{board}
					{object}
					depth={2}
					{level}
					{onmenu}
				/>{/each}
			{#if branch.count > branch.children.length}<li class="more">
					{m.and_more({ count: branch.count - branch.children.length })}
				</li>{/if}
		</ul>
	{/if}
</li>

<style>
	.fold {
		display: grid;
		place-items: center;
		width: 13px;
		height: 26px;
		flex: none;
		color: var(--frame-quiet);
		cursor: pointer;
	}
</style>
