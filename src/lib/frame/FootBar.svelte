<script lang="ts">
	/** Along the foot of the board: something goes on in which one can take part. */
	import type { Snippet } from 'svelte';

	interface Props {
		/** What tests know it by. */
		name: string;
		children: Snippet;
	}
	const { name, children }: Props = $props();
</script>

<div class="bar" data-testid={name}>{@render children()}</div>

<style>
	.bar {
		display: flex;
		align-items: center;
		gap: 12px;
		min-height: 46px;
		padding: 6px 14px;
		border-top: 1px solid var(--frame-accent);
		background: var(--frame-ground);
	}
	.bar > :global(p) {
		flex: 1;
		min-width: 0;
		line-height: 1.3;
	}
</style>
