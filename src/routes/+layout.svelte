<script lang="ts">
	import '../app.css';
	import { preferences } from '$lib/ui/preferences.svelte';
	import type { Snippet } from 'svelte';

	const { children }: { children: Snippet } = $props();
	$effect(() => void document.documentElement.classList.toggle('calm', preferences.isCalm));
</script>

{@render children()}
