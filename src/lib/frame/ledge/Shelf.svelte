<script lang="ts">
	/** More to put on the board: holders, pictures, marks. */
	import { findPictograms, type FoundPictogram } from '$core/contract/drawer';
	import { HOLDERS, type HolderKind } from '$core/board/holders/forms';
	import { m } from '$lib/messages';
	import Archive from '@lucide/svelte/icons/archive';
	import LayoutTemplate from '@lucide/svelte/icons/layout-template';
	import Camera from '@lucide/svelte/icons/camera';
	import FileInput from '@lucide/svelte/icons/file-input';
	import Image from '@lucide/svelte/icons/image';
	import Plus from '@lucide/svelte/icons/plus';
	import type { Board } from '../../board/board.svelte';
	import { markSelection, takeHolder, type Chosen } from '../../board/holders';
	import { choosePictures } from '../../board/pictures';
	import { chooseIncoming } from '../../board/take-files';
	import { call } from '$lib/api/client';
	import { messageOf } from '$lib/api/errors';
	import { iconOf, kindName } from '$lib/kinds-ui';
	import Pop from '../../ui/Pop.svelte';

	const { board }: { board: Board } = $props();

	const isTaken = $derived(board.tool === 'holder' || board.tool === 'mark');
	let words = $state('');
	let found = $state.raw<FoundPictogram[]>([]);
	let problem = $state('');
	/** Counts the questions, so that a late answer does not replace a newer one. */
	let asked = 0;

	/** Asks for pictograms a moment after the last key. */
	$effect(() => {
		const wanted = words.trim();
		if (!board.shelf) return;
		const turn = ++asked;
		const timer = setTimeout(() => void look(wanted, turn), wanted === '' ? 0 : 150);
		return () => clearTimeout(timer);
	});

	async function look(wanted: string, turn: number): Promise<void> {
		try {
			const answer = await call(findPictograms, { query: { find: wanted, max: 84 } });
			if (turn !== asked) return;
			found = answer;
			problem = answer.length === 0 ? m.marks_none() : '';
		} catch (error) {
			if (turn === asked) problem = messageOf(error);
		}
	}

	function lookUp(what: 'templates' | 'drawer'): void {
		board.shelf = false;
		board.frame.openDialog(what);
	}

	function put(kind: HolderKind): void {
		board.shelf = false;
		takeHolder(board, kind);
	}

	/** Onto what is selected at once; otherwise the hand takes it and puts it down. */
	function takeMark({ name, d, solid }: Chosen): void {
		const chosen = { name, d, solid };
		board.next.mark = chosen;
		board.shelf = false;
		if (board.selection.size > 0) markSelection(board, chosen);
		else board.takeUp('mark');
	}

	async function takePictures(): Promise<void> {
		board.shelf = false;
		await choosePictures(board);
	}
</script>

<Pop stays label={m.shelf_more()} wide bind:open={board.shelf} button={`tool${isTaken ? ' taken' : ''}`}>
	{#snippet face()}
		<Plus size={18} strokeWidth={1.75} />
		<span>{m.shelf()}</span><kbd>A</kbd>
	{/snippet}
	<div role="group" aria-label={m.shelf_layouts()}>
		<p class="label">{m.shelf_layouts()}</p>
		<div class="row">
			<button type="button" class="button" onclick={() => lookUp('templates')}
				><LayoutTemplate size={17} />{m.templates()}</button
			>
			<button type="button" class="button" onclick={() => lookUp('drawer')}
				><Archive size={17} />{m.drawer()}</button
			>
		</div>
	</div>
	<div role="group" aria-label={m.shelf_holders()}>
		<p class="label">{m.shelf_holders()}</p>
		<div class="row">
			{#each HOLDERS as kind (kind)}
				{@const Icon = iconOf(kind)}
				<button type="button" class="button" onclick={() => put(kind)}
					><Icon size={17} />{kindName(kind)}</button
				>
			{/each}
		</div>
	</div>
	<div role="group" aria-label={m.shelf_pictures()}>
		<p class="label">{m.shelf_pictures()}</p>
		<div class="row">
			<button type="button" class="button" onclick={takePictures}
				><Image size={17} />{m.picture_file()}</button
			>
			<button
				type="button"
				class="button"
				onclick={() => {
					board.shelf = false;
					board.frame.openDialog('camera');
				}}><Camera size={17} />{m.picture_camera()}</button
			>
			<button
				type="button"
				class="button"
				onclick={() => {
					board.shelf = false;
					void chooseIncoming(board);
				}}><FileInput size={17} />{m.incoming_choose()}</button
			>
		</div>
	</div>
	<div role="group" aria-label={m.shelf_marks()}>
		<p class="label">{m.shelf_marks()}</p>
		<input
			class="entry find"
			type="search"
			placeholder={m.marks_find()}
			aria-label={m.marks_find()}
			bind:value={words}
		/>
		{#if problem !== ''}<p class="hint" role="status">{problem}</p>{/if}
		<div class="marks">
			{#each found as mark (mark.name)}
				<button
					type="button"
					class="icon-button"
					aria-label={mark.label}
					title={mark.label}
					onclick={() => takeMark(mark)}
				>
					<svg viewBox="0 0 24 24" width="22" height="22" aria-hidden="true"
						><path
							d={mark.d}
							fill={mark.solid ? 'currentColor' : 'none'}
							stroke={mark.solid ? 'none' : 'currentColor'}
							stroke-width="1.8"
							stroke-linecap="round"
							stroke-linejoin="round"
						/></svg
					>
				</button>
			{/each}
		</div>
		<p class="hint">{m.marks_hint()}</p>
	</div>
</Pop>

<style>
	.row {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		margin-top: 4px;
	}
	.find {
		width: 100%;
		margin: 4px 0 6px;
	}
	.marks {
		display: grid;
		grid-template-columns: repeat(auto-fill, 36px);
		gap: 1px;
		/* Eleven in a row, and as many as there is room for on a phone. */
		width: min(406px, calc(100vw - 34px));
		height: 176px;
		overflow-y: auto;
		align-content: start;
	}
	.marks .icon-button {
		width: 36px;
		height: 34px;
	}
	.hint {
		margin-top: 4px;
		color: var(--frame-quiet);
		font-size: var(--size-small);
	}
</style>
