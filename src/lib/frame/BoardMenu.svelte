<script lang="ts">
	/** The menu of what can be done here, at the pointer: made from the table of commands. */
	import { m } from '$lib/paraglide/messages';
	import { Menu, Portal } from '@skeletonlabs/skeleton-svelte';
	import type { Board } from '../board/board.svelte';
	import { COMMANDS, isMac, isOffered, shownKey, type Command, type Section } from '../board/commands';

	interface Props {
		board: Board;
		at: { x: number; y: number } | undefined;
		onclose: () => void;
	}
	const { board, at, onclose }: Props = $props();

	const ORDER: Section[] = ['make', 'object', 'arrange', 'stack', 'clipboard', 'view', 'board'];
	/** The view and the whole board stand in the menu of a free spot only. */
	const sections = $derived.by((): Command[][] => {
		if (!at) return [];
		const onFree = board.selection.size === 0;
		return ORDER.filter((section) => onFree || (section !== 'view' && section !== 'board'))
			.map((section) =>
				COMMANDS.filter((command) => command.section === section && isOffered(command, board)),
			)
			.filter((commands) => commands.length > 0);
	});

	function choose(id: string): void {
		const command = COMMANDS.find((each) => each.id === id);
		onclose();
		command?.run(board);
	}
</script>

<Menu
	open={at !== undefined}
	onOpenChange={(details) => !details.open && onclose()}
	onSelect={(details) => choose(details.value)}
	positioning={{
		placement: 'bottom-start',
		getAnchorRect: () => (at ? { ...at, width: 0, height: 0 } : null),
	}}
	aria-label={m.menu_label()}
>
	<Portal>
		<Menu.Positioner>
			<Menu.Content class="board-menu" data-testid="menu">
				{#each sections as commands, i (i)}
					{#if i > 0}<Menu.Separator class="board-menu-line" />{/if}
					{#each commands as command (command.id)}
						<Menu.Item value={command.id} class="board-menu-item">
							<Menu.ItemText>{command.label()}</Menu.ItemText>
							{#if command.keys[0]}<kbd>{shownKey(command.keys[0], isMac())}</kbd>{/if}
						</Menu.Item>
					{/each}
				{/each}
			</Menu.Content>
		</Menu.Positioner>
	</Portal>
</Menu>

<style>
	:global(.board-menu) {
		z-index: 35;
		min-width: 230px;
		max-height: min(560px, 86vh);
		overflow: auto;
		padding: 6px 0;
		border: 1px solid var(--frame-line);
		border-top: 3px solid var(--ledge-edge);
		border-radius: var(--radius-field);
		background: var(--frame-ground);
		color: var(--frame-text);
		font-size: var(--size-note);
		box-shadow: 0 6px 22px #00000066;
	}
	:global(.board-menu:focus-visible) {
		outline: none;
	}
	:global(.board-menu-line) {
		margin: 5px 0;
		border: none;
		border-top: 1px solid var(--frame-line);
	}
	:global(.board-menu-item) {
		display: flex;
		align-items: center;
		justify-content: space-between;
		gap: 22px;
		min-height: 28px;
		padding: 0 14px;
		line-height: 1.2;
		cursor: pointer;
	}
	:global(.board-menu-item[data-highlighted]) {
		background: var(--frame-on);
	}
	:global(.board-menu-item kbd) {
		color: var(--frame-quiet);
		font-family: inherit;
		font-size: var(--size-small);
	}
</style>
