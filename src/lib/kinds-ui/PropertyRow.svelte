<script lang="ts">
	/**
	 * Colour, form, letters: in the same places for every kind. Where a kind has none of these its
	 * place is kept, so that nothing moves when something else is selected.
	 */
	import { m } from '$lib/messages';
	import Letters from '@lucide/svelte/icons/case-sensitive';
	import Palette from '@lucide/svelte/icons/palette';
	import Shapes from '@lucide/svelte/icons/shapes';
	import type { Component, Snippet } from 'svelte';

	interface Props {
		colour?: Snippet | undefined;
		form?: Snippet | undefined;
		letters?: Snippet | undefined;
	}
	const { colour, form, letters }: Props = $props();
</script>

{#snippet absent(Icon: Component<{ size: number; strokeWidth: number }>, word: string)}
	<button type="button" class="tool" disabled><Icon size={18} strokeWidth={1.75} /><span>{word}</span></button
	>
{/snippet}

<div class="colour">
	{#if colour}{@render colour()}{:else}{@render absent(Palette, m.ledge_colour())}{/if}
</div>
{#if form}{@render form()}{:else}{@render absent(Shapes, m.form())}{/if}
{#if letters}{@render letters()}{:else}{@render absent(Letters, m.letters())}{/if}

<style>
	/* As wide as two rows of colours. */
	.colour {
		display: flex;
		flex: none;
		align-items: center;
		gap: 1px;
		width: 122px;
		height: 100%;
	}
</style>
