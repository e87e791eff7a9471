<script lang="ts">
	/** Ready layouts, and one's own pieces: put down where the hand is, where there is room. */
	import type { Template } from '$core/templates/template';
	import { putLayout } from '$core/templates/put';
	import { seen } from '$core/geometry/view';
	import { m } from '$lib/messages';
	import type { Board } from '../board/board.svelte';
	import Dialog from '../ui/Dialog.svelte';
	import DrawerList from './DrawerList.svelte';
	import Finder from './Finder.svelte';
	import { toolbarKeys } from '../ui/toolbar-keys';
	import { placeOf } from './place';
	import { templates } from './tables';

	interface Props {
		board: Board;
		open: 'templates' | 'drawer' | undefined;
		onopen: (tab: 'templates' | 'drawer') => void;
		onclose: () => void;
	}
	const { board, open, onopen, onclose }: Props = $props();
	const TABS = [
		{ id: 'templates' as const, label: () => m.templates() },
		{ id: 'drawer' as const, label: () => m.drawer() },
	];
	let people = $state<number | undefined>();

	function put(template: Template): void {
		const { x, y, w, h } = seen(board.view, board.size);
		const where = { sheet: board.sheet, at: placeOf(board), view: { x, y, w, h } };
		const ids = putLayout(board.room.editContext, board.model, (sketch) => template.draw(sketch), where);
		onclose();
		board.select(ids);
		board.showAll(ids);
	}
</script>

<Dialog
	open={open !== undefined}
	{onclose}
	title={open === 'drawer' ? m.drawer() : m.templates()}
	wide="very"
>
	<div class="tabs">
		<div role="tablist" {@attach toolbarKeys}>
			{#each TABS as { id, label } (id)}
				<button type="button" role="tab" aria-selected={open === id} onclick={() => onopen(id)}
					>{label()}</button
				>
			{/each}
		</div>
		{#if open === 'templates'}
			<label class="people"
				>{m.recipe_people()}<input
					class="entry"
					type="number"
					min="1"
					max="200"
					placeholder={m.any()}
					bind:value={people}
				/></label
			>
		{/if}
	</div>
	<div class="inside">
		{#if open === 'templates'}
			<Finder all={templates()} {people} draw={(one, sketch) => one.draw(sketch)} onchoose={put} />
		{:else if open === 'drawer'}
			<DrawerList {board} {onclose} />
		{/if}
	</div>
</Dialog>

<style>
	.tabs {
		display: flex;
		align-items: center;
		gap: 4px;
		margin-bottom: 12px;
		border-bottom: 1px solid var(--frame-line);
	}
	.tabs button {
		min-height: 36px;
		padding: 4px 14px;
		cursor: pointer;
	}
	.tabs [aria-selected='true'] {
		border-bottom: 3px solid var(--frame-action);
		font-weight: 700;
	}
	.people {
		display: flex;
		align-items: center;
		gap: 8px;
		margin-left: auto;
		color: var(--frame-quiet);
		font-size: var(--size-small);
	}
	.people .entry {
		width: 70px;
		min-height: 32px;
	}
	.inside {
		min-height: 300px;
		max-height: 68vh;
		overflow-y: auto;
	}
</style>
