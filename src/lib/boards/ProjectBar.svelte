<script lang="ts">
	/** The projects of a person, to look at one of them, and the way to make another. */
	import type { ListedBoard } from '$core/boards/list';
	import type { Project } from '$core/access/projects';
	import { m } from '$lib/messages';
	import TitleEntry from '$lib/ui/TitleEntry.svelte';
	import Folder from '@lucide/svelte/icons/folder';
	import FolderPlus from '@lucide/svelte/icons/folder-plus';
	import { makeProject } from './projects';

	interface Props {
		projects: readonly Project[];
		boards: readonly ListedBoard[];
		/** The one that is looked at. */
		open: string | undefined;
		onopen: (id: string | undefined) => void;
		act: (work: () => Promise<unknown>) => Promise<unknown>;
	}
	const { projects, boards, open, onopen, act }: Props = $props();
	let isMaking = $state(false);
	const countOf = (id: string): number =>
		boards.filter(({ projectId, deletedAt }) => projectId === id && deletedAt === undefined).length;

	function make(title: string | undefined): void {
		isMaking = false;
		if (title) void act(async () => onopen((await makeProject(title)).id));
	}
</script>

<div class="projects" role="group" aria-label={m.projects()}>
	<button type="button" aria-pressed={open === undefined} onclick={() => onopen(undefined)}
		>{m.project_all()}</button
	>
	{#each projects as { id, title } (id)}
		<button type="button" aria-pressed={open === id} onclick={() => onopen(id)}
			><Folder size={15} aria-hidden="true" />{title} <span class="quiet">{countOf(id)}</span></button
		>
	{/each}
	{#if isMaking}
		<TitleEntry label={m.project_title()} title="" onend={make} />
	{:else}
		<button type="button" class="new" onclick={() => (isMaking = true)}
			><FolderPlus size={15} aria-hidden="true" />{m.project_new()}</button
		>
	{/if}
</div>

<style>
	.projects {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 6px;
		margin: -6px 0 16px;
	}
	button {
		display: inline-flex;
		align-items: center;
		gap: 6px;
		min-height: 32px;
		max-width: 280px;
		padding: 2px 12px;
		border: 1px solid var(--frame-line);
		border-radius: var(--radius-control);
		font-size: var(--size-note);
		cursor: pointer;
	}
	button:hover:not([aria-pressed='true']) {
		background: var(--frame-on);
	}
	[aria-pressed='true'],
	[aria-pressed='true'] .quiet {
		border-color: var(--frame-pressed);
		background: var(--frame-pressed);
		color: var(--frame-pressed-ink);
	}
	.new {
		border-style: dashed;
	}
	.projects :global(.title-entry) {
		width: 240px;
		min-height: 32px;
	}
</style>
