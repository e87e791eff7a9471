<script lang="ts">
	/** On a board with nothing on it: how to begin, in place. */
	import { m } from '$lib/messages';
	import ClipboardPaste from '@lucide/svelte/icons/clipboard-paste';
	import LayoutTemplate from '@lucide/svelte/icons/layout-template';
	import ListVideo from '@lucide/svelte/icons/list-video';
	import StickyNote from '@lucide/svelte/icons/sticky-note';
	import X from '@lucide/svelte/icons/x';
	import type { Board } from '../board/board.svelte';
	import { COMMANDS, isMac, shownKey } from '../board/commands';

	const { board, onclose }: { board: Board; onclose: () => void } = $props();

	const run = (id: string) => () => void COMMANDS.find((each) => each.id === id)!.run(board);
	/** With a tool in hand that puts something down, the card is not in its way. */
	const isAside = $derived(board.tool !== 'pick' && board.tool !== 'view');
	const WAYS = [
		{ icon: StickyNote, title: m.blank_note, keys: m.blank_note_keys, run: run('new note') },
		{
			icon: ClipboardPaste,
			title: m.blank_paste,
			keys: () => m.blank_paste_keys({ keys: shownKey('$mod+v', isMac()) }),
			run: run('paste'),
		},
		{ icon: LayoutTemplate, title: m.blank_template, keys: m.blank_template_keys, run: run('templates') },
	];
</script>

<section class:aside={isAside} aria-label={m.blank_title()} data-testid="blank-board">
	<h2>{m.blank_title()}</h2>
	<ul>
		{#each WAYS as { icon: Icon, title, keys, run: begin } (title)}
			<li>
				<button type="button" onclick={begin}
					><Icon size={20} strokeWidth={1.75} /><b>{title()}</b><span>{keys()}</span></button
				>
			</li>
		{/each}
		{#if board.room.leads && !board.room.info.person.guest}
			<li>
				<a href="/new"
					><ListVideo size={20} strokeWidth={1.75} /><b>{m.blank_recipe()}</b><span
						>{m.blank_recipe_more()}</span
					></a
				>
			</li>
		{/if}
	</ul>
	<button
		type="button"
		class="icon-button close"
		aria-label={m.blank_close()}
		title={m.blank_close()}
		onclick={onclose}><X size={16} /></button
	>
</section>

<style>
	section {
		position: absolute;
		top: 50%;
		left: 50%;
		width: min(430px, calc(100% - 32px));
		padding: 16px 14px 10px;
		border: 1px dashed var(--frame-strong-line);
		border-bottom: 4px solid var(--ledge-edge);
		border-radius: var(--radius-field) var(--radius-field) 3px 3px;
		background: var(--frame-ground);
		transform: translate(-50%, -50%);
		/* What is no button of it leaves the board to the hand. */
		pointer-events: none;
	}
	section :is(button, a) {
		pointer-events: auto;
	}
	section.aside {
		opacity: 0.35;
	}
	section.aside :is(button, a) {
		pointer-events: none;
	}
	h2 {
		padding: 0 8px 8px;
		font-size: var(--size-large);
		font-weight: 700;
	}
	li > :is(button, a) {
		display: grid;
		grid-template-columns: 30px 1fr auto;
		align-items: center;
		gap: 4px;
		width: 100%;
		min-height: 44px;
		padding: 4px 8px;
		border-top: 1px solid var(--frame-line);
		text-align: left;
		cursor: pointer;
	}
	li > :is(button, a):hover {
		background: var(--frame-on);
	}
	li span {
		color: var(--frame-quiet);
		font-size: var(--size-note);
	}
	/* Without a keyboard there are no keys to name. */
	@media (hover: none) {
		button span {
			display: none;
		}
	}
	.close {
		position: absolute;
		top: 10px;
		right: 10px;
	}
</style>
