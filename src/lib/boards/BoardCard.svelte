<script lang="ts">
	/** A board in the list of boards: its picture, title, whose it is and when it changed, and what can be done with it. */
	import { owns } from '$core/access/roles';
	import { daysLeft, type ListedBoard } from '$core/boards/list';
	import { m } from '$lib/messages';
	import type { Project } from '$core/access/projects';
	import FolderInput from '@lucide/svelte/icons/folder-input';
	import Pop from '$lib/ui/Pop.svelte';
	import TitleEntry from '$lib/ui/TitleEntry.svelte';
	import { dayWords } from '$lib/words/when';
	import Copy from '@lucide/svelte/icons/copy';
	import LogOut from '@lucide/svelte/icons/log-out';
	import Pencil from '@lucide/svelte/icons/pencil';
	import Star from '@lucide/svelte/icons/star';
	import Trash from '@lucide/svelte/icons/trash-2';

	interface Props {
		board: ListedBoard;
		/** Its picture, where it came with the page. */
		picture: string | undefined;
		/** Server time, ms. */
		now: number;
		guest: boolean;
		asList: boolean;
		/** Projects into which it can be put. */
		projects: readonly Project[];
		onmove: (project: string | null) => void;
		onrename: (title: string) => void;
		onstar: () => void;
		oncopy: () => void;
		ondrop: () => void;
		onrestore: () => void;
		onleave: () => void;
	}
	const {
		board,
		picture,
		now,
		guest,
		asList,
		projects,
		onmove,
		onrename,
		onstar,
		oncopy,
		ondrop,
		onrestore,
		onleave,
	}: Props = $props();
	const { id, title } = $derived(board);
	const isOwner = $derived(owns(board.role));
	const isGone = $derived(board.deletedAt !== undefined);

	let isRenaming = $state(false);
	let isLeaving = $state(false);
	let isMoving = $state(false);
	function move(to: string | null): void {
		isMoving = false;
		onmove(to);
	}
	function endRename(wanted: string | undefined): void {
		isRenaming = false;
		if (wanted) onrename(wanted);
	}

	/** Listened to from here: a handler in the page's own text would be refused by its security policy. */
	function hideWhenBroken(image: HTMLImageElement): () => void {
		const hide = (): void => void (image.hidden = true);
		if (image.complete && image.naturalWidth === 0) hide();
		image.addEventListener('error', hide);
		return () => image.removeEventListener('error', hide);
	}

	const under = $derived.by(() => {
		if (board.deletedAt !== undefined) return m.days_left({ count: daysLeft(board.deletedAt, now) });
		const when = dayWords(board.changedAt, now);
		const whose = isOwner ? when : m.by_and_when({ name: board.owner, when });
		return board.open ? whose : `${whose} · ${m.closed_now()}`;
	});
</script>

<li class:list={asList}>
	{#if !isGone}
		<a class="picture" href="/board/{id}" aria-label={m.open_board({ title })} tabindex="-1">
			{#if board.open}
				<img
					src={picture ?? `/api/boards/${id}/picture?at=${board.changedAt}`}
					alt=""
					loading="lazy"
					{@attach hideWhenBroken}
				/>
			{/if}
		</a>
	{/if}
	<div class="under">
		<div class="words">
			{#if isRenaming}
				<TitleEntry label={m.board_title()} {title} onend={endRename} />
			{:else if isGone}
				<span class="title">{title}</span>
			{:else}
				<a class="title" href="/board/{id}">{title}</a>
			{/if}
			<span class="quiet">{under}</span>
		</div>
		{#if isGone}
			<button type="button" class="button" onclick={onrestore}>{m.bring_back()}</button>
		{:else if isLeaving}
			<button type="button" class="button" onclick={onleave}>{m.leave_yes()}</button>
			<button type="button" class="button" onclick={() => (isLeaving = false)}>{m.leave_no()}</button>
		{:else}
			<button
				type="button"
				class="icon-button star"
				aria-pressed={board.starred}
				aria-label={m.star_board({ title })}
				title={board.starred ? m.unstar() : m.star()}
				onclick={onstar}><Star size={16} fill={board.starred ? 'currentColor' : 'none'} /></button
			>
			{#if !guest}
				<button
					type="button"
					class="icon-button"
					aria-label={m.copy_board({ title })}
					title={m.copy_it()}
					onclick={oncopy}><Copy size={16} /></button
				>
			{/if}
			{#if isOwner && (projects.length > 0 || board.projectId)}
				<Pop label={m.move_board({ title })} bind:open={isMoving} button="icon-button">
					{#snippet face()}<FolderInput size={16} />{/snippet}
					<div class="targets">
						{#each projects as project (project.id)}
							<button
								type="button"
								class="button"
								disabled={project.id === board.projectId}
								onclick={() => move(project.id)}>{project.title}</button
							>
						{/each}
						{#if board.projectId}<button type="button" class="button" onclick={() => move(null)}
								>{m.out_of_project()}</button
							>{/if}
					</div>
				</Pop>
			{/if}
			{#if isOwner}
				<button
					type="button"
					class="icon-button"
					aria-label={m.rename_board({ title })}
					title={m.rename()}
					onclick={() => (isRenaming = true)}><Pencil size={16} /></button
				>
				<button
					type="button"
					class="icon-button"
					aria-label={m.delete_board({ title })}
					title={m.delete_it()}
					onclick={ondrop}><Trash size={16} /></button
				>
			{:else}
				<button
					type="button"
					class="icon-button"
					aria-label={m.leave_this({ title })}
					title={m.leave_board()}
					onclick={() => (isLeaving = true)}><LogOut size={16} /></button
				>
			{/if}
		{/if}
	</div>
</li>

<style>
	.picture {
		display: block;
		height: 138px;
		overflow: hidden;
		border: 1px solid var(--frame-line);
		border-radius: var(--radius-field);
		background: #25322e;
	}
	.picture:hover {
		border-color: var(--frame-strong-line);
	}
	.picture img {
		width: 100%;
		height: 100%;
		object-fit: contain;
	}
	.under {
		display: flex;
		align-items: flex-start;
		padding-top: 6px;
	}
	.words {
		display: flex;
		flex: 1;
		flex-direction: column;
		min-width: 0;
		font-size: var(--size-note);
	}
	.words > * {
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	.title {
		font-size: var(--size-base);
		font-weight: 700;
	}
	.targets {
		display: grid;
		gap: 6px;
	}
	.star[aria-pressed='true'] {
		background: none;
		color: var(--frame-accent);
	}
	.list {
		display: flex;
		align-items: center;
		gap: 14px;
		padding: 6px 0;
		border-bottom: 1px solid var(--frame-line);
	}
	.list .picture {
		width: 84px;
		height: 48px;
		flex: none;
	}
	.list .under {
		flex: 1;
		align-items: center;
		min-width: 0;
		padding: 0;
	}
</style>
