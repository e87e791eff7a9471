<script lang="ts">
	/** Of a field or theme, its chalk. */
	import Colour from './Colour.svelte';
	import type { KindProperties } from './properties';

	const { style, onset }: KindProperties = $props();
</script>

<Colour of="chalks" {style} {onset} />
