<script lang="ts">
	/** The whole screen of a phone while a step gathers: the question, one's own notes, the writing line. */
	import { isNote } from '$core/board/kinds/guards';
	import type { Pigment } from '$core/board/colours';
	import { plainText } from '$core/text/rich';
	import { m } from '$lib/messages';
	import { openNotesOf } from '../../room/open-notes';
	import type { Room } from '../../room/room.svelte';
	import type { GoToBoard } from '../phone-target';
	import PhoneFoot from './PhoneFoot.svelte';
	import OwnNotes from './OwnNotes.svelte';
	import PhoneHead from './PhoneHead.svelte';
	import WritingLine from './WritingLine.svelte';

	interface Props {
		room: Room;
		pigment: Pigment;
		onpigment: (pigment: Pigment) => void;
		onboard: GoToBoard;
		onread: () => void;
	}
	const { room, pigment, onpigment, onboard, onread }: Props = $props();

	/**
	 * Of fields that go round: the one that is one's own now, and what others have written in it.
	 */
	const form = $derived.by(() => {
		const model = room.observed;
		const { gathering, step } = room;
		const field = step?.fields && gathering ? model.find(gathering.field) : undefined;
		if (!field) return undefined;
		const notes = model
			.contentsOf(field)
			.flatMap((id) => model.find(id) ?? [])
			.filter(({ kind, by }) => isNote({ kind }) && by[0] !== room.info.person.id)
			.sort((a, b) => a.made - b.made)
			.map(({ id, text }) => ({ id, text: plainText(text) }));
		return { title: plainText(field.text), notes };
	});
</script>

<div class="screen">
	<PhoneHead {room} />
	<main>
		<h2>{room.gathering?.prompt}</h2>
		{#if form}
			<p class="form">{m.on_your_form({ title: form.title })}</p>
			{#if form.notes.length > 0}
				<h3>{m.form_notes()}</h3>
				<ul data-testid="form-notes">
					{#each form.notes as note (note.id)}<li>{note.text}</li>{/each}
				</ul>
			{/if}
		{/if}
		{#if openNotesOf(room).length === 0 && !room.silent?.notes.length}<p class="quiet hint">
				{m.first_note_hint()}
			</p>{/if}
		<OwnNotes {room} large />
	</main>
	<PhoneFoot {room} {onboard} {onread} />
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
	.form,
	h3 {
		margin-bottom: 8px;
		color: #a9b5af;
		font-size: var(--size-note);
		font-weight: 400;
	}
	ul {
		margin-bottom: 18px;
	}
	li {
		padding: 10px 12px;
		border-left: 3px solid #ebc56c;
		background: #1d2824;
		font-size: var(--size-base);
		overflow-wrap: anywhere;
	}
	li + li {
		margin-top: 8px;
	}
	.hint {
		color: #a9b5af;
	}
</style>
