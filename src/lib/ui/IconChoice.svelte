<script lang="ts" generics="T extends string">
	/** One of a few, each shown by its icon. */
	import type { Component } from 'svelte';

	interface Props {
		label: string;
		values: readonly { value: T; label: string; icon: Component<{ size: number }> }[];
		value: T | undefined;
		onchoose: (value: T) => void;
	}
	const { label, values, value, onchoose }: Props = $props();
</script>

<div class="group" role="group" aria-label={label}>
	{#each values as each (each.value)}
		<button
			type="button"
			class="icon-button"
			aria-pressed={value === each.value}
			aria-label={each.label}
			title={each.label}
			onclick={() => onchoose(each.value)}><each.icon size={17} /></button
		>
	{/each}
</div>

<style>
	.group {
		display: flex;
		flex: none;
		align-items: center;
		gap: 1px;
	}
</style>
