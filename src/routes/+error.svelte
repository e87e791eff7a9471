<script lang="ts">
	import { page } from '$app/state';
	import { m } from '$lib/paraglide/messages';
</script>

<svelte:head><title>{m.app_name()}</title></svelte:head>
<main>
	<h1>{page.status === 404 || page.status === 410 ? m.not_here() : m.did_not_work()}</h1>
	<p>{page.error?.message}</p>
	<a class="button" href="/">{m.to_boards()}</a>
</main>

<style>
	main {
		display: grid;
		place-content: center;
		justify-items: start;
		gap: 12px;
		min-height: 100dvh;
		padding: 24px;
	}
	h1 {
		font-size: var(--size-title);
		font-weight: 700;
	}
	p {
		max-width: 46ch;
		color: var(--frame-quiet);
	}
</style>
