<script lang="ts">
	/** That a vote is open, what it asks, and what one has left to give: seen while one votes on the board. */
	import { dotsLeft } from '$core/decide/vote';
	import { countdown } from '$core/meeting/clock';
	import type { ShownVote } from '$core/contract/votes';
	import { m } from '$lib/messages';
	import ListChecks from '@lucide/svelte/icons/list-checks';
	import Vote from '@lucide/svelte/icons/vote';
	import type { Room } from '../../room/room.svelte';
	import FootBar from '../FootBar.svelte';
	import { ticking } from '../../ui/time.svelte';

	interface Props {
		room: Room;
		vote: ShownVote;
		/** Shows the ballot as a list. */
		onlist: () => void;
	}
	const { room, vote, onlist }: Props = $props();
	const clock = ticking(() => room.now());
	const choice = $derived(room.votes.ballotOf(vote));
	const left = $derived(dotsLeft(vote.terms, choice));
	const time = $derived(
		vote.closesAt ? countdown({ startedAt: vote.openedAt, endsAt: vote.closesAt }, clock.now) : undefined,
	);
</script>

<FootBar name="vote-bar">
	<span class="kind"><Vote size={18} /></span>
	<p>
		<strong>{vote.terms.question}</strong>
		<span class="quiet" role="status"
			>{#if vote.terms.method === 'dots'}{left === 0
					? m.dots_none_left()
					: m.dots_left({
							count: left,
						})}{:else}{m.ballot_hint()}{/if}{#if time}{` · ${m.vote_closes_in({ time: time.text })}`}{/if}</span
		>
	</p>
	<button type="button" class="button main" onclick={onlist}><ListChecks size={16} />{m.vote_now()}</button>
</FootBar>

<style>
	strong {
		color: var(--frame-accent);
	}
	.quiet {
		font-size: var(--size-note);
	}
</style>
