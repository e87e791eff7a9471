<script lang="ts">
	/** One's drawer: pieces with their pictures, put down by a click or by dragging, several at once; kept, renamed, replaced, deleted. */
	import { seen } from '$core/geometry/view';
	import { putPiece, SCOPES, type Piece, type Scope } from '$core/templates/piece';
	import { m } from '$lib/messages';
	import Pencil from '@lucide/svelte/icons/pencil';
	import RefreshCw from '@lucide/svelte/icons/refresh-cw';
	import Trash from '@lucide/svelte/icons/trash-2';
	import { onMount } from 'svelte';
	import type { Board } from '../board/board.svelte';
	import { messageOf } from '$lib/api/errors';
	import TitleEntry from '../ui/TitleEntry.svelte';
	import PiecePicture from './PiecePicture.svelte';
	import {
		bringPictures,
		deletePiece,
		drawer,
		keepPiece,
		renamePiece,
		replacePiece,
		selectedPiece,
	} from './drawer';
	import { placeOf } from './place';
	import { projects } from '../boards/projects';

	const { board, onclose }: { board: Board; onclose: () => void } = $props();
	let pieces = $state.raw<Piece[]>([]);
	let own = $state.raw<{ id: string; title: string }[]>([]);
	let copies = $state(1);
	let name = $state('');
	let scope = $state<Scope>('own');
	let projectId = $state('');
	let renaming = $state<string | undefined>();
	let problem = $state('');
	let isRead = $state(false);
	const chosen = $derived(board.selection.size);
	const mayKeep = $derived(board.room.may('export') && !board.room.info.person.guest);
	const SCOPE_NAMES: Record<Scope, () => string> = {
		own: () => m.scope_own(),
		project: () => m.scope_project(),
		all: () => m.scope_all(),
	};

	async function attempt(work: () => Promise<unknown>): Promise<void> {
		problem = '';
		try {
			await work();
		} catch (error) {
			problem = messageOf(error);
		}
	}
	const read = () =>
		attempt(async () => {
			pieces = await drawer();
			isRead = true;
		});
	$effect(() => {
		void read();
		void projects()
			.then((all) => (own = all))
			.catch(() => undefined);
	});

	const keep = (event: SubmitEvent) => {
		event.preventDefault();
		return attempt(async () => {
			const content = selectedPiece(board);
			await keepPiece(board, {
				name: name.trim(),
				scope,
				content,
				...(scope === 'project' ? { projectId } : {}),
			});
			name = '';
			await read();
		});
	};
	const act = (work: () => Promise<unknown>) =>
		attempt(async () => {
			await work();
			await read();
		});
	onMount(() =>
		board.frame.pieces.on((id, at) => {
			const dropped = pieces.find((each) => each.id === id);
			if (dropped) void put(dropped, at);
		}),
	);
	/** While a piece is dragged the dialog gives way to the board. */
	function drag(event: DragEvent, piece: Piece): void {
		event.dataTransfer?.setData('application/x-wandtafel-piece', piece.id);
		// Hidden at once, the browser would call the dragging off.
		setTimeout(() => document.body.classList.add('carrying'), 0);
	}
	const dragEnd = (): void => document.body.classList.remove('carrying');
	$effect(() => dragEnd);
	const put = (piece: Piece, at = placeOf(board)) =>
		attempt(async () => {
			await bringPictures(board, piece);
			const { x, y, w, h } = seen(board.view, board.size);
			let ids: string[] = [];
			board.asOne(() => {
				ids = putPiece(board.room.editContext, board.model, piece.content.objects, {
					sheet: board.sheet,
					at,
					view: { x, y, w, h },
					copies,
				});
			});
			onclose();
			board.select(ids);
			board.showAll(ids);
		});
</script>

