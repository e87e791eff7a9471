<script lang="ts">
	/** Of a mark: the disc under it, or its colour where it has none. */
	import { m } from '$lib/messages';
	import ChalkSlot from './ChalkSlot.svelte';
	import ColourSlot from './ColourSlot.svelte';
	import type { KindProperties } from './properties';
	import Slots from './Slots.svelte';

	const { board, style, onset }: KindProperties = $props();
	const fill = $derived(style['fill'] as string | undefined);
</script>

<Slots>
	{#snippet colour()}
		<ColourSlot
			of="pigments"
			none
			label={m.mark_disc()}
			word={m.mark_disc()}
			value={fill ?? board.next.markFill}
			onchoose={(chosen) => {
				board.next.markFill = chosen;
				onset({ fill: chosen });
			}}
		/>
		{#if fill === 'none'}
			<ChalkSlot {style} {onset} />
		{/if}
	{/snippet}
</Slots>
