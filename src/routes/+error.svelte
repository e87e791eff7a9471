<script lang="ts">
	import { page } from '$app/state';
	import { m } from '$lib/messages';
	import PlainPage from '$lib/ui/PlainPage.svelte';
</script>

<svelte:head><title>{m.app_name()}</title></svelte:head>
<PlainPage title={page.status === 404 || page.status === 410 ? m.not_here() : m.did_not_work()}>
	<p class="quiet">{page.error?.message}</p>
</PlainPage>
