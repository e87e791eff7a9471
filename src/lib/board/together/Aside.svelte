<script lang="ts">
	/** Where one writes an aside: others read it beside one's pointer while it is written, and for a moment after. */
	import { LONGEST_ASIDE } from '$core/live/presence';
	import { m } from '$lib/messages';
	import { onMount } from 'svelte';
	import type { Board } from '../board.svelte';

	const { board }: { board: Board } = $props();
	/** How long it can be read after the last letter, ms. */
	const READ = 6000;
	let text = $state('');
	let input: HTMLInputElement;

	onMount(() => {
		input.focus();
		return () => takeBackLater();
	});
	function takeBackLater(): void {
		const { company } = board.room;
		const said = text;
		setTimeout(() => {
			if (company.own.aside === said) company.tell({ aside: null });
		}, READ);
	}
	function onKey(event: KeyboardEvent): void {
		event.stopPropagation();
		if (event.key === 'Enter' || event.key === 'Escape') {
			if (event.key === 'Escape') board.room.tell({ aside: null });
			board.asideAt = undefined;
			board.focusing.emit();
		}
	}
</script>

<input
	class="entry"
	aria-label={m.aside_label()}
	placeholder={m.aside_label()}
	maxlength={LONGEST_ASIDE}
	bind:value={text}
	bind:this={input}
	oninput={() => board.room.tell({ aside: text === '' ? null : text })}
	onkeydown={onKey}
	onblur={() => (board.asideAt = undefined)}
/>

<style>
	input {
		width: 220px;
		margin: 14px;
		border-width: 2px;
		border-color: var(--frame-accent);
		font-size: 14px;
	}
</style>
