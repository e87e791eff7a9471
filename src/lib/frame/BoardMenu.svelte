<script lang="ts">
	/** The menu of what can be done here, at the pointer: made from the table of commands. */
	import { m } from '$lib/messages';
	import type { Board } from '../board/board.svelte';
	import { COMMANDS, isMac, isOffered, shownKey, type Command, type Section } from '../board/commands';
	import PointMenu from '../ui/PointMenu.svelte';

	interface Props {
		board: Board;
		at: { x: number; y: number } | undefined;
		onclose: () => void;
	}
	const { board, at, onclose }: Props = $props();

	const ORDER: Section[] = ['cells', 'make', 'object', 'arrange', 'stack', 'clipboard', 'view', 'board'];
	/** The view and the whole board stand in the menu of a free spot only. */
	const groups = $derived.by(() => {
		if (!at) return [];
		const onFree = board.selection.size === 0;
		const sections = ORDER.filter((section) => onFree || (section !== 'view' && section !== 'board'));
		return sections
			.map((section) =>
				COMMANDS.filter(
					(command) => command.section === section && isOffered(command, board) && !command.hidden?.(board),
				),
			)
			.filter((commands) => commands.length > 0)
			.map((commands) =>
				commands.map((command: Command) => ({
					id: command.id,
					label: command.label(),
					keys: command.keys[0] && shownKey(command.keys[0], isMac()),
				})),
			);
	});

	function choose(id: string): void {
		const command = COMMANDS.find((each) => each.id === id);
		onclose();
		command?.run(board);
	}
</script>

<PointMenu {groups} {at} label={m.menu_label()} onchoose={choose} {onclose} />
