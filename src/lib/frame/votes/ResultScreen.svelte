<script lang="ts">
	/** The whole screen of a phone after a vote: what came of it, until one goes on. */
	import type { ShownVote } from '$core/contract/votes';
	import { m } from '$lib/messages';
	import type { Room } from '../../room/room.svelte';
	import PhoneScreen from '../PhoneScreen.svelte';
	import PhoneHead from '../session/PhoneHead.svelte';
	import Result from './Result.svelte';

	interface Props {
		room: Room;
		vote: ShownVote;
		onclose: () => void;
	}
	const { room, vote, onclose }: Props = $props();
</script>

<PhoneScreen name="result-screen">
	{#snippet head()}<PhoneHead {room} />{/snippet}
	<p class="quiet">{m.vote_closed()}</p>
	<h2 class="question">{vote.terms.question}</h2>
	<Result {vote} />
	{#snippet foot()}<div class="foot">
			<button type="button" class="button main" onclick={onclose}>{m.go_on()}</button>
		</div>{/snippet}
</PhoneScreen>

<style>
	.foot {
		display: grid;
		padding: 10px 14px;
	}
	.foot .button {
		min-height: 48px;
	}
</style>
