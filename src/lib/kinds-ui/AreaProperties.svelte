<script lang="ts">
	/** Of a field or theme, its chalk. */
	import Chalk from './Chalk.svelte';
	import type { KindProperties } from './properties';

	const { style, onset }: KindProperties = $props();
</script>

<Chalk {style} {onset} />
