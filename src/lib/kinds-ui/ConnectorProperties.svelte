<script lang="ts">
	/** Of a connector: the way it takes, its line and ends, its chalk. */
	import { changeConnector } from '$core/board/ops/edits';
	import { isConnector } from '$core/board/kinds/guards';
	import { pinEnd } from '$core/board/ops/flow-links';
	import { SIDE_NAMES, type SideName } from '$core/link/sides';
	import type { StyleOf } from '$core/board/objects';
	import { m } from '$lib/messages';
	import Route from '@lucide/svelte/icons/corner-down-right';
	import Slash from '@lucide/svelte/icons/slash';
	import Spline from '@lucide/svelte/icons/spline';
	import Unbend from '@lucide/svelte/icons/undo-dot';
	import IconChoice from '../ui/IconChoice.svelte';
	import LineProperties from '../frame/ledge/LineProperties.svelte';
	import Colour from './Colour.svelte';
	import type { KindProperties } from './properties';
	import PropertyRow from './PropertyRow.svelte';

	type RouteName = StyleOf<'connector'>['route'];
	const { board, objects, style, onset }: KindProperties = $props();
	const ROUTE_VALUES = [
		{ value: 'straight', label: m.route_straight(), icon: Slash },
		{ value: 'curved', label: m.route_curved(), icon: Spline },
		{ value: 'right-angled', label: m.route_right_angled(), icon: Route },
	] as const;
	const only = $derived(objects.length === 1 ? objects[0] : undefined);
	const isBent = $derived(isConnector(only) && Boolean(only.bends?.length));

	const SIDE_LABELS: Record<SideName, () => string> = {
		top: () => m.side_top(),
		right: () => m.side_right(),
		bottom: () => m.side_bottom(),
		left: () => m.side_left(),
	};
	/** Ends of the one line that are tied to something, with the side that was set for each. */
	const tied = $derived(
		isConnector(only)
			? ([0, 1] as const).flatMap((index) => {
					const end = only.ends[index];
					const label = index === 0 ? m.side_of_start() : m.side_of_end();
					return 'object' in end ? [{ index, label, side: end.pinned ? end.side : undefined }] : [];
				})
			: [],
	);
	function pin(index: 0 | 1, side: string): void {
		if (only)
			pinEnd(
				board.room.editContext,
				board.model,
				only.id,
				index,
				(side || undefined) as SideName | undefined,
			);
	}

	function unbend(): void {
		if (isConnector(only)) changeConnector(board.room.editContext, only.id, { ends: only.ends });
	}
</script>

<PropertyRow>
	{#snippet colour()}<Colour of="chalks" {style} {onset} />{/snippet}
	{#snippet form()}
		<LineProperties {style} {onset} of="connector">
			<IconChoice
				label={m.route()}
				values={ROUTE_VALUES}
				value={style['route'] as RouteName | undefined}
				onchoose={(route) => onset({ route })}
			/>
			{#each tied as { index, label, side } (index)}
				<label
					>{label}<select
						class="entry"
						value={side ?? ''}
						onchange={(event) => pin(index, event.currentTarget.value)}
					>
						<option value="">{m.side_free()}</option>
						{#each SIDE_NAMES as name (name)}<option value={name}>{SIDE_LABELS[name]()}</option>{/each}
					</select></label
				>
			{/each}
			{#if isBent}<button type="button" class="button" onclick={unbend}
					><Unbend size={17} />{m.unbend()}</button
				>{/if}
		</LineProperties>
	{/snippet}
</PropertyRow>
