<script lang="ts">
	/** How the board is run just now: who writes, whether it is open, what editors and onlookers may do besides. */
	import type { House } from '$core/session/rights';
	import { m } from '$lib/paraglide/messages';
	import type { Room } from '../../room/room.svelte';
	import { messageOf } from '../../ui/api';
	import { toaster } from '../../ui/toaster';
	import { setHouse } from './actions';

	const { room }: { room: Room } = $props();

	async function set(wish: Partial<House>): Promise<void> {
		try {
			await setHouse(room.info.boardId, wish);
		} catch (error) {
			toaster.error({ title: m.did_not_work(), description: messageOf(error) });
		}
	}
	const WRITING = [
		{ watching: false, label: () => m.everyone_writes() },
		{ watching: true, label: () => m.everyone_watches() },
	];
	const RULES: { key: keyof House; label: () => string; more: () => string }[] = [
		{ key: 'closed', label: () => m.close_room(), more: () => m.close_room_more() },
		{ key: 'editorsShare', label: () => m.editors_share(), more: () => m.editors_share_more() },
		{ key: 'onlookersTakeOut', label: () => m.onlookers_take_out(), more: () => m.onlookers_take_out_more() },
	];
</script>

<div class="writing" role="group" aria-label={m.who_writes()}>
	{#each WRITING as { watching, label } (watching)}
		<button aria-pressed={room.house.watching === watching} onclick={() => set({ watching })}
			>{label()}</button
		>
	{/each}
</div>
{#each RULES as { key, label, more } (key)}
	<label>
		<input
			type="checkbox"
			role="switch"
			checked={room.house[key]}
			onchange={(event) => set({ [key]: event.currentTarget.checked })}
		/>
		<span>{label()}<small class="quiet">{more()}</small></span>
	</label>
{/each}

<style>
	.writing {
		display: grid;
		grid-template-columns: 1fr 1fr;
		margin-bottom: 8px;
		overflow: hidden;
		border: 1px solid var(--frame-strong-line);
		border-radius: var(--radius-control);
	}
	.writing button {
		min-height: 38px;
		padding: 0 4px;
		font-size: var(--size-small);
	}
	.writing button[aria-pressed='true'] {
		background: var(--frame-on);
		box-shadow: inset 0 -3px 0 var(--frame-action);
	}
	label {
		display: flex;
		align-items: flex-start;
		gap: 10px;
		padding: 5px 0;
		font-size: var(--size-note);
		cursor: pointer;
	}
	label span {
		display: flex;
		flex-direction: column;
		line-height: 1.3;
	}
	input {
		flex: none;
		width: 18px;
		height: 18px;
		accent-color: var(--frame-action);
	}
</style>
