<script lang="ts">
	/** Keeps a question for later, from the screens of a phone that have no desk. */
	import { m } from '$lib/messages';
	import CircleParking from '@lucide/svelte/icons/circle-parking';
	import type { Room } from '../../room/room.svelte';
	import { messageOf } from '$lib/api/errors';
	import { parkIt } from './actions';

	const { room }: { room: Room } = $props();
	let isOpen = $state(false);
	let text = $state('');
	let said = $state('');

	async function add(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		const words = text.trim();
		if (words === '') return;
		try {
			await parkIt(room.info.boardId, words);
			text = '';
			isOpen = false;
			said = m.parked();
		} catch (error) {
			said = messageOf(error);
		}
	}
</script>

<button
	type="button"
	class="button"
	aria-expanded={isOpen}
	aria-label={m.parking_hint()}
	onclick={() => {
		isOpen = !isOpen;
		said = '';
	}}><CircleParking size={16} />{m.parking_short()}</button
>
{#if isOpen}
	<form onsubmit={add}>
		<!-- svelte-ignore a11y_autofocus -->
		<input class="entry" bind:value={text} maxlength="500" autofocus aria-label={m.parking_hint()} />
		<button class="button main" type="submit" disabled={text.trim() === ''}>{m.parking_add()}</button>
	</form>
{/if}
<span class="sr-only" role="status">{said}</span>

<style>
	form {
		display: flex;
		gap: 8px;
		width: 100%;
	}
	.button {
		min-height: 46px;
	}
</style>
