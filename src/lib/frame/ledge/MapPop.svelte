<script lang="ts">
	/**
	 * Of a branch or root: how it spreads, its lines, a frame round it, a note on the line to it.
	 */
	import type { BoardObject } from '$core/board/objects';
	import { setLayout, setMapStyle } from '$core/board/ops/branches';
	import { MAP_LAYOUTS, type MapLayout } from '$core/mindmap/layout';
	import { LINE_FORMS, type LineForm } from '$core/mindmap/values';
	import { m } from '$lib/messages';
	import Network from '@lucide/svelte/icons/network';
	import type { Board } from '../../board/board.svelte';
	import { layoutOf } from '../../board/maps';
	import { LAYOUT_NAMES, LINE_NAMES } from '../../board/map-words';
	import LedgePop from './LedgePop.svelte';
	import { shownValue } from '../../ui/shown-value.svelte';

	const { board, object }: { board: Board; object: BoardObject } = $props();
	const { editContext } = $derived(board.room);
	const isBranch = $derived(object.branchLine !== undefined);
	const hasBranches = $derived(board.room.observed.maps.branchesOf(object.id).length > 0);
	// A branch spreads to both sides only where it is a root.
	const layouts = $derived(MAP_LAYOUTS.filter((layout) => layout !== 'both' || !isBranch));
	const set = (values: Parameters<typeof setMapStyle>[3]): void =>
		setMapStyle(editContext, board.model, [object.id], values);
</script>

<LedgePop label={m.menu_map()} word={m.menu_map()} stays>
	{#snippet icon()}<Network size={18} strokeWidth={1.75} />{/snippet}
	<div class="entries">
		{#if hasBranches}
			<label
				>{m.map_spread()}<select
					class="entry"
					value={layoutOf(board, object)}
					onchange={(event) =>
						setLayout(editContext, board.model, object.id, event.currentTarget.value as MapLayout)}
				>
					{#each layouts as layout (layout)}<option value={layout}>{LAYOUT_NAMES[layout]()}</option>{/each}
				</select></label
			>
			<label
				>{m.map_lines()}<select
					class="entry"
					value={object.mapStyle?.line ?? object.branchLine?.line ?? 'curved'}
					onchange={(event) => set({ line: event.currentTarget.value as LineForm })}
				>
					{#each LINE_FORMS as line (line)}<option value={line}>{LINE_NAMES[line]()}</option>{/each}
				</select></label
			>
		{/if}
		{#if isBranch}
			<label
				>{m.map_line_note()}<input
					class="entry"
					maxlength="120"
					data-on-board
					{@attach shownValue(() => object.mapStyle?.lineNote)}
					onchange={(event) => set({ lineNote: event.currentTarget.value.trim() || undefined })}
				/></label
			>
		{/if}
		<button
			type="button"
			class="button"
			aria-pressed={object.mapStyle?.framed === true}
			onclick={() => set({ framed: object.mapStyle?.framed ? undefined : true })}>{m.map_framed()}</button
		>
	</div>
</LedgePop>
