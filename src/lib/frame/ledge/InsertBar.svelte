<script lang="ts">
	/** The middle of the ledge while nothing is selected: what else can be put on the board. */
	import { HOLDERS } from '$core/board/holders/forms';
	import { m } from '$lib/messages';
	import Archive from '@lucide/svelte/icons/archive';
	import Image from '@lucide/svelte/icons/image';
	import LayoutTemplate from '@lucide/svelte/icons/layout-template';
	import type { Board } from '../../board/board.svelte';
	import { takeHolder } from '../../board/holders';
	import { choosePictures } from '../../board/pictures';
	import { firstRowOnly } from '../../ui/first-row';
	import { iconOf, kindName } from '$lib/kinds-ui';
	import { toolbarKeys } from '../../ui/toolbar-keys';

	const { board }: { board: Board } = $props();
</script>

<div
	class="put"
	role="toolbar"
	{@attach toolbarKeys}
	aria-label={m.shelf_more()}
	data-testid="insert-bar"
	{@attach firstRowOnly}
>
	<button type="button" class="tool" onclick={() => board.frame.openDialog('templates')}
		><LayoutTemplate size={18} strokeWidth={1.75} /><span>{m.templates()}</span></button
	>
	<button type="button" class="tool" onclick={() => board.frame.openDialog('drawer')}
		><Archive size={18} strokeWidth={1.75} /><span>{m.drawer()}</span></button
	>
	<button type="button" class="tool" onclick={() => void choosePictures(board)}
		><Image size={18} strokeWidth={1.75} /><span>{m.kind_picture()}</span></button
	>
	{#each HOLDERS as kind (kind)}
		{@const Icon = iconOf(kind)}
		<button
			type="button"
			class="tool"
			class:taken={board.tool === 'holder' && board.next.holder === kind}
			onclick={() => takeHolder(board, kind)}
			><Icon size={18} strokeWidth={1.75} /><span>{kindName(kind)}</span></button
		>
	{/each}
</div>

<style>
	/* One row: what has no room stands in the shelf as well. */
	.put {
		display: flex;
		flex: 1;
		flex-wrap: wrap;
		gap: 1px;
		height: 39px;
		overflow: clip;
	}
</style>
