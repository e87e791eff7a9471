<script lang="ts">
	import { writes } from '$core/access/roles';
	import { enhance } from '$app/forms';
	import { m } from '$lib/messages';
	import EntryPage from '$lib/ui/EntryPage.svelte';
	import { keepForm } from '$lib/ui/keep-form';
	import { untrack } from 'svelte';
	import type { PageProps } from './$types';

	const { data, form }: PageProps = $props();
	// Bound: what was typed before the script arrived is taken over, not wiped.
	let name = $state(untrack(() => form?.name ?? data.name));
</script>

<EntryPage title={data.title} text={!writes(data.role) ? m.join_hint_viewer() : m.join_hint()}>
	<form method="POST" use:enhance={keepForm()}>
		<!-- svelte-ignore a11y_autofocus -->
		<label
			>{m.your_name()}<input
				class="entry"
				name="name"
				autocomplete="nickname"
				required
				maxlength="40"
				autofocus
				bind:value={name}
			/></label
		>
		{#if data.asksPassword}
			<label
				>{m.password()}<input
					class="entry"
					name="password"
					type="password"
					autocomplete="off"
					required
					maxlength="100"
				/></label
			>
		{/if}
		{#if form?.problem}<p class="problem" role="alert">{form.problem}</p>{/if}
		<button type="submit" class="button main">{m.go_in()}</button>
	</form>
</EntryPage>
