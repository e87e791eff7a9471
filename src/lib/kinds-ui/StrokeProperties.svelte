<script lang="ts">
	/** Of what was drawn with a pen: its chalk and how thick it is. */
	import LineProperties from '../frame/ledge/LineProperties.svelte';
	import Chalk from './Chalk.svelte';
	import type { KindProperties } from './properties';

	const { style, onset }: KindProperties = $props();
</script>

<Chalk {style} {onset} />
<LineProperties {style} {onset} of="stroke" />
