<script lang="ts">
	/** The menu of what can be done here, at the pointer: made from the table of commands. */
	import { m } from '$lib/messages';
	import type { Board } from '../board/board.svelte';
	import { COMMANDS, shownKeyOf, type Command } from '../board/commands';
	import { menuOf } from '../board/commands/menu';
	import PointMenu, { type MenuItem } from '../ui/PointMenu.svelte';
	import type { MenuPlace } from './menu-place';

	interface Props {
		board: Board;
		at: MenuPlace | undefined;
		onclose: () => void;
	}
	const { board, at, onclose }: Props = $props();

	const item = (command: Command): MenuItem => ({
		id: command.id,
		label: command.label(),
		keys: shownKeyOf(command),
	});
	const groups = $derived.by(() => {
		if (!at) return [];
		const { top, more } = menuOf(board);
		if (at.section) {
			const part = more.find(({ section }) => section === at.section);
			return part ? [part.commands.map(item)] : [];
		}
		const parts = more.flatMap(({ label, commands }): MenuItem[] =>
			label === undefined ? commands.map(item) : [{ id: `part ${label}`, label, items: commands.map(item) }],
		);
		return [top.map(item), parts].filter((items) => items.length > 0);
	});

	// With what it was opened for gone, other entries would come under the pointer.
	let opened: { isFree: boolean; mayEdit: boolean } | undefined;
	$effect(() => {
		const now = { isFree: board.selection.size === 0, mayEdit: board.mayEdit };
		if (!at) opened = undefined;
		else if (!opened) opened = now;
		else if (opened.isFree !== now.isFree || opened.mayEdit !== now.mayEdit) onclose();
	});

	function choose(id: string): void {
		const command = COMMANDS.find((each) => each.id === id);
		onclose();
		void command?.run(board);
	}
</script>

<PointMenu {groups} {at} label={m.menu_label()} onchoose={choose} {onclose} />
