<script lang="ts">
	/** Of a field or theme, its chalk. */
	import Colour from './Colour.svelte';
	import type { KindProperties } from './properties';
	import PropertyRow from './PropertyRow.svelte';

	const { style, onset }: KindProperties = $props();
</script>

<PropertyRow>
	{#snippet colour()}<Colour of="chalks" {style} {onset} />{/snippet}
</PropertyRow>
