<script lang="ts">
	/** The whole screen of a phone while a vote is open: the question and the ballot, with the board one tap away. */
	import { countdown } from '$core/meeting/clock';
	import type { ShownVote } from '$core/contract/votes';
	import { m } from '$lib/messages';
	import type { Room } from '../../room/room.svelte';
	import { ticking } from '../../ui/time.svelte';
	import type { GoToBoard } from '../phone-target';
	import PhoneScreen from '../PhoneScreen.svelte';
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

<PhoneScreen name="vote-screen">
	{#snippet head()}<header>
			<p class="quiet">{vote.terms.secret ? m.vote_is_secret() : m.vote_is_open()}</p>
			{#if left}<p class="time">{left.text}</p>{/if}
		</header>{/snippet}
	<h1 class="question">{vote.terms.question}</h1>
	<Ballot votes={room.votes} {vote} large />
	{#snippet foot()}<PhoneFoot {room} {onboard} {onread} />{/snippet}
</PhoneScreen>

<style>
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
</style>
