<script lang="ts">
	/** The whole screen of a phone while a step gathers: the question, one's own notes, the writing line. */
	import { pigmentColours, type Pigment } from '$core/board/colours';
	import { plainText } from '$core/text/rich';
	import { m } from '$lib/paraglide/messages';
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

	const own = $derived.by(() => {
		void room.version;
		const field = room.gathering?.field;
		const since = room.plan.running?.startedAt ?? 0;
		return [...room.model.objects.values()]
			.filter(
				(object) =>
					object.kind === 'note' &&
					(object.by[0] === room.info.person.id || room.silent?.isRevealed(object.id)),
			)
			.filter(
				(note) => note.landing === field || room.model.fieldOf(note)?.id === field || note.made >= since,
			)
			.sort((a, b) => b.made - a.made);
	});
</script>

<div class="screen">
	<PhoneHead {room} />
	<main>
		<h2>{room.gathering?.prompt}</h2>
		{#if own.length === 0 && !room.silent?.notes.length}<p class="quiet hint">{m.first_note_hint()}</p>{/if}
		<OwnNotes {room} large />
		<ul data-testid="own-notes">
			{#each own as note (note.id)}
				{#if note.kind === 'note'}
					<li
						style:background={pigmentColours(note.style.pigment).ground}
						style:color={pigmentColours(note.style.pigment).ink}
					>
						{plainText(note.text)}
					</li>
				{/if}
			{/each}
		</ul>
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
	ul {
		display: flex;
		flex-direction: column;
		gap: 10px;
		padding-bottom: 12px;
	}
	li {
		padding: 18px 14px;
		border-radius: 3px;
		box-shadow: 0 2px 0 #0000003d;
		font-size: var(--size-base);
		font-weight: 700;
		overflow-wrap: anywhere;
	}
</style>
