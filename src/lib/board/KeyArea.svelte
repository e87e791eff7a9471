<script lang="ts">
	/**
	 * What takes keys of its own, as screen readers have it. Some hand keys on only to what lies within
	 * an application, and not to the application itself, which is a document to them: hence one round
	 * the one that has the focus.
	 */
	import { m } from '$lib/messages';
	import type { Snippet } from 'svelte';

	const { children }: { children: Snippet } = $props();
</script>

<div role="application" aria-label={m.board()}>{@render children()}</div>

<style>
	div {
		display: contents;
	}
</style>
