<script lang="ts">
	import { goto, invalidateAll } from '$app/navigation';
	import { m } from '$lib/paraglide/messages';
	import { remove, rename, restore } from '$lib/frame/actions';
	import { ask, messageOf } from '$lib/ui/api';
	import Badge from '$lib/ui/Badge.svelte';
	import Toasts from '$lib/ui/Toasts.svelte';
	import { toaster } from '$lib/ui/toaster';
	import Lightbulb from '@lucide/svelte/icons/lightbulb';
	import LogOut from '@lucide/svelte/icons/log-out';
	import Moon from '@lucide/svelte/icons/moon';
	import Pencil from '@lucide/svelte/icons/pencil';
	import Plus from '@lucide/svelte/icons/plus';
	import Search from '@lucide/svelte/icons/search';
	import Sun from '@lucide/svelte/icons/sun';
	import Trash from '@lucide/svelte/icons/trash-2';
	import { untrack } from 'svelte';
	import { z } from 'zod';
	import type { PageProps } from './$types';

	const { data }: PageProps = $props();
	let words = $state('');
	let renaming = $state('');
	let draft = $state('');
	let light = $state(untrack(() => data.light));
	const boards = $derived.by(() => {
		const wanted = words.toLocaleLowerCase().trim();
		return data.boards.filter((board) => board.title.toLocaleLowerCase().includes(wanted));
	});

	async function attempt(work: () => Promise<void>): Promise<void> {
		try {
			await work();
		} catch (error) {
			toaster.error({ title: m.did_not_work(), description: messageOf(error) });
		}
	}
	const make = (start: 'blank' | 'idea-round') =>
		attempt(async () => {
			const { id } = await ask(z.object({ id: z.string() }), 'POST', '/api/boards', { start });
			await goto(`/board/${id}`);
		});
	const endRename = (id: string, before: string) =>
		attempt(async () => {
			if (renaming !== id) return;
			renaming = '';
			const title = draft.trim();
			if (title === '' || title === before) return;
			await rename(id, title);
			await invalidateAll();
		});
	const drop = (id: string, title: string) =>
		attempt(async () => {
			await remove(id);
			await invalidateAll();
			toaster.create({
				title: m.board_deleted({ title }),
				description: m.board_deleted_more(),
				duration: 15_000,
				action: {
					label: m.bring_back(),
					onClick: () =>
						void attempt(async () => {
							await restore(id);
							await invalidateAll();
						}),
				},
			});
		});
	function changed(at: Date): string {
		const days = Math.floor(
			(new Date().setHours(0, 0, 0, 0) - new Date(at).setHours(0, 0, 0, 0)) / 86_400_000,
		);
		if (days <= 0) return m.today_at({ time: at.toLocaleTimeString(undefined, { timeStyle: 'short' }) });
		return days === 1 ? m.yesterday() : at.toLocaleDateString(undefined, { day: 'numeric', month: 'long' });
	}
	function changeFrame(): void {
		light = !light;
		document.cookie = `frame=${light ? 'light' : 'dark'}; path=/; max-age=31536000; samesite=lax`;
		document.documentElement.classList.toggle('dark', !light);
	}
	const focus = (node: HTMLInputElement): void => node.select();
</script>

<svelte:head><title>{m.boards()} · {m.app_name()}</title></svelte:head>

