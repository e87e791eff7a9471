<script lang="ts">
	/** Of a connector: the way it takes, its line and ends, its chalk. */
	import { changeConnector } from '$core/board/ops/edits';
	import { isConnector } from '$core/board/kinds/guards';
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
			{#if isBent}<button type="button" class="button" onclick={unbend}
					><Unbend size={17} />{m.unbend()}</button
				>{/if}
		</LineProperties>
	{/snippet}
</PropertyRow>
