<script lang="ts">
	import { goto, invalidateAll } from '$app/navigation';
	import { m } from '$lib/messages';
	import { recipes } from '$lib/templates/tables';
	import {
		BIN_DAYS,
		ORDERS,
		PARTS,
		pickBoards,
		type ListedBoard,
		type ListSettings,
		type Order,
		type Part,
	} from '$core/boards/list';
	import { withId } from '$core/templates';
	import { lengthWords } from '$lib/frame/session/words';
	import TopBar from '$lib/boards/TopBar.svelte';
	import ProjectBar from '$lib/boards/ProjectBar.svelte';
	import ProjectMembers from '$lib/boards/ProjectMembers.svelte';
	import { bringInArchive } from '$lib/boards/archives';
	import { moveBoard } from '$lib/boards/projects';
	import { mayFill } from '$core/access/projects';
	import SearchHits from '$lib/boards/SearchHits.svelte';
	import BoardCard from '$lib/boards/BoardCard.svelte';
	import { copyBoard, remove, rename, restore, star } from '$lib/frame/actions';
	import { leave } from '$lib/frame/people/actions';
	import { createBoard } from '$core/contract/boards';
	import { call } from '$lib/api/client';
	import SkipLinks from '$lib/ui/SkipLinks.svelte';
	import { toaster } from '$lib/ui/toaster';
	import Lightbulb from '@lucide/svelte/icons/lightbulb';
	import LayoutGrid from '@lucide/svelte/icons/layout-grid';
	import FileUp from '@lucide/svelte/icons/file-up';
	import List from '@lucide/svelte/icons/list';
	import Plus from '@lucide/svelte/icons/plus';
	import { untrack } from 'svelte';
	import type { PageProps } from './$types';
	import { attempt } from '$lib/ui/attempt';

	const { data }: PageProps = $props();
	let words = $state('');
	let part = $state<Part>('all');
	let settings = $state(untrack(() => data.settings));
	/** The project that is looked at; undefined for all boards. */
	let projectId = $state<string>();
	const project = $derived(data.projects.find(({ id }) => id === projectId));
	const boards = $derived(
		pickBoards(data.boards, { part, words, order: settings.order, project: project?.id }),
	);
	const counts = $derived(
		Object.fromEntries(
			PARTS.map((each) => [
				each,
				pickBoards(data.boards, { part: each, words: '', order: 'title', project: project?.id }).length,
			]),
		) as Record<Part, number>,
	);
	/** Recipes that are one click away. */
	const ready = recipes();
	const first = ['idea-round', 'retrospective', 'problem'].flatMap((id) => withId(ready, id) ?? []);
	const PART_NAMES: Record<Part, () => string> = {
		all: () => m.boards_all(),
		mine: () => m.boards_mine(),
		shared: () => m.boards_shared(),
		starred: () => m.boards_starred(),
		bin: () => m.bin(),
	};
	const ORDER_NAMES: Record<Order, () => string> = {
		changed: () => m.last_changed_first(),
		opened: () => m.last_opened_first(),
		title: () => m.by_title(),
	};
	const EMPTY: Record<Part, () => string> = {
		all: () => (project ? m.no_boards_project() : data.person.guest ? m.no_boards_guest() : m.no_boards()),
		mine: () => m.no_boards_mine(),
		shared: () => m.no_boards_shared(),
		starred: () => m.no_boards_starred(),
		bin: () => m.bin_empty(),
	};

	/** Keeps how the list is wanted in this browser. */
	function want(change: Partial<ListSettings>): void {
		settings = { ...settings, ...change };
		document.cookie = `boards=${settings.order}.${settings.as}; path=/; max-age=31536000; samesite=lax`;
	}

	/** The project that a new board goes into. */
	const into = $derived(project && mayFill(project.role) ? project.id : undefined);
	const makeBlank = () =>
		attempt(async () => {
			const { id } = await call(createBoard, {
				body: { start: 'blank', ...(into ? { project: into } : {}) },
			});
			await goto(`/board/${id}`);
		});
	/** Does something with a board and shows the list as it is then. */
	const act = (work: () => Promise<unknown>) =>
		attempt(async () => {
			await work();
			await invalidateAll();
		});
	const drop = ({ id, title }: ListedBoard) =>
		attempt(async () => {
			await remove(id);
			await invalidateAll();
			toaster.create({
				title: m.board_deleted({ title }),
				description: m.board_deleted_more({ days: BIN_DAYS }),
				duration: 15_000,
				action: { label: m.bring_back(), onClick: () => void act(() => restore(id)) },
			});
		});
	const copy = ({ id, title }: ListedBoard) =>
		act(async () => {
			await copyBoard(id);
			toaster.success({ title: m.board_copied({ title }) });
		});
	let archive = $state<HTMLInputElement>();
	const bringIn = () =>
		attempt(async () => {
			const file = archive?.files?.[0];
			if (!file) return;
			try {
				const { id, left } = await bringInArchive(file);
				if (left > 0) toaster.create({ title: m.brought_in_without({ count: left }), duration: 15_000 });
				await goto(`/board/${id}`);
			} finally {
				if (archive) archive.value = '';
			}
		});
