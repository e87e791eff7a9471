<script lang="ts">
	/** Of a field or theme, its chalk. */
	import Colour from './Colour.svelte';
	import type { KindProperties } from './properties';
	import Slots from './Slots.svelte';

	const { style, onset }: KindProperties = $props();
</script>

<Slots>
	{#snippet colour()}<Colour of="chalks" {style} {onset} />{/snippet}
</Slots>
