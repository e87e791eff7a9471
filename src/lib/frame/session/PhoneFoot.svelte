<script lang="ts">
	/**
	 * What is at hand under every screen of a phone: reading, the board, a question for later, and
	 * all the rest.
	 */
	import { m } from '$lib/messages';
	import BookOpen from '@lucide/svelte/icons/book-open';
	import Ellipsis from '@lucide/svelte/icons/ellipsis';
	import LogOut from '@lucide/svelte/icons/log-out';
	import MapIcon from '@lucide/svelte/icons/map';
	import type { Room } from '../../room/room.svelte';
	import Pop from '../../ui/Pop.svelte';
	import { INSTRUMENTS } from '../instruments';
	import ParkButton from '../parking/ParkButton.svelte';
	import type { GoToBoard } from '../phone-target';

	interface Props {
		room: Room;
		onboard: GoToBoard;
		/** Shows the list to read; missing where that is what one sees. */
		onread?: (() => void) | undefined;
	}
	const { room, onboard, onread }: Props = $props();
	/** Of the desk, what somebody looks for who takes part. */
	const SHOWN = new Set(['votes', 'parking', 'people', 'talk', 'journal']);
	const instruments = INSTRUMENTS.filter(({ name }) => SHOWN.has(name));
</script>

<div class="foot">
	{#if room.may('park')}<ParkButton {room} />{/if}
	{#if onread}<button type="button" class="button" onclick={onread}
			><BookOpen size={16} />{m.step_read()}</button
		>{/if}
	<button type="button" class="button" onclick={() => onboard()}><MapIcon size={16} />{m.board()}</button>
	<Pop label={m.more()} button="button">
		{#snippet face()}<Ellipsis size={18} />{/snippet}
		<ul class="rest">
			{#each instruments as { name, label, icon: Icon } (name)}
				<li>
					<button type="button" class="row" onclick={() => onboard({ instrument: name })}
						><Icon size={18} />{label()}</button
					>
				</li>
			{/each}
			<li><a class="row" href="/"><LogOut size={18} />{m.to_boards()}</a></li>
		</ul>
	</Pop>
</div>

<style>
	.foot {
		display: flex;
		flex-wrap: wrap;
		justify-content: end;
		gap: 8px;
		padding: 8px 14px;
	}
	.foot > :global(.button) {
		min-height: 46px;
		padding-inline: 12px;
		background: var(--frame-ground);
	}
	.row {
		display: flex;
		align-items: center;
		gap: 12px;
		width: 100%;
		min-height: 48px;
		padding: 4px 8px;
		border-radius: var(--radius-control);
		text-align: left;
	}
	.row:hover {
		background: var(--frame-on);
	}
</style>
