<script lang="ts">
	/**
	 * A screen that has the whole of a phone: a head, what it is for, and what is at hand below.
	 */
	import type { Snippet } from 'svelte';

	interface Props {
		head: Snippet;
		children: Snippet;
		foot: Snippet;
		/** How tests and styles know it. */
		name: string;
	}
	const { head, children, foot, name }: Props = $props();
</script>

<div class="screen" data-testid={name}>
	{@render head()}
	<main>{@render children()}</main>
	<footer>{@render foot()}</footer>
</div>

<style>
	.screen {
		display: flex;
		flex-direction: column;
		height: 100dvh;
		background: var(--frame-ground);
	}
	main {
		flex: 1;
		min-height: 0;
		padding: 14px 16px;
		overflow: auto;
	}
	/* What everybody is asked. */
	main :global(.question) {
		margin-bottom: 10px;
		color: var(--frame-accent);
		font-size: 22px;
		font-weight: 700;
		line-height: 1.25;
	}
	footer {
		padding-bottom: env(safe-area-inset-bottom);
		border-top: 1px solid var(--frame-line);
	}
</style>
