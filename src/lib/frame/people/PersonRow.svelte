<script lang="ts">
	/** One person of the board: where they are, what they may do, and for those who lead the means to change that. */
	import { mayChange } from '$core/access/rights';
	import { GIVEN_ROLES, type GivenRole } from '$core/access/roles';
	import { m } from '$lib/messages';
	import Eye from '@lucide/svelte/icons/eye';
	import Locate from '@lucide/svelte/icons/locate-fixed';
	import MoreVertical from '@lucide/svelte/icons/ellipsis-vertical';
	import type { Board } from '../../board/board.svelte';
	import type { Presence } from '../../room/company.svelte';
	import Badge from '../../ui/Badge.svelte';
	import Pop from '../../ui/Pop.svelte';
	import { toaster } from '../../ui/toaster';
	import type { Member } from '$core/contract/people';
	import { changeRole, handOver, sendOut } from './actions';
	import { roleName } from './words';

	interface Props {
		board: Board;
		member: Member;
		presence: Presence | undefined;
		isHere: boolean;
		attempt: (work: Promise<unknown>) => Promise<boolean>;
	}
	const { board, member, presence, isHere, attempt }: Props = $props();
	const { room } = $derived(board);
	const boardId = $derived(room.info.boardId);
	const isMe = $derived(member.id === room.info.person.id);
	const changes = $derived(!isMe && mayChange(room.role, member.role));
	const mayInherit = $derived(room.may('own') && !isMe && !member.guest);
	let isOpen = $state(false);

	const where = $derived(
		isMe
			? ''
			: !isHere
				? m.person_away()
				: (board.model.sheets.find((sheet) => sheet.id === presence?.sheet)?.title ?? ''),
	);

	/** Goes to where the person's pointer is. */
	function goTo(): void {
		if (presence?.sheet) board.goToSheet(presence.sheet);
		if (presence?.cursor) board.centreOn({ x: presence.cursor[0], y: presence.cursor[1] });
	}
	/**
	 * Out for good; that the same person can come back under another name is said, for only the
	 * link can prevent it.
	 */
	function ban(): void {
		isOpen = false;
		void attempt(sendOut(boardId, member.id, true)).then((isDone) => {
			if (!isDone) return;
			toaster.create({
				type: 'info',
				title: m.banned_now({ name: member.name }),
				description: m.banned_now_more(),
				duration: 20_000,
			});
		});
	}
	const then = (work: () => Promise<unknown>): void => {
		isOpen = false;
		void attempt(work());
	};
</script>

<li>
	<Badge id={member.id} name={member.name} />
	<span class="who">
		<span class="name"
			>{member.name}
			{#if isMe}<span class="quiet">{m.you()}</span>{/if}</span
		>
		<small class="quiet"
			>{[member.behind, where, changes ? '' : roleName[member.role]()].filter(Boolean).join(' · ')}</small
		>
	</span>
	{#if presence?.sheet}
		<button
			type="button"
			class="icon-button"
			aria-label={m.go_to_person({ name: member.name })}
			title={m.go_to()}
			onclick={goTo}><Locate size={18} /></button
		>
		<button
			type="button"
			class="icon-button"
			aria-pressed={board.following.whom === member.id}
			aria-label={m.follow_person({ name: member.name })}
			title={m.follow()}
			onclick={() =>
				board.following.whom === member.id ? board.following.stop() : board.following.follow(member.id)}
			><Eye size={18} /></button
		>
	{/if}
	{#if changes || mayInherit}
		<Pop stays label={m.person_more({ name: member.name })} bind:open={isOpen} button="icon-button">
			{#snippet face()}<MoreVertical size={18} />{/snippet}
			<div class="orders">
				{#if mayInherit}<button
						type="button"
						class="button"
						onclick={() => then(() => handOver(boardId, member.id))}>{m.hand_over()}</button
					>{/if}
				{#if changes}
					<button type="button" class="button" onclick={() => then(() => sendOut(boardId, member.id, false))}
						>{m.send_out()}</button
					>
					<button type="button" class="button" onclick={ban}>{m.ban()}</button>
				{/if}
			</div>
		</Pop>
	{/if}
	{#if changes}
		<select
			class="entry"
			aria-label={m.part_of({ name: member.name })}
			value={member.role}
			onchange={(event) => attempt(changeRole(boardId, member.id, event.currentTarget.value as GivenRole))}
		>
			{#each GIVEN_ROLES as role (role)}<option value={role}>{roleName[role]()}</option>{/each}
		</select>
	{/if}
</li>

<style>
	li {
		display: grid;
		grid-template-columns: auto minmax(0, 1fr) auto auto auto;
		align-items: center;
		column-gap: 8px;
		min-height: 44px;
		padding: 3px 0;
	}
	.who {
		display: flex;
		flex-direction: column;
		line-height: 1.2;
	}
	.name {
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	select {
		grid-column: 2 / -1;
		min-height: 32px;
		padding: 2px 6px;
		font-size: var(--size-note);
	}
	.orders {
		display: grid;
		gap: 6px;
	}
</style>
