<script lang="ts">
	/** A new theme by its name, from the notes that are selected or from none. */
	import { m } from '$lib/messages';

	interface Props {
		/** Notes of the sorting that are selected on the board. */
		selected: readonly string[];
		onadd: (name: string, noteIds: readonly string[]) => void;
	}
	const { selected, onadd }: Props = $props();
	let name = $state('');

	function add(event: Event): void {
		event.preventDefault();
		if (name.trim() === '') return;
		onadd(name, selected);
		name = '';
	}
</script>

<form class="new" onsubmit={add}>
	<input
		class="entry"
		bind:value={name}
		maxlength="80"
		placeholder={m.theme_name()}
		aria-label={m.new_theme()}
	/>
	<button type="submit" class="button" disabled={name.trim() === ''}
		>{selected.length > 0 ? m.new_theme_from({ count: selected.length }) : m.new_theme()}</button
	>
</form>

<style>
	.new {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		margin-bottom: 14px;
	}
	.entry {
		flex: 1;
		min-width: 110px;
	}
</style>
