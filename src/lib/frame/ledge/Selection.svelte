<script lang="ts">
	/** The middle of the ledge: properties of what is selected, or of what the tool in hand will make. */
	import { isConnector, isField, isGroup, isNote, isShape } from '$core/board/kinds/guards';
	import { isFlowShape } from '$core/board/flow-shapes';
	import { isTooLong } from '$core/board/kinds/note';
	import type { KindName } from '$core/board/objects';
	import { m } from '$lib/messages';
	import AlignIcon from '@lucide/svelte/icons/align-start-vertical';
	import Ellipsis from '@lucide/svelte/icons/ellipsis';
	import GoOn from '@lucide/svelte/icons/git-branch-plus';
	import Lock from '@lucide/svelte/icons/lock';
	import LockOpen from '@lucide/svelte/icons/lock-open';
	import Nod from '@lucide/svelte/icons/thumbs-up';
	import PenLine from '@lucide/svelte/icons/pen-line';
	import Sort from '@lucide/svelte/icons/group';
	import StackIcon from '@lucide/svelte/icons/layers-2';
	import Trash from '@lucide/svelte/icons/trash-2';
	import Vote from '@lucide/svelte/icons/vote';
	import type { Board } from '../../board/board.svelte';
	import type { Section } from '../../board/commands';
	import { menuOf } from '../../board/commands/menu';
	import { kindName, kindOfTool } from '$lib/kinds-ui';
	import Colour from '$lib/kinds-ui/Colour.svelte';
	import { PROPERTIES } from '$lib/kinds-ui/properties';
	import PropertyRow from '$lib/kinds-ui/PropertyRow.svelte';
	import { firstRowOnly } from '../../ui/first-row';
	import { branchOf } from '../../board/maps';
	import CommandButton from './CommandButton.svelte';
	import MapPop from './MapPop.svelte';
	import WorkPop from './WorkPop.svelte';
	import type { MenuPlace } from '../menu-place';
	import { toolbarKeys } from '../../ui/toolbar-keys';

	interface Props {
		board: Board;
		onthemes: (ids: string[]) => void;
		/** Opens the menu of what can be done, or one part of it. */
		onmenu: (at: MenuPlace) => void;
		/** Back to the writing line, where a step gathers notes. */
		onwrite?: (() => void) | undefined;
	}
	const { board, onthemes, onmenu, onwrite }: Props = $props();

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
	/** The one branch or root that is selected. */
	const inMap = $derived(board.mayAll && objects.length === 1 ? branchOf(board) : undefined);
	/** Whether all of it are steps of flows. */
	const areSteps = $derived(
		board.mayAll &&
			parts.length > 0 &&
			parts.every(
				(object) =>
					isShape(object) && (isFlowShape(object) || board.room.observed.tiesOf(object.id).length > 0),
			),
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
	const isNodded = $derived(
		objects.length > 0 &&
			objects.every(({ nods }) => nods?.some(({ person }) => person === board.room.editContext.person.id)),
	);
	const put = (values: Record<string, unknown>): void => board.restyle(values);

	/** Parts of the menu in which something can be done with what is selected. */
	const offered = $derived(objects.length > 0 ? menuOf(board).more.map(({ section }) => section) : []);
	function menu(event: MouseEvent, section?: Section): void {
		const round = (event.currentTarget as HTMLElement).getBoundingClientRect();
		board.menuAt = board.middle;
		onmenu({ x: round.left, y: round.top, section });
	}
</script>

{#snippet part(section: Section, word: string, Icon: typeof Lock)}
	<button
		type="button"
		class="tool"
		aria-haspopup="menu"
		disabled={!offered.includes(section)}
		onclick={(event) => menu(event, section)}><Icon size={18} strokeWidth={1.75} /><span>{word}</span></button
	>
{/snippet}

<div class="selection" role="toolbar" {@attach toolbarKeys} aria-label={label} data-testid="selection">
	<span class="what" class:warned={lock || label === m.note_long()}
		>{#if lock}<Lock size={13} />{/if}{label}</span
	>
	{#if board.mayEdit}
		{#if lock}
			<PropertyRow />
		{:else if kind && PROPERTIES[kind]}
			{@const Properties = PROPERTIES[kind]}
			<Properties {board} objects={parts} {style} onset={put} />
		{:else if parts.some(isNote)}
			<PropertyRow>{#snippet colour()}<Colour of="pigments" {style} onset={put} />{/snippet}</PropertyRow>
		{:else}
			<PropertyRow />
		{/if}
	{/if}
	{#if objects.length > 0}
		<CommandButton {board} id="nod" word={m.ledge_nod()} icon={Nod} pressed={isNodded} />
	{/if}
	<div class="optional" role="none" {@attach firstRowOnly}>
		{#if inMap}<MapPop {board} object={inMap} />{/if}
		{#if areSteps}<WorkPop {board} objects={parts} />{/if}
		{#if onwrite}
			<button type="button" class="tool" onclick={onwrite}
				><PenLine size={18} strokeWidth={1.75} /><span>{m.ledge_write()}</span></button
			>
		{/if}
		{#if sortable.length > 1 && board.mayEdit}
			<button
				type="button"
				class="tool"
				aria-label={m.sort_into_themes()}
				title={m.sort_into_themes()}
				onclick={() => onthemes(sortable)}
				><Sort size={18} strokeWidth={1.75} /><span>{m.ledge_sort()}</span></button
			>
		{/if}
		{#if board.room.leads && (sortable.length > 1 || objects.length > 1)}
			<CommandButton {board} id="vote" word={m.ledge_vote()} icon={Vote} />
		{/if}
		{#if objects.length > 0 && board.mayAll}
			{#if objects.length > 1}{@render part('arrange', m.menu_arrange(), AlignIcon)}{:else}{@render part(
					'add',
					m.ledge_go_on(),
					GoOn,
				)}{/if}
			{#if lock}<CommandButton
					{board}
					id="unlock"
					word={m.command_unlock()}
					icon={LockOpen}
				/>{:else}<CommandButton {board} id="lock" word={m.ledge_lock()} icon={Lock} />{/if}
		{/if}
		{#if objects.length > 0 && board.mayEdit}
			<CommandButton {board} id="remove" word={m.command_remove()} icon={Trash} />
		{/if}
		{#if objects.length > 0 && board.mayAll}{@render part('stack', m.ledge_stack(), StackIcon)}{/if}
	</div>
	{#if objects.length > 0}
		<button type="button" class="tool all" aria-haspopup="menu" onclick={(event) => menu(event)}
			><Ellipsis size={18} strokeWidth={1.75} /><span>{m.more()}</span></button
		>
	{/if}
</div>

<style>
	.selection {
		display: flex;
		flex: 1;
		align-items: center;
		gap: 1px;
		min-width: 0;
		height: 100%;
	}
	.what {
		display: none;
		align-items: center;
		gap: 5px;
		flex: none;
		width: 96px;
		color: var(--frame-quiet);
		font-size: var(--size-small);
		line-height: 1.2;
	}
	.warned {
		color: var(--frame-accent);
	}
	/* What has no room here stands in the menu behind the last place. */
	.optional {
		display: flex;
		flex: 1;
		flex-wrap: wrap;
		gap: 1px;
		min-width: 0;
		height: 39px;
		overflow: clip;
	}
	@container ledge (min-width: 740px) {
		.what {
			display: inline-flex;
		}
	}
</style>
