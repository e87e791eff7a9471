<script lang="ts">
	/** The whole screen of a phone while a vote is open: the question and the ballot, with the board one tap away. */
	import Toasts from '../../ui/Toasts.svelte';
	import { countdown } from '$core/meeting/clock';
	import type { ShownVote } from '$core/contract/votes';
	import { m } from '$lib/messages';
	import type { Room } from '../../room/room.svelte';
	import { ticking } from '../../ui/time.svelte';
	import type { GoToBoard } from '../phone-target';
	import PhoneFoot from '../session/PhoneFoot.svelte';
	import Ballot from './Ballot.svelte';

	interface Props {
		room: Room;
		vote: ShownVote;
		onboard: GoToBoard;
		onread: () => void;
	}
	const { room, vote, onboard, onread }: Props = $props();
	const clock = ticking(() => room.now());
	const left = $derived(
		vote.closesAt ? countdown({ startedAt: vote.openedAt, endsAt: vote.closesAt }, clock.now) : undefined,
	);
</script>

<div class="screen" data-testid="vote-screen">
	<header>
		<p class="quiet">{vote.terms.secret ? m.vote_is_secret() : m.vote_is_open()}</p>
		{#if left}<p class="time">{left.text}</p>{/if}
	</header>
	<main>
		<h1>{vote.terms.question}</h1>
		<Ballot votes={room.votes} {vote} large />
	</main>
	<footer><PhoneFoot {room} {onboard} {onread} /></footer>
</div>

<Toasts />

<style>
	.screen {
		display: flex;
		flex-direction: column;
		height: 100dvh;
		background: var(--frame-ground);
	}
	header {
		display: flex;
		align-items: center;
		justify-content: space-between;
		padding: 12px 16px;
		border-bottom: 1px solid var(--frame-line);
	}
	.time {
		font-size: var(--size-large);
		font-variant-numeric: tabular-nums;
		font-weight: 700;
	}
	main {
		flex: 1;
		min-height: 0;
		padding: 14px 16px;
		overflow: auto;
	}
	h1 {
		color: var(--frame-accent);
		font-size: 22px;
		font-weight: 700;
		line-height: 1.25;
	}
	footer {
		padding-bottom: env(safe-area-inset-bottom);
		border-top: 1px solid var(--frame-line);
	}
</style>
