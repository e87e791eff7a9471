<script lang="ts" module>
	import { m } from '$lib/messages';
	import type { Sureness } from '$core/themes/placing';

	export const surenessNames: Record<Sureness, () => string> = {
		sure: () => m.sure(),
		likely: () => m.likely(),
		doubtful: () => m.doubtful(),
	};
</script>

<script lang="ts">
	/** How sure it is that a note belongs where it lies: three bars, two, or one. */
	const { sureness }: { sureness: Sureness } = $props();
	const count = $derived({ sure: 3, likely: 2, doubtful: 1 }[sureness]);
</script>

<span
	class="bars {sureness}"
	role="img"
	aria-label={surenessNames[sureness]()}
	title={surenessNames[sureness]()}
>
	{#each [1, 2, 3] as step (step)}<span class="bar" class:on={step <= count}></span>{/each}
</span>

<style>
	.bars {
		display: inline-flex;
		align-items: flex-end;
		gap: 1px;
		width: 13px;
		height: 12px;
	}
	.bar {
		width: 3px;
		height: 4px;
		background: var(--frame-line);
	}
	.bar:nth-child(2) {
		height: 8px;
	}
	.bar:nth-child(3) {
		height: 12px;
	}
	.bar.on {
		background: var(--frame-quiet);
	}
	.doubtful .bar.on {
		background: var(--frame-accent);
	}
</style>
