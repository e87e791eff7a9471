<script lang="ts">
	/** Letting people in: a link, a code to type and a picture to scan, for a part that one may give. */
	import { mayGive } from '$core/access/rights';
	import { GIVEN_ROLES, type GivenRole } from '$core/access/roles';
	import { m } from '$lib/messages';
	import type { Room } from '../room/room.svelte';
	import { messageOf } from '$lib/api/errors';
	import Dialog from '../ui/Dialog.svelte';
	import { toaster } from '../ui/toaster';
	import type { Invitation, LinkInfo } from '$core/contract/people';
	import { invite, links, renew, withdraw } from './actions';
	import InvitationCard from './people/InvitationCard.svelte';
	import LinkRow from './people/LinkRow.svelte';
	import { roleHint, roleName } from './people/words';

	const { room, open, onclose }: { room: Room; open: boolean; onclose: () => void } = $props();

	let role = $state<GivenRole>('editor');
	let withCode = $state(true);
	let password = $state('');
	let hours = $state(0);
	let made = $state.raw<Invitation | undefined>();
	let list = $state.raw<LinkInfo[]>([]);
	let problem = $state('');
	let busy = $state(false);
	const boardId = $derived(room.info.boardId);
	const given = $derived(GIVEN_ROLES.filter((each) => mayGive(room.role, each, room.policy)));
	/** Until when a link lets people in, hours from now; 0 is for ever. */
	const ENDS = [
		{ hours: 0, label: () => m.link_ends_never() },
		{ hours: 4, label: () => m.link_ends_hours() },
		{ hours: 24, label: () => m.link_ends_day() },
		{ hours: 168, label: () => m.link_ends_week() },
		{ hours: 720, label: () => m.link_ends_month() },
	];

	async function attempt(work: () => Promise<void>): Promise<void> {
		busy = true;
		problem = '';
		try {
			await work();
			list = await links(boardId);
		} catch (error) {
			problem = messageOf(error);
		} finally {
			busy = false;
		}
	}
	$effect(() => {
		if (!open) return;
		made = undefined;
		password = '';
		void attempt(async () => {});
	});

	const make = () =>
		attempt(async () => {
			made = await invite(boardId, {
				role,
				code: withCode,
				...(hours > 0 ? { hours } : {}),
				...(password ? { password } : {}),
			});
		});
	const again = (link: LinkInfo) => attempt(async () => void (made = await renew(boardId, link.id)));
	const end = (link: LinkInfo, keeps: boolean) =>
		attempt(async () => {
			await withdraw(boardId, link.id, keeps);
			if (made?.id === link.id) made = undefined;
			toaster.success({
				title: m.link_withdrawn(),
				description: keeps ? m.link_withdrawn_kept() : m.link_withdrawn_more(),
			});
		});
</script>

<Dialog {open} {onclose} title={m.invite_title({ title: room.title })}>
	{#if made}
		<InvitationCard {made} title={room.title} onproblem={(text) => (problem = text)} />
		<button type="button" class="button" onclick={() => (made = undefined)}>{m.link_another()}</button>
	{:else}
		<p class="quiet">{m.invite_hint()}</p>
		<fieldset>
			<legend class="label">{m.invite_role()}</legend>
			{#each given as each (each)}
				<label class="choice" class:on={role === each}>
					<input type="radio" name="role" value={each} bind:group={role} />
					<span><b>{roleName[each]()}</b><small>{roleHint[each]()}</small></span>
				</label>
			{/each}
		</fieldset>
		<div class="more">
			<label class="check"><input type="checkbox" bind:checked={withCode} />{m.link_with_code()}</label>
			<label
				>{m.link_ends()}<select class="entry" bind:value={hours}>
					{#each ENDS as each (each.hours)}<option value={each.hours}>{each.label()}</option>{/each}
				</select></label
			>
			<label
				>{m.link_password()}<input
					class="entry"
					type="text"
					autocomplete="off"
					maxlength="100"
					placeholder={m.link_password_none()}
					bind:value={password}
				/></label
			>
		</div>
		<button type="button" class="button main make" onclick={make} disabled={busy}>{m.make_link()}</button>
	{/if}
	{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
	{#if list.length > 0}
		<h3 class="label">{m.links_open()}</h3>
		<ul>
			{#each list as link (link.id)}
				<LinkRow {link} {busy} onrenew={() => again(link)} onend={(keeps) => end(link, keeps)} />
			{/each}
		</ul>
	{/if}
</Dialog>

<style>
	p {
		font-size: var(--size-note);
	}
	fieldset {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 8px;
		margin: 14px 0;
	}
	.choice {
		display: flex;
		align-items: flex-start;
		gap: 8px;
		padding: 8px 10px;
		border: 1px solid var(--frame-strong-line);
		border-radius: var(--radius-control);
		cursor: pointer;
	}
	.choice.on {
		border-color: var(--frame-action);
		background: var(--frame-raised);
	}
	.choice span {
		display: flex;
		flex-direction: column;
		line-height: 1.3;
	}
	.choice input,
	.check input {
		margin-top: 4px;
		accent-color: var(--frame-action);
	}
	legend {
		margin-bottom: 6px;
	}
	.more {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 8px 12px;
		margin-bottom: 14px;
		font-size: var(--size-note);
	}
	.more label {
		display: flex;
		flex-direction: column;
		gap: 4px;
	}
	.more .check {
		flex-direction: row;
		grid-column: 1 / -1;
		gap: 8px;
	}
	.make {
		width: 100%;
	}
	h3 {
		margin: 20px 0 4px;
	}
	.problem {
		margin-top: 8px;
		color: var(--frame-bad);
	}
	small {
		font-size: var(--size-small);
	}
	@media (max-width: 640px) {
		fieldset,
		.more {
			grid-template-columns: 1fr;
		}
	}
</style>
