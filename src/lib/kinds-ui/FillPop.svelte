<script lang="ts">
	/** What an object is filled with. */
	import { m } from '$lib/messages';
	import ColourPop from './ColourPop.svelte';
	import type { KindProperties } from './properties';

	const { style, onset }: Pick<KindProperties, 'style' | 'onset'> = $props();
</script>

<ColourPop
	of="pigments"
	none
	label={m.fill()}
	word={m.fill()}
	value={(style['fill'] as string | undefined) ?? 'none'}
	onchoose={(fill) => onset({ fill })}
/>
