<script lang="ts">
	/** What is at hand under every screen of a phone: a question for later, and the board. */
	import { m } from '$lib/messages';
	import MapIcon from '@lucide/svelte/icons/map';
	import type { Room } from '../../room/room.svelte';
	import ParkButton from '../parking/ParkButton.svelte';

	const { room, onboard }: { room: Room; onboard: () => void } = $props();
</script>

<div class="foot">
	{#if room.may('park')}<ParkButton {room} />{/if}<button type="button" class="button" onclick={onboard}
		><MapIcon size={16} />{m.board()}</button
	>
</div>

<style>
	.foot {
		display: flex;
		flex-wrap: wrap;
		justify-content: end;
		gap: 8px;
		padding: 8px 14px;
	}
	.foot > .button {
		min-height: 46px;
		background: var(--frame-ground);
	}
</style>
