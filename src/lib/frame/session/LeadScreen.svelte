<script lang="ts">
	/** The whole screen of a leader's phone while a step runs or slides are shown: a remote for the session, with the board one tap away. */
	import { m } from '$lib/messages';
	import { onMount } from 'svelte';
	import { loadFaces } from '../../board/faces';
	import type { Room } from '../../room/room.svelte';
	import Megaphone from '@lucide/svelte/icons/megaphone';
	import VoteIcon from '@lucide/svelte/icons/vote';
	import { placeOf, type StepPlace } from '$core/meeting/step-place';
	import { attempt } from '../../ui/attempt';
	import { toaster } from '../../ui/toaster';
	import { callEverybody } from '../actions';
	import WritingSwitch from '../people/WritingSwitch.svelte';
	import type { GoToBoard } from '../phone-target';
	import PhoneFoot from './PhoneFoot.svelte';
	import ShowDesk from '../show/ShowDesk.svelte';
	import type { SessionOrder } from '$core/contract/session';
	import Behind from './Behind.svelte';
	import { leadOn, tellMessage } from './leading';
	import PhoneScreen from '../PhoneScreen.svelte';
	import PhoneHead from './PhoneHead.svelte';
	import RoundNow from './RoundNow.svelte';
	import StepNow from './StepNow.svelte';
	import TimeUp from './TimeUp.svelte';

	const { room, onboard, onread }: { room: Room; onboard: GoToBoard; onread: () => void } = $props();
	const { votes } = $derived(room);
	const place = $derived(room.step && placeOf(room.step, room.observed));
	async function callAll({ sheet, view: { x, y, w, h } }: StepPlace): Promise<void> {
		if (await attempt(callEverybody(room.info.boardId, sheet, [x, y, w, h])))
			toaster.success({ title: m.called_everyone() });
	}
	const onlead = (order: SessionOrder): Promise<boolean> => leadOn(room.info.boardId, order);
	// The picture of the next slide is drawn with the board's own type.
	const faces = loadFaces();
	onMount(() => room.onMessage((message) => tellMessage(message, undefined, room.info.person.id)));
</script>

<PhoneScreen name="lead-screen">
	{#snippet head()}<PhoneHead {room} />{/snippet}
	<div class="thumb">
		{#if room.show}
			{#await faces then}<ShowDesk {room} />{/await}
		{/if}
		<StepNow {room} {onlead} />
		<RoundNow {room} onlook={() => onboard({ instrument: 'themes' })} />
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
		<section>
			<h3 class="label">{m.who_writes()}</h3>
			<WritingSwitch {room} />
			{#if place}<button type="button" class="button" onclick={() => callAll(place)}
					><Megaphone size={16} />{m.call_to_step()}</button
				>{/if}
			{#if !votes.open}<button type="button" class="button" onclick={() => onboard({ instrument: 'votes' })}
					><VoteIcon size={16} />{m.open_a_vote()}</button
				>{/if}
		</section>
		<Behind {room} {onlead} />
	</div>
	{#snippet foot()}<PhoneFoot {room} {onboard} {onread} />{/snippet}
</PhoneScreen>
<TimeUp {room} />

<style>
	/* Under the thumb of somebody who looks at the room. */
	.thumb :global(.button),
	.thumb :global(.icon-button) {
		min-height: 46px;
	}
	.thumb :global(.icon-button) {
		width: 46px;
	}
	section {
		display: grid;
		gap: 4px;
		margin-top: 14px;
	}
</style>
