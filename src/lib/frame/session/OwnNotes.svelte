<script lang="ts">
	/** One's own notes that nobody else sees yet: read, changed, taken back; notes that the board did not take in, to be put there. */
	import { pigmentColours } from '$core/board/colours';
	import { m } from '$lib/messages';
	import EyeOff from '@lucide/svelte/icons/eye-off';
	import X from '@lucide/svelte/icons/x';
	import { changeOpenNote, openNotesOf, takeBackOpenNote, type OpenNote } from '../../room/open-notes';
	import type { Room } from '../../room/room.svelte';
	import type { OwnNote } from '../../room/silence.svelte';
	import { shownValue } from '../../ui/shown-value.svelte';

	const { room, large = false }: { room: Room; large?: boolean } = $props();
	const notes = $derived(room.silent?.notes ?? []);
	/**
	 * Those that everybody sees, the newest first: on a phone, and where they cannot be changed on
	 * the board itself.
	 */
	const open = $derived(large || !room.may('ownNotes') ? openNotesOf(room) : []);
	const hidden = $derived(notes.filter(({ run }) => run !== undefined));
	const left = $derived(notes.filter(({ run }) => run === undefined));
	let editing = $state<string | undefined>();

	function end(note: OwnNote, text: string, isOpen: boolean): void {
		editing = undefined;
		const words = text.trim();
		if (words === '' || words === note.text) return;
		if (isOpen) changeOpenNote(room, note.id, words);
		else room.silent?.change(note.id, words);
	}
	const takeBack = (id: string, isOpen: boolean): void =>
		isOpen ? takeBackOpenNote(room, id) : room.silent?.remove(id);
	/** Writes a note anew where it can be taken now. */
	function putOn(note: OwnNote): void {
		const pigment = note.pigment as Parameters<Room['gather']>[1];
		if (room.gather(note.text, pigment)) room.silent?.take(note.id);
	}
</script>

{#snippet list(shown: readonly (OwnNote | OpenNote)[], isOpen: boolean)}
	<ul class:large data-testid={isOpen ? 'own-notes' : undefined}>
		{#each shown as note (note.id)}
			{@const { ground, ink } = pigmentColours(note.pigment)}
			<li style:background={ground} style:color={ink}>
				{#if 'isFixed' in note && note.isFixed}
					<span class="text">{note.text}</span>
				{:else if editing === note.id}
					<!-- svelte-ignore a11y_autofocus -->
					<textarea
						aria-label={m.change_note()}
						{@attach shownValue(() => note.text)}
						autofocus
						rows="2"
						onblur={(event) => end(note, event.currentTarget.value, isOpen)}
						onkeydown={(event) => {
							if (event.key === 'Enter' && !event.shiftKey) event.currentTarget.blur();
						}}></textarea>
				{:else}
					<button type="button" class="text" title={m.change_note()} onclick={() => (editing = note.id)}
						>{note.text}</button
					>
					{#if note.run === undefined && !isOpen && room.gathering}
						<button type="button" class="put" onclick={() => putOn(note)}>{m.put_on_board()}</button>
					{/if}
					<button
						type="button"
						class="gone"
						aria-label={m.take_back_note({ text: note.text })}
						onclick={() => takeBack(note.id, isOpen)}><X size={14} /></button
					>
				{/if}
			</li>
		{/each}
	</ul>
{/snippet}

{#if hidden.length > 0}
	<section data-testid="silent-notes">
		<p class="quiet"><EyeOff size={14} />{m.silent_own({ count: hidden.length })}</p>
		{@render list([...hidden].reverse(), false)}
	</section>
{/if}
{#if open.length > 0}
	<section data-testid="open-notes">
		<p class="quiet">{m.open_own({ count: open.length })}</p>
		{@render list(open, true)}
	</section>
{/if}
{#if left.length > 0}
	<section data-testid="kept-notes">
		<p class="quiet">{m.kept_notes({ count: left.length })}</p>
		{@render list(left, false)}
	</section>
{/if}

<style>
	section {
		padding: 6px 14px;
		border-top: 1px solid var(--frame-line);
		background: var(--frame-ground);
	}
	p {
		display: flex;
		align-items: center;
		gap: 6px;
		font-size: var(--size-small);
	}
	ul {
		display: flex;
		gap: 8px;
		margin-top: 4px;
		padding-bottom: 4px;
		overflow-x: auto;
	}
	li {
		position: relative;
		flex: 0 0 148px;
		min-height: 58px;
		padding: 6px 22px 6px 8px;
		border-radius: 3px;
		font-size: var(--size-small);
		font-weight: 700;
		line-height: 1.25;
		overflow-wrap: anywhere;
	}
	.text {
		width: 100%;
		text-align: left;
		cursor: text;
	}
	.put {
		margin-top: 4px;
		text-decoration: underline;
		cursor: pointer;
	}
	.gone {
		position: absolute;
		top: 0;
		right: 0;
		width: 24px;
		height: 24px;
		display: grid;
		place-items: center;
		cursor: pointer;
	}
	textarea {
		width: 100%;
		background: transparent;
		color: inherit;
		font: inherit;
		resize: none;
	}
	.large {
		flex-direction: column;
		gap: 10px;
		overflow: visible;
	}
	.large li {
		flex: none;
		min-height: 48px;
		padding: 14px 40px 14px 14px;
		font-size: var(--size-base);
	}
	.large .gone {
		width: 40px;
		height: 44px;
	}
	section:has(.large) {
		padding: 0 0 14px;
		border: 0;
		background: none;
	}
	section:has(.large) p {
		margin-bottom: 8px;
		color: #a9b5af;
	}
</style>