<header class="top">
	<div class="brand"><img src="/icon.svg" alt="" width="28" height="28" /><b>{m.app_name()}</b></div>
	<label class="find"
		><Search size={16} /><input
			type="search"
			placeholder={m.find_board()}
			aria-label={m.find_board()}
			bind:value={words}
		/></label
	>
	<div class="me">
		<button
			class="icon-button"
			onclick={changeFrame}
			aria-label={light ? m.dark_frame() : m.light_frame()}
			title={light ? m.dark_frame() : m.light_frame()}
			>{#if light}<Moon size={18} />{:else}<Sun size={18} />{/if}</button
		>
		<form method="POST" action="/sign-out">
			<button class="icon-button" aria-label={m.sign_out()} title={m.sign_out()}><LogOut size={18} /></button>
		</form>
		<Badge id={data.person.id} name={data.person.name} />
	</div>
</header>

<main>
	{#if !data.person.guest}
		<h1>{m.what_to_do()}</h1>
		<div class="starts">
			<button class="start" onclick={() => make('idea-round')}>
				<span class="head"><Lightbulb size={21} /><b>{m.start_ideas()}</b></span>
				<span class="quiet">{m.start_ideas_more()}</span>
				<span class="minutes">{m.start_ideas_time()}</span>
			</button>
			<button class="start blank" onclick={() => make('blank')}>
				<span class="head"><Plus size={21} /><b>{m.start_blank()}</b></span>
				<span class="quiet">{m.start_blank_more()}</span>
			</button>
		</div>
	{/if}

	<div class="bar">
		<h2>{m.boards()}</h2>
		<span class="quiet">{m.last_changed_first()}</span>
	</div>
	<ul class="boards">
		{#each boards as board (board.id)}
			<li>
				<a
					class="picture"
					href="/board/{board.id}"
					aria-label={m.open_board({ title: board.title })}
					tabindex="-1"
				>
					<img
						src="/api/boards/{board.id}/picture?at={board.changedAt.getTime()}"
						alt=""
						loading="lazy"
						onerror={(event) => ((event.currentTarget as HTMLImageElement).hidden = true)}
					/>
				</a>
				<div class="under">
					<div class="words">
						{#if renaming === board.id}
							<input
								class="entry"
								aria-label={m.board_title()}
								bind:value={draft}
								use:focus
								maxlength="120"
								onblur={() => endRename(board.id, board.title)}
								onkeydown={(event) => {
									if (event.key === 'Enter') void endRename(board.id, board.title);
									else if (event.key === 'Escape') renaming = '';
								}}
							/>
						{:else}
							<a class="title" href="/board/{board.id}">{board.title}</a>
						{/if}
						<span class="quiet"
							>{board.role === 'owner'
								? changed(board.changedAt)
								: m.by_and_when({ name: board.owner, when: changed(board.changedAt) })}</span
						>
					</div>
					{#if board.role === 'owner'}
						<button
							class="icon-button"
							aria-label={m.rename_board({ title: board.title })}
							title={m.rename()}
							onclick={() => {
								renaming = board.id;
								draft = board.title;
							}}><Pencil size={16} /></button
						>
						<button
							class="icon-button"
							aria-label={m.delete_board({ title: board.title })}
							title={m.delete_it()}
							onclick={() => drop(board.id, board.title)}><Trash size={16} /></button
						>
					{/if}
				</div>
			</li>
		{/each}
	</ul>
	{#if data.boards.length === 0}<p class="quiet empty">
			{data.person.guest ? m.no_boards_guest() : m.no_boards()}
		</p>
	{:else if boards.length === 0}<p class="quiet empty">{m.no_board_found({ words })}</p>{/if}
</main>

<Toasts />

<style>
	.top {
		display: flex;
		align-items: center;
		height: 52px;
		border-bottom: 1px solid var(--frame-line);
		background: var(--frame-ground);
	}
	.brand {
		display: flex;
		align-items: center;
		gap: 10px;
		width: 216px;
		height: 100%;
		padding: 0 14px;
		border-right: 1px solid var(--frame-line);
		font-size: var(--size-large);
	}
	.find {
		display: flex;
		align-items: center;
		gap: 8px;
		width: min(360px, 40vw);
		margin-left: 16px;
		padding: 0 10px;
		border: 1px solid var(--frame-strong-line);
		border-radius: var(--radius-control);
	}
	.find input {
		flex: 1;
		min-width: 0;
		min-height: 32px;
		background: none;
	}
	.find input::placeholder {
		color: var(--frame-quiet);
	}
	.me {
		display: flex;
		align-items: center;
		gap: 8px;
		margin-left: auto;
		padding-right: 16px;
	}
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
		width: 290px;
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
		align-items: baseline;
		justify-content: space-between;
		margin: 34px 0 18px;
		padding-bottom: 8px;
		border-bottom: 1px solid var(--frame-line);
	}
	h2 {
		font-size: var(--size-large);
		font-weight: 700;
	}
	.bar .quiet {
		font-size: var(--size-note);
	}
	.boards {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
		gap: 20px 18px;
	}
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
	.title {
		overflow: hidden;
		font-size: var(--size-base);
		font-weight: 700;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	.empty {
		padding: 20px 0;
	}
	@media (max-width: 640px) {
		main {
			padding: 20px 16px;
		}
		.brand {
			width: auto;
			border: none;
		}
		.brand b {
			display: none;
		}
	}
</style>
