<script lang="ts">
	/** For those who lead: whether everyone writes just now, or watches. */
	import { m } from '$lib/messages';
	import type { Room } from '../../room/room.svelte';
	import { attempt } from '../../ui/attempt';
	import { setPolicy } from './actions';

	const { room }: { room: Room } = $props();
	const WRITING = [
		{ watching: false, label: () => m.everyone_writes() },
		{ watching: true, label: () => m.everyone_watches() },
	];
</script>

<div class="writing" role="group" aria-label={m.who_writes()}>
	{#each WRITING as { watching, label } (watching)}
		<button
			type="button"
			aria-pressed={room.policy.watching === watching}
			onclick={() => attempt(setPolicy(room.info.boardId, { watching }))}>{label()}</button
		>
	{/each}
</div>

<style>
	.writing {
		display: grid;
		grid-template-columns: 1fr 1fr;
		margin-bottom: 8px;
		overflow: hidden;
		border: 1px solid var(--frame-strong-line);
		border-radius: var(--radius-control);
	}
	button {
		min-height: 38px;
		padding: 0 4px;
		font-size: var(--size-small);
	}
	button[aria-pressed='true'] {
		background: var(--frame-on);
		box-shadow: inset 0 -3px 0 var(--frame-action);
	}
</style>
