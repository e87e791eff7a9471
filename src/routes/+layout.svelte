<script lang="ts">
	import '../app.css';
	import type { Snippet } from 'svelte';
	import Toasts from '$lib/ui/Toasts.svelte';

	const { children }: { children: Snippet } = $props();
</script>

{@render children()}
<Toasts />
