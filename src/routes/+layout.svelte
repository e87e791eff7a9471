<script lang="ts">
	import '../app.css';
	import { preferences } from '$lib/ui/preferences.svelte';
	import Toasts from '$lib/ui/Toasts.svelte';
	import { onMount, type Snippet } from 'svelte';

	const { children }: { children: Snippet } = $props();
	// What waited for this page to run is done now (app.html).
	onMount(() => void dispatchEvent(new Event('hydrated')));
	$effect(() => void document.documentElement.classList.toggle('calm', preferences.isCalm));
</script>

{@render children()}
<Toasts />
