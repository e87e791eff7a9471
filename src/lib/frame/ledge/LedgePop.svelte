<script lang="ts">
	/** A place of the ledge: an icon over its word, which opens a small panel of values. */
	import type { Snippet } from 'svelte';
	import Pop from '../../ui/Pop.svelte';

	interface Props {
		/** What is read out; holds the word. */
		label: string;
		word: string;
		icon: Snippet;
		children: Snippet;
		wide?: boolean;
		/** Whether it stays open when something in it is chosen. */
		stays?: boolean;
	}
	const { label, word, icon, children, wide = false, stays = false }: Props = $props();
</script>

<Pop {label} {wide} {stays} button="tool">
	{#snippet face()}<span class="icon">{@render icon()}</span><span>{word}</span>{/snippet}
	{@render children()}
</Pop>

<style>
	/* Of one height, so that the words stand on one line. */
	.icon {
		display: grid;
		place-items: center;
		height: 18px;
	}
</style>
