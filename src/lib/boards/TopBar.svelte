<script lang="ts">
	/** The upper edge of the boards page: finding a board, the frame's light, signing out, who one is. */
	import { m } from '$lib/messages';
	import { countWaiting } from '$lib/room/local-copy';
	import Badge from '$lib/ui/Badge.svelte';
	import Dialog from '$lib/ui/Dialog.svelte';
	import { setFrameLight } from '$lib/ui/frame-light';
	import Settings from '@lucide/svelte/icons/settings-2';
	import LogOut from '@lucide/svelte/icons/log-out';
	import Moon from '@lucide/svelte/icons/moon';
	import Search from '@lucide/svelte/icons/search';
	import Sun from '@lucide/svelte/icons/sun';
	import { onMount, untrack } from 'svelte';

	interface Props {
		person: { id: string; name: string; guest: boolean };
		/** Whether the frame was light when the page was made. */
		isLight: boolean;
		/** What is looked for. */
		words: string;
	}
	let { person, isLight, words = $bindable() }: Props = $props();
	let light = $state(untrack(() => isLight));

	let leaving: HTMLFormElement;
	/** Before the page can ask, the form would sign out at once and leave unsent work behind. */
	let canAsk = $state(false);
	onMount(() => void (canAsk = true));
	/** Changes of this person's that only this browser has; asked before signing out. */
	let left = $state(0);

	function askBeforeLeaving(event: SubmitEvent): void {
		event.preventDefault();
		void countWaiting(person.id).then((count) => {
			left = count;
			if (count === 0) leaving.submit();
		});
	}

	function changeFrame(): void {
		light = !light;
		setFrameLight(light);
	}
</script>

<header class="top">
	<div class="brand"><img src="/icon.svg" alt="" width="28" height="28" /><b>{m.app_name()}</b></div>
	<label class="find"
		><Search size={16} /><input
			type="search"
			placeholder={m.find_board()}
			aria-label={m.find_board()}
			bind:value={words}
		/></label
	>
	<div class="me">
		<button
			type="button"
			class="icon-button"
			onclick={changeFrame}
			aria-label={light ? m.dark_frame() : m.light_frame()}
			title={light ? m.dark_frame() : m.light_frame()}
			>{#if light}<Moon size={18} />{:else}<Sun size={18} />{/if}</button
		>
		<a class="icon-button" href="/settings" aria-label={m.settings()} title={m.settings()}
			><Settings size={18} /></a
		>
		<form method="POST" action="/sign-out" bind:this={leaving} onsubmit={askBeforeLeaving}>
			<button
				type="submit"
				class="icon-button"
				disabled={!canAsk}
				aria-label={m.sign_out()}
				title={m.sign_out()}><LogOut size={18} /></button
			>
		</form>
		<Badge id={person.id} name={person.name} />
	</div>
</header>
<Dialog open={left > 0} title={m.sign_out()} onclose={() => (left = 0)}>
	<p>{person.guest ? m.sign_out_waiting_guest({ count: left }) : m.sign_out_waiting({ count: left })}</p>
	<div class="actions">
		<button class="button main" type="button" onclick={() => (left = 0)}>{m.stay()}</button>
		<button class="button" type="button" onclick={() => leaving.submit()}>{m.sign_out_all_the_same()}</button>
	</div>
</Dialog>

<style>
	.actions {
		display: flex;
		gap: 8px;
		margin-top: 16px;
	}
	.top {
		display: flex;
		align-items: center;
		height: 52px;
		border-bottom: 1px solid var(--frame-line);
		background: var(--frame-ground);
	}
	.brand {
		display: flex;
		align-items: center;
		gap: 10px;
		width: 216px;
		height: 100%;
		padding: 0 14px;
		border-right: 1px solid var(--frame-line);
		font-size: var(--size-large);
	}
	.brand img {
		flex: none;
	}
	.find {
		display: flex;
		flex: 0 1 360px;
		align-items: center;
		gap: 8px;
		min-width: 0;
		margin: 0 16px;
		padding: 0 10px;
		border: 1px solid var(--frame-strong-line);
		border-radius: var(--radius-control);
	}
	.find input {
		flex: 1;
		min-width: 0;
		min-height: 32px;
		background: none;
	}
	.find input::placeholder {
		color: var(--frame-quiet);
	}
	.me {
		display: flex;
		align-items: center;
		gap: 8px;
		margin-left: auto;
		padding-right: 16px;
	}
	@media (max-width: 640px) {
		.brand {
			width: auto;
			border: none;
		}
		.brand b {
			display: none;
		}
		.find {
			margin: 0 4px 0 0;
		}
		.me {
			gap: 2px;
			padding-right: 10px;
		}
	}
</style>
