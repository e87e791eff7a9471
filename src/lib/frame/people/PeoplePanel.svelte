<script lang="ts">
	/** Who belongs to the board and who is here; for those who lead also what everybody may do. */
	import { m } from '$lib/messages';
	import { goto } from '$app/navigation';
	import type { Board } from '../../board/board.svelte';
	import type { People } from '$core/contract/people';
	import { leave, liftBan, people } from './actions';
	import PolicySettings from './PolicySettings.svelte';
	import LeadView from './LeadView.svelte';
	import PersonRow from './PersonRow.svelte';
	import { attempt } from '../../ui/attempt';

	const { board, oninvite }: { board: Board; oninvite: () => void } = $props();
	const { room } = $derived(board);
	const boardId = $derived(room.info.boardId);
	const me = $derived(room.info.person.id);

	let known = $state.raw<Omit<People, 'me'>>({ members: [], banned: [] });
	const here = $derived(new Map(room.people.map((each) => [each.person, each])));
	const isHere = (id: string): boolean => id === me || here.has(id);
	const present = $derived(known.members.filter(({ id }) => isHere(id)));
	const absent = $derived(known.members.filter(({ id }) => !isHere(id)));

	async function refresh(): Promise<void> {
		try {
			known = await people(boardId);
		} catch {
			// Offline: what is known stays.
		}
	}
	// Asked anew when somebody comes or goes, and when rights change.
	const occasion = $derived([...here.keys()].sort().join() + room.rightsHeard);
	$effect(() => {
		void occasion;
		void refresh();
	});

	/** Does something and shows what came of it; false when it did not work, which is said. */
	async function change(work: Promise<unknown>): Promise<boolean> {
		const isDone = await attempt(work);
		await refresh();
		return isDone;
	}

	let isLeaving = $state(false);
	async function go(): Promise<void> {
		if (await attempt(leave(boardId, me))) await goto('/');
	}
</script>

<h2 class="panel-title">{m.people()}</h2>
{#if room.leads}
	<PolicySettings {room} />
	<LeadView {board} attempt={change} />
{/if}
<h3 class="label">{m.people_present({ count: present.length })}</h3>
<ul>
	{#each present as member (member.id)}
		<PersonRow {board} {member} presence={here.get(member.id)} isHere attempt={change} />
	{/each}
</ul>
{#if known.members.length === 1}<p class="quiet">{m.alone()}</p>{/if}
{#if absent.length > 0}
	<h3 class="label">{m.people_absent({ count: absent.length })}</h3>
	<ul>
		{#each absent as member (member.id)}
			<PersonRow {board} {member} presence={undefined} isHere={false} attempt={change} />
		{/each}
	</ul>
{/if}
{#if known.banned.length > 0}
	<h3 class="label">{m.people_banned()}</h3>
	<ul>
		{#each known.banned as { id, name } (id)}
			<li class="banned">
				<span>{name}</span>
				<button type="button" class="button" onclick={() => change(liftBan(boardId, id))}
					>{m.ban_lift()}</button
				>
			</li>
		{/each}
	</ul>
{/if}
<div class="foot">
	{#if room.may('share')}<button type="button" class="button" onclick={oninvite}>{m.invite()}</button>{/if}
	{#if !room.may('own')}
		{#if isLeaving}
			<p class="quiet">{m.leave_sure()}</p>
			<button type="button" class="button" onclick={go}>{m.leave_yes()}</button>
			<button type="button" class="button" onclick={() => (isLeaving = false)}>{m.leave_no()}</button>
		{:else}
			<button type="button" class="button" onclick={() => (isLeaving = true)}>{m.leave_board()}</button>
		{/if}
	{/if}
</div>

<style>
	h3 {
		margin: 16px 0 2px;
	}
	p {
		margin: 8px 0 10px;
		font-size: var(--size-note);
	}
	.banned {
		display: flex;
		align-items: center;
		justify-content: space-between;
		min-height: 40px;
	}
	.foot {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
		margin-top: 16px;
	}
	.foot p {
		flex-basis: 100%;
		margin: 0;
	}
</style>
