<script lang="ts">
	import { enhance } from '$app/forms';
	import { m } from '$lib/messages';
	import { forgetAll } from '$lib/room/offline-shell';
	import EntryPage from '$lib/ui/EntryPage.svelte';
	import { keepForm } from '$lib/ui/keep-form';
	import { onMount, untrack } from 'svelte';
	import type { PageProps } from './$types';

	const { form }: PageProps = $props();
	// Bound: what was typed before the script arrived is taken over, not wiped.
	let email = $state(untrack(() => form?.email ?? ''));

	// Who comes here has signed out, or was never in.
	onMount(() => void forgetAll());
</script>

<EntryPage title={m.sign_in()} text={m.sign_in_hint()}>
	<form method="POST" use:enhance={keepForm()}>
		<!-- svelte-ignore a11y_autofocus -->
		<label
			>{m.email()}<input
				autofocus
				class="entry"
				type="email"
				name="email"
				autocomplete="email"
				required
				bind:value={email}
			/></label
		>
		<label
			>{m.password()}<input
				class="entry"
				type="password"
				name="password"
				autocomplete="current-password"
				required
			/></label
		>
		{#if form?.problem}<p class="problem" role="alert">{form.problem}</p>{/if}
		<button type="submit" class="button main">{m.sign_in()}</button>
	</form>
	<p class="other">{m.no_account()} <a href="/sign-up">{m.sign_up()}</a></p>
	<p class="other">{m.have_code()} <a href="/join">{m.join_title()}</a></p>
</EntryPage>
