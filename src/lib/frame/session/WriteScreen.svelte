<script lang="ts">
	/** The whole screen of a phone while a step gathers: the question, one's own notes, the writing line. */
	import type { Pigment } from '$core/board/colours';
	import { m } from '$lib/paraglide/messages';
	import { openNotesOf } from '../../room/open-notes';
	import type { Room } from '../../room/room.svelte';
	import PhoneFoot from './PhoneFoot.svelte';
	import OwnNotes from './OwnNotes.svelte';
	import PhoneHead from './PhoneHead.svelte';
	import WritingLine from './WritingLine.svelte';

	interface Props {
		room: Room;
		pigment: Pigment;
		onpigment: (pigment: Pigment) => void;
		onboard: () => void;
	}
	const { room, pigment, onpigment, onboard }: Props = $props();
</script>

<div class="screen">
	<PhoneHead {room} />
	<main>
		<h2>{room.gathering?.prompt}</h2>
		{#if openNotesOf(room).length === 0 && !room.silent?.notes.length}<p class="quiet hint">
				{m.first_note_hint()}
			</p>{/if}
		<OwnNotes {room} large />
	</main>
	<PhoneFoot {room} {onboard} />
	<WritingLine {room} {pigment} {onpigment} large />
</div>

<style>
	.screen {
		position: relative;
		display: flex;
		flex-direction: column;
		height: 100dvh;
		background: #25322e;
		color: #f2eee3;
	}
	main {
		flex: 1;
		min-height: 0;
		padding: 16px;
		overflow: auto;
	}
	h2 {
		margin-bottom: 12px;
		color: #ebc56c;
		font-size: 22px;
		font-weight: 700;
		line-height: 1.25;
	}
	.hint {
		color: #a9b5af;
	}
</style>
