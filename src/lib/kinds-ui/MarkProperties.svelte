<script lang="ts">
	/** Of a mark: the disc under it, or its colour where it has none. */
	import { m } from '$lib/messages';
	import Swatches from '../ui/Swatches.svelte';
	import Colour from './Colour.svelte';
	import type { KindProperties } from './properties';

	const { board, style, onset }: KindProperties = $props();
	const fill = $derived(style['fill'] as string | undefined);
</script>

<Swatches
	of="pigments"
	none
	own
	value={fill ?? board.next.markFill}
	onchoose={(chosen) => {
		board.next.markFill = chosen;
		onset({ fill: chosen });
	}}
	label={m.mark_disc()}
	size={20}
/>
{#if fill === 'none'}<Colour of="chalks" {style} {onset} />{/if}
