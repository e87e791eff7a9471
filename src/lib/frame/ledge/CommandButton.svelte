<script lang="ts">
	/** A place of the ledge for one command of the table: an icon over its word. */
	import type { Component } from 'svelte';
	import type { Board } from '../../board/board.svelte';
	import { COMMANDS, isOffered, shownKeyOf } from '../../board/commands';

	interface Props {
		board: Board;
		id: string;
		/** Its word; the whole name of the command is read out. */
		word: string;
		icon: Component<{ size: number; strokeWidth: number }>;
		pressed?: boolean | undefined;
	}
	const { board, id, word, icon: Icon, pressed }: Props = $props();
	const command = $derived(COMMANDS.find((each) => each.id === id)!);
	const key = $derived(shownKeyOf(command));
	const isOn = $derived.by(() => {
		board.room.changes.observe();
		return isOffered(command, board);
	});
</script>

<button
	type="button"
	class="tool"
	disabled={!isOn}
	aria-pressed={pressed}
	aria-label={command.label()}
	title={key ? `${command.label()} (${key})` : command.label()}
	onclick={() => void command.run(board)}><Icon size={18} strokeWidth={1.75} /><span>{word}</span></button
>
