<script lang="ts">
	/** Who belongs to a project, with what part; for those who keep it the means to change that. */
	import { mayKeep, type Project } from '$core/access/projects';
	import { GIVEN_ROLES, type GivenRole, owns } from '$core/access/roles';
	import { roleName } from '$lib/frame/people/words';
	import { m } from '$lib/messages';
	import Badge from '$lib/ui/Badge.svelte';
	import TitleEntry from '$lib/ui/TitleEntry.svelte';
	import Pencil from '@lucide/svelte/icons/pencil';
	import X from '@lucide/svelte/icons/x';
	import { addMember, changePart, dissolveProject, renameProject, takeOut } from './projects';

	interface Props {
		project: Project;
		/** Id of whoever looks. */
		me: string;
		act: (work: () => Promise<unknown>) => Promise<unknown>;
		/** Told when the project is no longer one's own. */
		ongone: () => void;
	}
	const { project, me, act, ongone }: Props = $props();
	const keeps = $derived(mayKeep(project.role));
	let email = $state('');
	let role = $state<GivenRole>('editor');
	let isRenaming = $state(false);
	let isDissolving = $state(false);

	function add(event: SubmitEvent): void {
		event.preventDefault();
		void act(async () => {
			await addMember(project.id, email, role);
			email = '';
		});
	}
	function endRename(title: string | undefined): void {
		isRenaming = false;
		if (title) void act(() => renameProject(project.id, title));
	}
	const goOut = (work: () => Promise<unknown>) =>
		act(async () => {
			await work();
			ongone();
		});
</script>

<section aria-label={m.project_people()} data-testid="project">
	<div class="head">
		{#if isRenaming}
			<TitleEntry label={m.project_title()} title={project.title} onend={endRename} />
		{:else}
			<h3>{project.title}</h3>
			{#if owns(project.role)}
				<button
					type="button"
					class="icon-button"
					aria-label={m.project_rename()}
					title={m.project_rename()}
					onclick={() => (isRenaming = true)}><Pencil size={16} /></button
				>
			{/if}
		{/if}
		<span class="quiet">{m.project_people_more()}</span>
		<span class="gap"></span>
		{#if !owns(project.role)}
			<button type="button" class="button" onclick={() => goOut(() => takeOut(project.id, me))}
				>{m.project_leave()}</button
			>
		{:else if isDissolving}
			<span class="quiet">{m.project_dissolve_sure()}</span>
			<button type="button" class="button" onclick={() => goOut(() => dissolveProject(project.id))}
				>{m.project_dissolve_yes()}</button
			>
			<button type="button" class="button" onclick={() => (isDissolving = false)}>{m.leave_no()}</button>
		{:else}
			<button type="button" class="button" onclick={() => (isDissolving = true)}
				>{m.project_dissolve()}</button
			>
		{/if}
	</div>
	<ul>
		{#each project.members as member (member.id)}
			<li>
				<Badge id={member.id} name={member.name} />
				<span class="name"
					>{member.name}
					{#if member.id === me}<span class="quiet">{m.you()}</span>{/if}</span
				>
				{#if keeps && !owns(member.role) && member.id !== me}
					<select
						class="entry"
						aria-label={m.project_part_of({ name: member.name })}
						value={member.role}
						onchange={(event) =>
							act(() => changePart(project.id, member.id, event.currentTarget.value as GivenRole))}
					>
						{#each GIVEN_ROLES as each (each)}<option value={each}>{roleName[each]()}</option>{/each}
					</select>
					<button
						type="button"
						class="icon-button"
						aria-label={m.project_out({ name: member.name })}
						title={m.project_out({ name: member.name })}
						onclick={() => act(() => takeOut(project.id, member.id))}><X size={16} /></button
					>
				{:else}
					<small class="quiet">{owns(member.role) ? m.project_keeper() : roleName[member.role]()}</small>
				{/if}
			</li>
		{/each}
	</ul>
	{#if keeps}
		<form onsubmit={add}>
			<input
				class="entry"
				type="email"
				required
				maxlength="200"
				placeholder={m.project_email()}
				aria-label={m.project_email()}
				bind:value={email}
			/>
			<select class="entry part" aria-label={m.project_part()} bind:value={role}>
				{#each GIVEN_ROLES as each (each)}<option value={each}>{roleName[each]()}</option>{/each}
			</select>
			<button type="submit" class="button">{m.project_add()}</button>
		</form>
	{/if}
</section>

<style>
	section {
		margin-bottom: 20px;
		padding: 12px 16px;
		border: 1px solid var(--frame-line);
		border-radius: var(--radius-field);
		background: var(--frame-raised);
		font-size: var(--size-note);
	}
	.head,
	form,
	ul {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 8px 12px;
	}
	.head {
		min-height: 36px;
	}
	h3 {
		font-size: var(--size-base);
		font-weight: 700;
	}
	.gap {
		flex: 1;
	}
	ul {
		margin: 8px 0;
		gap: 6px 22px;
	}
	li {
		display: flex;
		align-items: center;
		gap: 8px;
		min-height: 36px;
	}
	select.entry {
		width: auto;
		min-height: 32px;
		padding: 2px 6px;
		font-size: var(--size-note);
	}
	form .entry {
		width: 260px;
		min-height: 34px;
		font-size: var(--size-note);
	}
	form .part {
		width: auto;
	}
</style>
