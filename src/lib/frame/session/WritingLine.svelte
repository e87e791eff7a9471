<script lang="ts">
	/** While a step gathers: type, Enter, the note is on the board; type the next. */
	import { PIGMENTS, type Pigment } from '$core/board/colours';
	import { m } from '$lib/messages';
	import CornerDownLeft from '@lucide/svelte/icons/corner-down-left';
	import { takeBackOpenNote } from '../../room/open-notes';
	import type { Room } from '../../room/room.svelte';
	import { toaster } from '../../ui/toaster';
	import OwnNotes from './OwnNotes.svelte';
	import Swatches from '../../ui/Swatches.svelte';

	interface Props {
		room: Room;
		pigment: Pigment;
		large?: boolean;
		onpigment: (pigment: Pigment) => void;
	}
	const { room, pigment, large = false, onpigment }: Props = $props();
	let text = $state('');
	let isWaiting = false;

	async function add(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		if (isWaiting) return;
		isWaiting = true;
		await room.toGather();
		isWaiting = false;
		const words = text.trim();
		// What cannot be taken now stays in the entry.
		if (words !== '' && room.gather(words, pigment)) text = '';
	}
	/** Lines beyond which nobody meant a note each. */
	const MAX_LINES = 100;
	/** A pasted list becomes a note a line, at once; all of them can be taken back. */
	async function pasteLines(event: ClipboardEvent): Promise<void> {
		const pasted = event.clipboardData?.getData('text/plain') ?? '';
		const lines = pasted
			.split(/\r\n|\r|\n/)
			.flatMap((line) => line.replace(/^\s*[-*•·]\s+/, '').trim() || []);
		if (lines.length < 2 || lines.length > MAX_LINES) return;
		event.preventDefault();
		await room.toGather();
		const ids = lines.flatMap((line) => room.gather(line.slice(0, 2000), pigment) ?? []);
		if (ids.length === 0) return;
		const isSilent = room.gathering?.silence !== undefined;
		toaster.create({
			type: 'success',
			title: m.lines_written({ count: ids.length }),
			duration: 15_000,
			action: {
				label: m.lines_take_back(),
				onClick: () => {
					for (const id of ids)
						if (isSilent) room.silent?.remove(id);
						else takeBackOpenNote(room, id);
				},
			},
		});
	}
	const choose = (name: string): void => {
		const chosen = PIGMENTS.find((each) => each === name);
		if (chosen) onpigment(chosen);
	};
</script>

{#if !large}<OwnNotes {room} />{/if}
<form class="writing" class:large onsubmit={add} data-testid="writing-line">
	{#if !large && room.gathering}<label class="prompt" for="writing-line-entry">{room.gathering.prompt}</label
		>{/if}
	<div class="colours">
		<Swatches of="pigments" value={pigment} onchoose={choose} label={m.pigment()} size={large ? 30 : 20} />
	</div>
	<div class="line">
		<input
			id="writing-line-entry"
			class="paper"
			bind:value={text}
			onpaste={pasteLines}
			placeholder={room.gathering?.silence ? m.write_silently() : m.write_a_note()}
			aria-label={m.write_a_note()}
			autocomplete="off"
			enterkeyhint="send"
			maxlength="2000"
		/>
		<button class="button main" type="submit" disabled={text.trim() === ''}
			><CornerDownLeft size={17} />{m.add()}</button
		>
	</div>
</form>

<style>
	.writing {
		display: flex;
		align-items: center;
		gap: 14px;
		padding: 8px 14px;
		border-top: 1px solid var(--frame-line);
		background: var(--frame-ground);
	}
	.prompt {
		flex: 0 1 auto;
		min-width: 0;
		max-width: 34%;
		overflow: hidden;
		color: var(--frame-accent);
		font-size: var(--size-note);
		font-weight: 700;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	.line {
		display: flex;
		flex: 1;
		gap: 8px;
		min-width: 0;
	}
	.paper {
		flex: 1;
		min-width: 0;
		min-height: 36px;
		padding: 4px 12px;
		border-radius: var(--radius-control);
		border: 1px solid var(--frame-strong-line);
		background: #fbf8f0;
		color: #1d2421;
		font-size: var(--size-base);
	}
	.paper::placeholder {
		color: #55605b;
	}
	@media (max-width: 640px) {
		.writing:not(.large) {
			flex-wrap: wrap;
			gap: 8px;
		}
		.prompt {
			flex-basis: 100%;
			max-width: 100%;
		}
		.line {
			flex-basis: 100%;
		}
	}
	.large {
		flex-direction: column;
		align-items: stretch;
		gap: 10px;
		padding: 12px 14px calc(12px + env(safe-area-inset-bottom));
		border-top: 3px solid var(--ledge-edge);
	}
	.large .paper {
		min-height: 48px;
		font-size: var(--size-large);
	}
	.large .button {
		min-height: 48px;
		font-size: var(--size-base);
	}
</style>
