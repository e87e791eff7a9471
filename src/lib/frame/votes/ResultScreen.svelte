<script lang="ts">
	/** The whole screen of a phone after a vote: what came of it, until one goes on. */
	import Toasts from '../../ui/Toasts.svelte';
	import type { ShownVote } from '$core/contract/votes';
	import { m } from '$lib/messages';
	import type { Room } from '../../room/room.svelte';
	import PhoneHead from '../session/PhoneHead.svelte';
	import Result from './Result.svelte';

	interface Props {
		room: Room;
		vote: ShownVote;
		onclose: () => void;
	}
	const { room, vote, onclose }: Props = $props();
</script>

<div class="screen" data-testid="result-screen">
	<PhoneHead {room} />
	<main>
		<p class="quiet">{m.vote_closed()}</p>
		<h2>{vote.terms.question}</h2>
		<Result {vote} />
	</main>
	<footer><button type="button" class="button main" onclick={onclose}>{m.go_on()}</button></footer>
</div>

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
		padding: 14px 16px;
		overflow: auto;
	}
	h2 {
		margin-bottom: 10px;
		color: var(--frame-accent);
		font-size: 22px;
		font-weight: 700;
		line-height: 1.25;
	}
	footer {
		display: grid;
		padding: 10px 14px calc(10px + env(safe-area-inset-bottom));
		border-top: 1px solid var(--frame-line);
	}
	footer .button {
		min-height: 48px;
	}
</style>
