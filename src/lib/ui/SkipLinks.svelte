<script lang="ts">
	/** The first things that Tab comes to on a page: ways past everything else. Seen only then. */
	import { m } from '$lib/messages';

	interface Props {
		/** Where they lead, as selectors, with their names. */
		to: readonly { label: string; at: string }[];
	}
	const { to }: Props = $props();

	function go(at: string): void {
		const place = document.querySelector<HTMLElement>(at);
		if (!place) return;
		const isFocusable = place.tabIndex >= 0 || place.hasAttribute('tabindex');
		if (!isFocusable) place.tabIndex = -1;
		place.focus();
	}
</script>

<nav class="skips" aria-label={m.skip()}>
	{#each to as { label, at }, number (at)}
		<a
			class="button"
			href="#go-{number}"
			onclick={(event) => {
				event.preventDefault();
				go(at);
			}}>{label}</a
		>
	{/each}
</nav>

<style>
	.skips {
		position: fixed;
		z-index: 60;
		top: 4px;
		left: 8px;
		display: flex;
		gap: 6px;
	}
	.button {
		position: absolute;
		width: 1px;
		height: 1px;
		min-height: 0;
		padding: 0;
		overflow: hidden;
		clip-path: inset(50%);
	}
	.button:focus {
		position: static;
		width: auto;
		height: auto;
		min-height: 36px;
		padding: 4px 14px;
		clip-path: none;
	}
</style>
