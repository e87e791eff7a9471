<script lang="ts">
	import { enhance } from '$app/forms';
	import { m } from '$lib/messages';
	import CodeEntry from '$lib/ui/CodeEntry.svelte';
	import EntryPage from '$lib/ui/EntryPage.svelte';
	import { keepForm } from '$lib/ui/keep-form';
	import { untrack } from 'svelte';
	import type { PageProps } from './$types';

	const { form }: PageProps = $props();
	// Bound: what was typed before the script arrived is taken over, not wiped.
	let code = $state(untrack(() => form?.code ?? ''));
</script>

<EntryPage title={m.join_title()} text={m.join_text()}>
	<form method="POST" use:enhance={keepForm()}>
		<label>{m.code()}<CodeEntry autofocus bind:value={code} /></label>
		{#if form?.problem}<p class="problem" role="alert">{form.problem}</p>{/if}
		<button type="submit" class="button main">{m.go_on()}</button>
	</form>
</EntryPage>
