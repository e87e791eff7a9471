<script lang="ts">
	/** A page with a few words in its middle, and the way back to the boards. */
	import { m } from '$lib/messages';
	import type { Snippet } from 'svelte';

	const { title, children }: { title: string; children: Snippet } = $props();
</script>

<main>
	<h1>{title}</h1>
	{@render children()}
	<a class="button" href="/">{m.to_boards()}</a>
</main>

<style>
	main {
		display: grid;
		place-content: center;
		justify-items: start;
		gap: 12px;
		max-width: 520px;
		min-height: 100dvh;
		margin: 0 auto;
		padding: 24px;
	}
	h1 {
		order: -1;
		font-size: var(--size-title);
		font-weight: 700;
	}
</style>
