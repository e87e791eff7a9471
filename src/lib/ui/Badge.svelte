<script lang="ts">
	/** A person as a small card with their initials, in the pigment that is theirs on every screen. */
	import { PIGMENT_COLOURS } from '$core/board/colours';
	import { pigmentFor } from './person-pigments.svelte';

	const { id, name, size = 28 }: { id: string; name: string; size?: number } = $props();
	const colours = $derived(PIGMENT_COLOURS[pigmentFor(id)]);
	const initials = $derived.by(() => {
		// What stands in brackets is said about somebody, and is no part of their name.
		const words = name
			.replace(/\(.*\)/, '')
			.trim()
			.split(/\s+/);
		const letters = words.length > 1 ? [words[0]![0], words.at(-1)![0]] : [...words[0]!].slice(0, 2);
		return letters.join('').toLocaleUpperCase();
	});
</script>

<span
	class="badge"
	style:background={colours.ground}
	style:color={colours.ink}
	style:--badge="{size}px"
	title={name}
>
	<span aria-hidden="true">{initials}</span><span class="sr-only">{name}</span>
</span>

<style>
	.badge {
		display: inline-grid;
		place-items: center;
		width: var(--badge);
		height: var(--badge);
		flex: none;
		border-radius: 4px;
		font-size: calc(var(--badge) * 0.43);
		font-weight: 700;
	}
</style>
