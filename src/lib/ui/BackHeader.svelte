<script lang="ts">
	/** The head of a page beside the boards: the way back to them, and what the page is. */
	import { m } from '$lib/messages';
	import ArrowLeft from '@lucide/svelte/icons/arrow-left';

	const { title }: { title: string } = $props();
</script>

<svelte:head><title>{title} · {m.app_name()}</title></svelte:head>
<header>
	<a class="icon-button" href="/" aria-label={m.to_boards()} title={m.to_boards()}><ArrowLeft size={18} /></a>
	<h1>{title}</h1>
</header>

<style>
	header {
		display: flex;
		align-items: center;
		gap: 10px;
		margin-bottom: 12px;
	}
	h1 {
		font-size: 22px;
		font-weight: 700;
	}
</style>
