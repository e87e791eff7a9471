<script lang="ts" generics="Value extends string | number | undefined">
	/** A row of values of which one holds. */
	import type { Snippet } from 'svelte';

	interface Props {
		label: string;
		values: readonly { value: Value; label: string }[];
		value: Value | undefined;
		onchoose: (value: Value) => void;
		/** How a value is shown; its label where left out. */
		face?: Snippet<[Value]>;
	}
	const { label, values, value, onchoose, face }: Props = $props();
</script>

<div class="choice">
	<span class="label" aria-hidden="true">{label}</span>
	<div class="row" role="group" aria-label={label}>
		{#each values as each (each.value)}
			<button
				type="button"
				class="icon-button option"
				aria-pressed={value === each.value}
				aria-label={each.label}
				title={each.label}
				onclick={() => onchoose(each.value)}
				>{#if face}{@render face(each.value)}{:else}{each.label}{/if}</button
			>
		{/each}
	</div>
</div>

<style>
	.choice {
		display: flex;
		flex-direction: column;
		gap: 4px;
	}
	.row {
		display: flex;
		flex-wrap: wrap;
		gap: 2px;
	}
	.option {
		width: auto;
		min-width: 34px;
		padding: 0 8px;
		font-size: var(--size-note);
		white-space: nowrap;
	}
</style>
