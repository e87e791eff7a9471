<script lang="ts">
	/** The middle of the ledge: properties of what is selected, or of what the tool in hand will make. */
	import { isConnector, isField, isGroup, isNote } from '$core/board/kinds/guards';
	import { isTooLong } from '$core/board/kinds/note';
	import type { KindName } from '$core/board/objects';
	import { m } from '$lib/messages';
	import Ellipsis from '@lucide/svelte/icons/ellipsis';
	import Lock from '@lucide/svelte/icons/lock';
	import Vote from '@lucide/svelte/icons/vote';
	import Sparkles from '@lucide/svelte/icons/group';
	import type { Board } from '../../board/board.svelte';
	import { kindName, kindOfTool } from '$lib/kinds-ui';
	import Colour from '$lib/kinds-ui/Colour.svelte';
	import { PROPERTIES } from '$lib/kinds-ui/properties';
	import FormatBar from './FormatBar.svelte';
	import PenProperties from './PenProperties.svelte';

	interface Props {
		board: Board;
		onthemes: (ids: string[]) => void;
		/** Opens the menu of what can be done, at a point of the window. */
		onmenu: (at: { x: number; y: number }) => void;
	}
	const { board, onthemes, onmenu }: Props = $props();

	const objects = $derived.by(() => {
		board.room.changes.observe();
		return board.selected;
	});
	/** What properties are shown of: the members of a group in its place. */
	const parts = $derived.by(() => {
		const model = board.room.observed;
		return objects.flatMap((object) =>
			isGroup(object) ? model.membersOf(object.id).flatMap((id) => model.find(id) ?? []) : [object],
		);
	});
	const first = $derived(objects[0]);
	const kinds = $derived(new Set(parts.map((object) => object.kind)));
	/** The kind whose properties stand here. */
	const kind = $derived<KindName | undefined>(
		parts.length > 0 ? (kinds.size === 1 ? parts[0]!.kind : undefined) : kindOfTool(board.tool),
	);
	const style = $derived<Record<string, unknown>>(
		parts.length > 0
			? (parts[0]!.style as Record<string, unknown>)
			: ({ ...board.next, ...(isConnector(kind && { kind }) ? board.next.line : {}) } as Record<
					string,
					unknown
				>),
	);
	const lock = $derived(objects.find((object) => object.lock)?.lock);
	const label = $derived.by(() => {
		if (objects.length === 0) return kind ? m.next_of_kind({ kind: kindName(kind) }) : '';
		if (lock) return lock === 'led' ? m.locked_for_all() : m.locked();
		if (objects.length > 1) return m.selected_count({ count: objects.length });
		if (isNote(first!) && isTooLong(first as never, board.context)) return m.note_long();
		return isNote(first!) && first!.by[1]
			? m.note_by({ name: board.room.voices.nameOf(first!.by) })
			: kindName(first!.kind);
	});
	/** Notes that could be sorted: those selected, or those in the selected field. */
	const sortable = $derived.by(() => {
		if (objects.length === 1 && isField(first!)) {
			return board.model.contentsOf(first!).filter((id) => isNote(board.model.find(id)));
		}
		return parts.filter(isNote).map((object) => object.id);
	});
	const put = (values: Record<string, unknown>): void => board.restyle(values);

	function menu(event: MouseEvent): void {
		const round = (event.currentTarget as HTMLElement).getBoundingClientRect();
		board.menuAt = board.middle;
		onmenu({ x: round.left, y: round.top });
	}
</script>

{#if board.editing && board.writing.editor}
	<FormatBar {board} editor={board.writing.editor} />
{:else if board.mayEdit && objects.length === 0 && (board.tool === 'pen' || board.tool === 'rub')}
	<div class="properties"><PenProperties {board} rubs={board.tool === 'rub'} /></div>
{:else if label !== '' && board.mayEdit}
	<span class="what" class:minor={!lock && !isNote(kind && { kind })}
		>{#if lock}<Lock size={13} />{/if}{label}</span
	>
	<div class="properties">
		{#if lock}
			<!-- Nothing can be changed until it is unlocked, from the menu. -->
		{:else}
			{#if kind}
				{@const Properties = PROPERTIES[kind]}
				{#if Properties}<Properties {board} objects={parts} {style} onset={put} />{/if}
			{:else if parts.some(isNote)}
				<Colour of="pigments" {style} onset={put} />
			{/if}
		{/if}
		{#if objects.length > 0}
			<span class="bar"></span>
			{#if sortable.length > 1}
				<button type="button" class="button" onclick={() => onthemes(sortable)}
					><Sparkles size={16} />{m.sort_into_themes()}</button
				>
			{/if}
			{#if board.room.leads && (sortable.length > 1 || objects.length > 1)}
				<button
					type="button"
					class="icon-button"
					aria-label={m.command_vote()}
					title={`${m.command_vote()} (V)`}
					onclick={() => board.frame.askVote()}><Vote size={18} /></button
				>
			{/if}
			<button
				type="button"
				class="icon-button"
				aria-label={m.more()}
				title={m.more()}
				aria-haspopup="menu"
				onclick={menu}><Ellipsis size={18} /></button
			>
		{/if}
	</div>
{/if}

<style>
	.what {
		display: inline-flex;
		align-items: center;
		gap: 5px;
		flex: none;
		max-width: 116px;
		margin-right: 10px;
		color: var(--frame-quiet);
		font-size: var(--size-small);
		line-height: 1.2;
	}
	/* Where there is little room, what is plain to see need not be said. */
	@container (max-width: 520px) {
		.minor {
			display: none;
		}
	}
	.properties {
		display: flex;
		flex: none;
		align-items: center;
		gap: 8px;
	}
	.bar {
		width: 1px;
		height: 24px;
		background: var(--frame-line);
	}
</style>
