<script lang="ts">
	/** The entry for the code of a board, named `code` in its form. */
	interface Props {
		value?: string;
		id?: string;
		autofocus?: boolean;
	}
	let { value = $bindable(''), id, autofocus = false }: Props = $props();
</script>

<!-- svelte-ignore a11y_autofocus -->
<input
	{id}
	class="entry"
	name="code"
	autocomplete="off"
	autocapitalize="characters"
	spellcheck="false"
	required
	maxlength="12"
	{autofocus}
	bind:value
/>

<style>
	.entry {
		min-width: 0;
		font-family: 'JetBrains Mono', monospace;
		font-size: 1.4rem;
		letter-spacing: 0.1em;
		text-transform: uppercase;
	}
</style>