</script>

<svelte:head><title>{m.boards()} · {m.app_name()}</title></svelte:head>

<SkipLinks to={[{ label: m.skip_to_boards(), at: '[data-testid="boards"] a' }]} />
<TopBar person={data.person} isLight={data.light} bind:words />

<main>
	<!-- Whoever looks for something has what is found at the top. -->
	{#if !data.person.guest && words.trim() === ''}
		<h1>{m.what_to_do()}</h1>
		<div class="starts">
			{#each first as { id, title, how, minutes } (id)}
				<a class="start" href="/new?recipe={id}{into ? `&project=${into}` : ''}">
					<span class="head"><b>{title}</b></span>
					<span class="quiet">{how}</span>
					<span class="minutes">{lengthWords(minutes)}</span>
				</a>
			{/each}
			<a class="start" href="/new{into ? `?project=${into}` : ''}">
				<span class="head"><Lightbulb size={21} /><b>{m.all_recipes()}</b></span>
				<span class="quiet">{m.all_recipes_more({ count: ready.length })}</span>
			</a>
			<button type="button" class="start blank" onclick={makeBlank}>
				<span class="head"><Plus size={21} /><b>{m.start_blank()}</b></span>
				<span class="quiet">{m.start_blank_more()}</span>
			</button>
		</div>
	{/if}

	<div class="bar">
		<h2>{m.boards()}</h2>
		<div class="parts" role="group" aria-label={m.boards_which()}>
			{#each PARTS as each (each)}
				<button type="button" aria-pressed={part === each} onclick={() => (part = each)}
					>{PART_NAMES[each]()} <span class="quiet">{counts[each]}</span></button
				>
			{/each}
		</div>
		{#if part !== 'bin'}
			<select
				class="entry order"
				aria-label={m.boards_order()}
				value={settings.order}
				onchange={(event) => want({ order: event.currentTarget.value as Order })}
			>
				{#each ORDERS as order (order)}<option value={order}>{ORDER_NAMES[order]()}</option>{/each}
			</select>
		{/if}
		{#if !data.person.guest}
			<input
				class="sr-only"
				type="file"
				accept=".wandtafel"
				tabindex="-1"
				aria-label={m.bring_in()}
				bind:this={archive}
				onchange={() => void bringIn()}
			/>
			<button
				type="button"
				class="icon-button"
				aria-label={m.bring_in()}
				title={m.bring_in()}
				onclick={() => archive?.click()}><FileUp size={18} /></button
			>
		{/if}
		<button
			type="button"
			class="icon-button"
			aria-label={settings.as === 'list' ? m.as_pictures() : m.as_list()}
			title={settings.as === 'list' ? m.as_pictures() : m.as_list()}
			onclick={() => want({ as: settings.as === 'list' ? 'pictures' : 'list' })}
			>{#if settings.as === 'list'}<LayoutGrid size={18} />{:else}<List size={18} />{/if}</button
		>
	</div>
	{#if !data.person.guest && part !== 'bin'}
		<ProjectBar
			projects={data.projects}
			boards={data.boards}
			open={project?.id}
			onopen={(id) => (projectId = id)}
			{act}
		/>
		{#if project}<ProjectMembers
				{project}
				me={data.person.id}
				{act}
				ongone={() => (projectId = undefined)}
			/>{/if}
	{/if}
	{#if part === 'bin' && boards.length > 0}<p class="quiet hint">{m.bin_hint({ days: BIN_DAYS })}</p>{/if}
	<ul class="boards" class:list={settings.as === 'list'} data-testid="boards">
		{#each boards as board (board.id)}
			<BoardCard
				{board}
				picture={data.pictures[board.id]}
				now={data.now}
				guest={data.person.guest}
				projects={data.projects.filter(({ role }) => mayFill(role))}
				onmove={(to) => act(() => moveBoard(board.id, to))}
				asList={settings.as === 'list'}
				onrename={(title) => act(() => rename(board.id, title))}
				onstar={() => act(() => star(board.id, !board.starred))}
				oncopy={() => copy(board)}
				ondrop={() => drop(board)}
				onrestore={() => act(() => restore(board.id))}
				onleave={() => act(() => leave(board.id, data.person.id))}
			/>
		{/each}
	</ul>
	{#if counts[part] === 0}<p class="quiet empty">{EMPTY[part]()}</p>
	{:else if boards.length === 0}<p class="quiet empty">{m.no_board_found({ words })}</p>{/if}
	{#if part !== 'bin'}<SearchHits {words} />{/if}
</main>

<style>
	main {
		max-width: 1280px;
		margin: 0 auto;
		padding: 26px 40px 60px;
	}
	h1 {
		margin-bottom: 14px;
		font-size: var(--size-title);
		font-weight: 700;
	}
	.starts {
		display: flex;
		flex-wrap: wrap;
		gap: 14px;
	}
	.start {
		display: flex;
		flex-direction: column;
		gap: 4px;
		width: 226px;
		padding: 14px 18px;
		border-left: 6px solid #e2b85c;
		border-radius: var(--radius-field);
		background: var(--frame-raised);
		text-align: left;
		cursor: pointer;
	}
	.start.blank {
		border-left-color: var(--frame-strong-line);
	}
	.start:hover {
		background: var(--frame-on);
	}
	.head {
		display: flex;
		align-items: center;
		gap: 10px;
		font-size: var(--size-large);
	}
	.start .head :global(svg) {
		color: var(--frame-accent);
	}
	.start .quiet,
	.minutes {
		font-size: var(--size-note);
	}
	.bar {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 8px 14px;
		margin: 34px 0 18px;
		padding-bottom: 10px;
		border-bottom: 1px solid var(--frame-line);
	}
	h2 {
		font-size: var(--size-large);
		font-weight: 700;
	}
	.parts {
		display: flex;
		flex-wrap: wrap;
		gap: 2px;
		margin-right: auto;
	}
	.parts button {
		min-height: 32px;
		padding: 2px 10px;
		border-radius: var(--radius-control);
		font-size: var(--size-note);
		cursor: pointer;
	}
	.parts button:hover:not([aria-pressed='true']) {
		background: var(--frame-on);
	}
	.parts [aria-pressed='true'],
	.parts [aria-pressed='true'] .quiet {
		background: var(--frame-pressed);
		color: var(--frame-pressed-ink);
	}
	.order {
		width: auto;
		min-height: 32px;
		padding: 2px 8px;
		font-size: var(--size-note);
	}
	.hint {
		margin: -6px 0 14px;
		font-size: var(--size-note);
	}
	.boards {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
		gap: 20px 18px;
	}
	.boards.list {
		grid-template-columns: 1fr;
		gap: 0;
	}
	.empty {
		padding: 20px 0;
	}
	@media (max-width: 640px) {
		main {
			padding: 20px 16px;
		}
	}
</style>
