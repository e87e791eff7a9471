<script lang="ts">
	/** Of a mark: the disc under it, or its colour where it has none. */
	import { m } from '$lib/messages';
	import ChalkPop from './ChalkPop.svelte';
	import ColourPop from './ColourPop.svelte';
	import type { KindProperties } from './properties';
	import PropertyRow from './PropertyRow.svelte';

	const { board, style, onset }: KindProperties = $props();
	const fill = $derived(style['fill'] as string | undefined);
</script>

<PropertyRow>
	{#snippet colour()}
		<ColourPop
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
			<ChalkPop {style} {onset} />
		{/if}
	{/snippet}
</PropertyRow>
