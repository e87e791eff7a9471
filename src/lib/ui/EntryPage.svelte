<script lang="ts">
	/** The pages before the boards: one question on a quiet wall. */
	import { m } from '$lib/messages';
	import type { Snippet } from 'svelte';

	const { title, text, children }: { title: string; text?: string; children: Snippet } = $props();
</script>

<svelte:head><title>{title} · {m.app_name()}</title></svelte:head>
<main>
	<div class="brand"><img src="/icon.svg" alt="" width="34" height="34" /><b>{m.app_name()}</b></div>
	<section>
		<h1>{title}</h1>
		{#if text}<p class="quiet">{text}</p>{/if}
		{@render children()}
	</section>
</main>

<style>
	main {
		display: grid;
		align-content: center;
		justify-content: center;
		gap: 18px;
		grid-template-columns: min(400px, calc(100vw - 32px));
		min-height: 100dvh;
		padding: 16px;
	}
	.brand {
		display: flex;
		align-items: center;
		gap: 12px;
		font-size: var(--size-large);
	}
	section {
		padding: 22px 24px 26px;
		border-top: 1px solid var(--frame-line);
		border-bottom: 4px solid var(--ledge-edge);
		border-radius: var(--radius-field) var(--radius-field) 2px 2px;
		background: var(--frame-ground);
	}
	h1 {
		font-size: var(--size-title);
		font-weight: 700;
		line-height: 1.25;
	}
	p {
		margin: 4px 0 0;
		font-size: var(--size-note);
	}
	section :global(form) {
		display: flex;
		flex-direction: column;
		gap: 12px;
		margin-top: 18px;
	}
	section :global(label) {
		display: flex;
		flex-direction: column;
		gap: 4px;
		font-size: var(--size-note);
		font-weight: 700;
	}
	section :global(.button) {
		min-height: 42px;
		font-size: var(--size-base);
	}
	section :global(.problem) {
		color: var(--frame-bad);
		font-size: var(--size-note);
	}
	section :global(.other) {
		margin-top: 16px;
		font-size: var(--size-note);
	}
	section :global(.other a) {
		color: var(--frame-accent);
		text-decoration: underline;
	}
</style>
