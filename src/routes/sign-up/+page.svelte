<script lang="ts">
	import { enhance } from '$app/forms';
	import { m } from '$lib/messages';
	import EntryPage from '$lib/ui/EntryPage.svelte';
	import { keepForm } from '$lib/ui/keep-form';
	import { untrack } from 'svelte';
	import type { PageProps } from './$types';

	const { form }: PageProps = $props();
	// Bound: what was typed before the script arrived is taken over, not wiped.
	let name = $state(untrack(() => form?.name ?? ''));
	let email = $state(untrack(() => form?.email ?? ''));
</script>

<EntryPage title={m.sign_up()} text={m.sign_up_hint()}>
	<form method="POST" use:enhance={keepForm()}>
		<!-- svelte-ignore a11y_autofocus -->
		<label
			>{m.your_name()}<input
				autofocus
				class="entry"
				name="name"
				autocomplete="name"
				required
				maxlength="80"
				bind:value={name}
			/></label
		>
		<label
			>{m.email()}<input
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
				autocomplete="new-password"
				required
				minlength="10"
				maxlength="200"
			/></label
		>
		<p class="quiet">{m.password_hint()}</p>
		{#if form?.problem}<p class="problem" role="alert">{form.problem}</p>{/if}
		<button type="submit" class="button main">{m.sign_up()}</button>
	</form>
	<p class="other">{m.have_account()} <a href="/sign-in">{m.sign_in()}</a></p>
</EntryPage>
