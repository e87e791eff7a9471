<script lang="ts">
	/** How much of something is done. */
	const { label, value, max }: { label: string; value: number; max: number } = $props();
	const share = $derived(max > 0 ? Math.min(1, Math.max(0, value / max)) : 0);
</script>

<div
	class="bar"
	role="progressbar"
	aria-label={label}
	aria-valuemin={0}
	aria-valuemax={max}
	aria-valuenow={value}
>
	<span style:width="{share * 100}%"></span>
</div>

<style>
	.bar {
		height: 6px;
		overflow: hidden;
		border: 1px solid var(--frame-line);
		border-radius: 3px;
	}
	.bar span {
		display: block;
		height: 100%;
		background: var(--frame-accent);
	}
</style>
