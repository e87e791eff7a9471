<script lang="ts">
	/** Of what was drawn with a pen: its chalk and how thick it is. */
	import LineProperties from '../frame/ledge/LineProperties.svelte';
	import Colour from './Colour.svelte';
	import type { KindProperties } from './properties';
	import PropertyRow from './PropertyRow.svelte';

	const { style, onset }: KindProperties = $props();
</script>

<PropertyRow>
	{#snippet colour()}<Colour of="chalks" {style} {onset} />{/snippet}
	{#snippet form()}<LineProperties {style} {onset} of="stroke" />{/snippet}
</PropertyRow>
