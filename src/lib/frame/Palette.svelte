<script lang="ts">
	/** Every command, found by what people call it. */
	import { m } from '$lib/messages';
	import type { Board } from '../board/board.svelte';
	import { shownKeyOf, type Command } from '../board/commands';
	import { findCommands } from '../board/commands/find';
	import Dialog from '../ui/Dialog.svelte';
	import { focusInstead } from '../ui/last-focus';

	const { board, open, onclose }: { board: Board; open: boolean; onclose: () => void } = $props();

	let words = $state('');
	let at = $state(0);
	const MAX = 12;
	const PARTS: ReadonlySet<string> = new Set(['instrument', 'vote', 'journal', 'look through', 'show']);

	const found = $derived(open ? findCommands(board, words, MAX) : []);
	$effect(() => {
		void words;
		at = 0;
	});
	$effect(() => {
		if (open) words = '';
	});

	function run(command: Command | undefined): void {
		if (!command) return;
		onclose();
		// What opens a part of the desk leads into it.
		const stop = board.frame.requests.on(({ open: what }) => {
			if (PARTS.has(what)) focusInstead('[data-testid="desk"] .panel');
		});
		command.run(board);
		stop();
	}
	function onKey(event: KeyboardEvent): void {
		if (event.key === 'ArrowDown') at = Math.min(found.length - 1, at + 1);
		else if (event.key === 'ArrowUp') at = Math.max(0, at - 1);
		else if (event.key === 'Enter') run(found[at]);
		else return;
		event.preventDefault();
	}
</script>

<Dialog {open} {onclose} title={m.command_palette()}>
	<!-- The dialog looks after where the focus is, and would give it to the first of its buttons. -->
	<input
		class="entry"
		role="combobox"
		aria-expanded="true"
		aria-controls="palette-list"
		aria-activedescendant={found[at] ? `palette-${at}` : undefined}
		aria-label={m.palette_find()}
		placeholder={m.palette_find()}
		bind:value={words}
		onkeydown={onKey}
		data-autofocus
	/>
	<ul id="palette-list" role="listbox" aria-label={m.command_palette()}>
		{#each found as command, i (command.id)}
			<!-- svelte-ignore a11y_click_events_have_key_events -->
			<li
				id="palette-{i}"
				role="option"
				aria-selected={i === at}
				onclick={() => run(command)}
				onpointermove={() => (at = i)}
			>
				<span>{command.label()}</span>
				{#if shownKeyOf(command)}<kbd>{shownKeyOf(command)}</kbd>{/if}
			</li>
		{/each}
	</ul>
	{#if found.length === 0}<p class="quiet none">{m.palette_none()}</p>{/if}
</Dialog>

<style>
	ul {
		margin-top: 10px;
	}
	li {
		display: flex;
		align-items: center;
		justify-content: space-between;
		min-height: 34px;
		padding: 2px 10px;
		border-radius: 4px;
		cursor: pointer;
	}
	li[aria-selected='true'] {
		background: var(--frame-on);
	}
	kbd {
		color: var(--frame-quiet);
		font-family: inherit;
		font-size: var(--size-small);
	}
	.none {
		padding: 12px 10px;
	}
</style>
