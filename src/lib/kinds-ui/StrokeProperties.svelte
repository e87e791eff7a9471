<script lang="ts">
	/** Of what was drawn with a pen: its chalk and how thick it is. */
	import LineProperties from '../frame/ledge/LineProperties.svelte';
	import Colour from './Colour.svelte';
	import type { KindProperties } from './properties';

	const { style, onset }: KindProperties = $props();
</script>

<Colour of="chalks" {style} {onset} />
<LineProperties {style} {onset} of="stroke" />
