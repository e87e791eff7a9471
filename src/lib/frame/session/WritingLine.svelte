<script lang="ts">
	/** While a step gathers: type, Enter, the note is on the board; type the next. */
	import { PIGMENTS, type Pigment } from '$core/board/colours';
	import { m } from '$lib/messages';
	import CornerDownLeft from '@lucide/svelte/icons/corner-down-left';
	import { takeBackOpenNote } from '../../room/open-notes';
	import type { Room } from '../../room/room.svelte';
	import { toaster } from '../../ui/toaster';
	import Swatches from '../../ui/Swatches.svelte';

	interface Props {
		room: Room;
		pigment: Pigment;
		large?: boolean;
		onpigment: (pigment: Pigment) => void;
	}
	const { room, pigment, large = false, onpigment }: Props = $props();
	let text = $state('');
	let width = $state(0);
	/** From here on the prompt has room beside the entry, px. */
	const ROOM_FOR_PROMPT = 600;
	let entry = $state<HTMLTextAreaElement>();
	const prompt = $derived(large ? undefined : room.gathering?.prompt);
	const isBeside = $derived(width >= ROOM_FOR_PROMPT);
	const hint = $derived.by(() => {
		if (room.gathering?.silence) return m.write_silently();
		return prompt && !isBeside ? prompt : m.write_a_note();
	});
	export const focus = (): void => entry?.focus();
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
	/** Enter puts the note on the board; with Shift it begins a new line. */
	function onKey(event: KeyboardEvent & { currentTarget: HTMLTextAreaElement }): void {
		if (event.key !== 'Enter' || event.shiftKey || event.isComposing) return;
		event.preventDefault();
		event.currentTarget.form?.requestSubmit();
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

<form class="writing" class:large onsubmit={add} data-testid="writing-line" bind:clientWidth={width}>
	{#if prompt}<label class="prompt" class:sr-only={!isBeside} for="writing-line-entry" title={prompt}
			>{prompt}</label
		>{/if}
	<div class="colours">
		<Swatches
			of="pigments"
			value={pigment}
			onchoose={choose}
			label={m.pigment()}
			size={large ? 30 : 19}
			folded={!large}
		/>
	</div>
	<div class="line">
		<textarea
			id="writing-line-entry"
			class="paper"
			bind:value={text}
			bind:this={entry}
			title={prompt}
			onpaste={pasteLines}
			placeholder={hint}
			aria-label={m.write_a_note()}
			autocomplete="off"
			enterkeyhint="send"
			maxlength="2000"
			rows={large ? 1 : 2}
			onkeydown={onKey}></textarea>
		<button
			class="button main"
			type="submit"
			disabled={text.trim() === ''}
			aria-label={m.add()}
			title={m.add()}
			><CornerDownLeft size={17} />{#if large}{m.add()}{/if}</button
		>
	</div>
</form>

<style>
	.writing {
		display: flex;
		flex: 1;
		align-items: center;
		gap: 10px;
		min-width: 0;
	}
	.prompt {
		display: -webkit-box;
		flex: 0 1 auto;
		min-width: 0;
		max-width: 34%;
		overflow: hidden;
		-webkit-box-orient: vertical;
		-webkit-line-clamp: 2;
		line-clamp: 2;
		color: var(--frame-accent);
		font-size: var(--size-note);
		font-weight: 700;
		line-height: 1.25;
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
		height: 40px;
		padding: 2px 9px;
		border-radius: var(--radius-control);
		border: 1px solid var(--frame-strong-line);
		background: #fbf8f0;
		color: #1d2421;
		font-size: var(--size-note);
		line-height: 17px;
		resize: none;
	}
	.paper::placeholder {
		color: #55605b;
	}
	.large {
		flex: none;
		flex-direction: column;
		background: var(--frame-ground);
		align-items: stretch;
		gap: 10px;
		padding: 12px 14px calc(12px + env(safe-area-inset-bottom));
		border-top: 3px solid var(--ledge-edge);
	}
	.large .paper {
		height: 48px;
		padding: 10px 12px;
		font-size: var(--size-large);
		line-height: 26px;
	}
	.large .button {
		min-height: 48px;
		font-size: var(--size-base);
	}
</style>
