<script lang="ts">
	/** Beside the one note that is selected: write in it, nod at it. */
	import { isNote } from '$core/board/kinds/guards';
	import { toScreen } from '$core/geometry/view';
	import Pencil from '@lucide/svelte/icons/pencil';
	import ThumbsUp from '@lucide/svelte/icons/thumbs-up';
	import type { Board } from './board.svelte';
	import { COMMANDS, isOffered, shownKeyOf, type Command } from './commands';

	const { board }: { board: Board } = $props();

	/** How high they are with the gap to the note, px. */
	const HEIGHT = 34;
	const ICONS = { edit: Pencil, nod: ThumbsUp };
	const note = $derived.by(() => {
		board.room.changes.observe();
		const [only, more] = board.selected;
		return board.tool === 'pick' && !board.editing && !more && isNote(only) ? only : undefined;
	});
	const offered = $derived(
		note
			? Object.keys(ICONS).flatMap(
					(id) =>
						COMMANDS.find((each) => each.id === id && isOffered(each, board) && !each.hidden?.(board)) ?? [],
				)
			: [],
	);
	const at = $derived.by(() => {
		if (!note) return { x: 0, y: 0 };
		const [x, y, , h] = note.box;
		const top = toScreen(board.view, { x, y });
		// Above the note; below it where it touches the edge.
		return top.y >= HEIGHT + 4
			? { x: top.x, y: top.y - HEIGHT }
			: { x: top.x, y: toScreen(board.view, { x, y: y + h }).y + 8 };
	});
	const isNodded = $derived(note?.nods?.some(({ person }) => person === board.room.editContext.person.id));
	const keyOf = (command: Command): string => {
		const key = shownKeyOf(command);
		return key ? ` (${key})` : '';
	};
</script>

{#if note && offered.length > 0}
	<div class="handles" style:transform="translate({at.x}px,{at.y}px)" data-testid="note-handles">
		{#each offered as command (command.id)}
			{@const Icon = ICONS[command.id as keyof typeof ICONS]}
			<button
				type="button"
				aria-pressed={command.id === 'nod' ? isNodded : undefined}
				aria-label={command.label()}
				title="{command.label()}{keyOf(command)}"
				onclick={() => {
					board.focusing.emit();
					void command.run(board);
				}}><Icon size={15} /></button
			>
		{/each}
	</div>
{/if}

<style>
	.handles {
		position: absolute;
		left: 0;
		top: 0;
		display: flex;
		gap: 2px;
		padding: 1px;
		border: 1px solid var(--ledge-edge);
		border-radius: 5px;
		background: var(--frame-ground);
	}
	button {
		display: grid;
		place-items: center;
		width: 26px;
		height: 24px;
		border-radius: 4px;
		color: var(--frame-text);
		cursor: pointer;
	}
	button:hover {
		background: var(--frame-on);
	}
	button[aria-pressed='true'] {
		background: var(--frame-pressed);
		color: var(--frame-pressed-ink);
	}
</style>
