<script lang="ts">
	/** The whole screen of a leader's phone while a step runs or slides are shown: a remote for the session, with the board one tap away. */
	import { m } from '$lib/messages';
	import { onMount } from 'svelte';
	import { loadFaces } from '../../board/faces';
	import type { Room } from '../../room/room.svelte';
	import { attempt } from '../../ui/attempt';
	import Toasts from '../../ui/Toasts.svelte';
	import PhoneFoot from './PhoneFoot.svelte';
	import ShowDesk from '../show/ShowDesk.svelte';
	import type { SessionOrder } from '$core/contract/session';
	import Behind from './Behind.svelte';
	import { leadOn, tellMessage } from './leading';
	import PhoneHead from './PhoneHead.svelte';
	import StepNow from './StepNow.svelte';
	import TimeUp from './TimeUp.svelte';

	const { room, onboard }: { room: Room; onboard: () => void } = $props();
	const { votes } = $derived(room);
	const onlead = (order: SessionOrder): Promise<boolean> => leadOn(room.info.boardId, order);
	// The picture of the next slide is drawn with the board's own type.
	const faces = loadFaces();
	onMount(() => room.onMessage((message) => tellMessage(message, undefined, room.info.person.id)));
</script>

<div class="screen" data-testid="lead-screen">
	<PhoneHead {room} />
	<main>
		{#if room.show}
			{#await faces then}<ShowDesk {room} />{/await}
		{/if}
		<StepNow {room} {onlead} />
		{#if votes.open}
			{@const vote = votes.open}
			<section>
				<h3 class="label">{m.votes()}</h3>
				<p>{vote.terms.question}</p>
				<p class="quiet" role="status">
					{m.turnout({ voted: vote.turnout.voted, entitled: vote.turnout.entitled })}
				</p>
				<button type="button" class="button" onclick={() => attempt(votes.order(vote.id, { do: 'close' }))}
					>{m.vote_close()}</button
				>
			</section>
		{/if}
		<Behind {room} {onlead} />
	</main>
	<footer><PhoneFoot {room} {onboard} /></footer>
</div>
<TimeUp {room} />
<Toasts />

<style>
	.screen {
		display: flex;
		flex-direction: column;
		height: 100dvh;
		background: var(--frame-ground);
	}
	main {
		flex: 1;
		min-height: 0;
		padding: 12px 16px;
		overflow: auto;
	}
	/* Under the thumb of somebody who looks at the room. */
	main :global(.button),
	main :global(.icon-button) {
		min-height: 46px;
	}
	main :global(.icon-button) {
		width: 46px;
	}
	section {
		display: grid;
		gap: 4px;
		margin-top: 14px;
	}
	footer {
		padding-bottom: env(safe-area-inset-bottom);
		border-top: 1px solid var(--frame-line);
	}
</style>