{#if mayKeep}
	<form onsubmit={keep}>
		<input
			class="entry name"
			bind:value={name}
			maxlength="80"
			placeholder={chosen > 0 ? m.piece_name() : m.piece_select_first()}
			aria-label={m.piece_name()}
			disabled={chosen === 0}
		/>
		<select class="entry" aria-label={m.piece_for()} bind:value={scope}>
			{#each SCOPES as each (each)}
				{#if each !== 'project' || own.length > 0}<option value={each}>{SCOPE_NAMES[each]()}</option>{/if}
			{/each}
		</select>
		{#if scope === 'project'}
			<select class="entry" aria-label={m.project()} bind:value={projectId}>
				{#each own as { id, title } (id)}<option value={id}>{title}</option>{/each}
			</select>
		{/if}
		<button class="button main" type="submit" disabled={chosen === 0 || name.trim() === ''}
			>{m.piece_keep({ count: chosen })}</button
		>
	</form>
{/if}
{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
{#if pieces.length > 0}
	<label class="copies"
		>{m.piece_copies()}<input class="entry" type="number" min="1" max="60" bind:value={copies} /></label
	>
{:else if isRead}
	<p class="quiet">{m.drawer_empty()}</p>
{/if}
<ul>
	{#each pieces as piece (piece.id)}
		<li>
			<button
				type="button"
				class="picture"
				aria-label={m.piece_put({ name: piece.name })}
				title={m.piece_put({ name: piece.name })}
				disabled={!board.mayAll}
				draggable={board.mayAll}
				ondragstart={(event) => drag(event, piece)}
				ondragend={dragEnd}
				onclick={() => put(piece)}
				><PiecePicture objects={piece.content.objects} width={190} height={110} /></button
			>
			<div class="row">
				{#if renaming === piece.id}
					<TitleEntry
						label={m.piece_name()}
						title={piece.name}
						onend={(title) => {
							renaming = undefined;
							if (title) void act(() => renamePiece(piece.id, title));
						}}
					/>
				{:else}
					<span class="what"
						><b>{piece.name}</b><small class="quiet"
							>{SCOPE_NAMES[piece.scope]()}{#if piece.content.steps}{` · ${m.recipe()}`}{/if}</small
						></span
					>
				{/if}
				{#if piece.own}
					<button
						type="button"
						class="icon-button"
						aria-label={m.rename()}
						title={m.rename()}
						onclick={() => (renaming = piece.id)}><Pencil size={14} /></button
					>
					{#if chosen > 0 && !piece.content.steps}
						<button
							type="button"
							class="icon-button"
							aria-label={m.piece_replace({ name: piece.name })}
							title={m.piece_replace({ name: piece.name })}
							onclick={() => act(() => replacePiece(board, piece.id, selectedPiece(board)))}
							><RefreshCw size={14} /></button
						>
					{/if}
					<button
						type="button"
						class="icon-button"
						aria-label={m.piece_delete({ name: piece.name })}
						title={m.piece_delete({ name: piece.name })}
						onclick={() => act(() => deletePiece(piece.id))}><Trash size={14} /></button
					>
				{/if}
			</div>
		</li>
	{/each}
</ul>

<style>
	:global(body.carrying .question-back),
	:global(body.carrying .question-place) {
		opacity: 0;
		pointer-events: none;
	}
	/* The dialog takes the pointer from everything outside; what is carried has to land there. */
	:global(body.carrying .canvas) {
		pointer-events: auto;
	}
	form {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
		margin-bottom: 12px;
	}
	form .entry {
		width: auto;
	}
	form .name {
		flex: 1;
		min-width: 200px;
	}
	.copies {
		display: flex;
		align-items: center;
		gap: 8px;
		margin-bottom: 10px;
		color: var(--frame-quiet);
		font-size: var(--size-small);
	}
	.copies .entry {
		width: 70px;
		min-height: 32px;
	}
	ul {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
		gap: 14px;
	}
	.picture {
		display: block;
		border: 1px solid var(--frame-line);
		border-radius: var(--radius-field);
		overflow: hidden;
		cursor: pointer;
	}
	.picture:hover {
		border-color: var(--frame-action);
	}
	.row {
		display: flex;
		align-items: start;
		padding-top: 4px;
	}
	.what {
		display: flex;
		flex: 1;
		flex-direction: column;
		min-width: 0;
		font-size: var(--size-note);
		line-height: 1.3;
	}
	.row .icon-button {
		width: 26px;
		height: 26px;
	}
	.problem {
		margin-bottom: 8px;
		color: var(--frame-bad);
	}
</style>
