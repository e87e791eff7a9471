<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import Copy from '@lucide/svelte/icons/copy';
	import type { Room } from '../room/room.svelte';
	import { messageOf } from '../ui/api';
	import Dialog from '../ui/Dialog.svelte';
	import { toaster } from '../ui/toaster';
	import { invite, links, withdraw, type Invitation, type LinkInfo } from './actions';

	const { room, open, onclose }: { room: Room; open: boolean; onclose: () => void } = $props();

	let role = $state<'editor' | 'viewer'>('editor');
	let made = $state.raw<Invitation | undefined>();
	let list = $state.raw<LinkInfo[]>([]);
	let problem = $state('');
	let busy = $state(false);
	const boardId = $derived(room.info.boardId);

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
		void attempt(async () => {});
	});

	const make = () => attempt(async () => void (made = await invite(boardId, role)));
	const end = (link: LinkInfo) =>
		attempt(async () => {
			await withdraw(boardId, link.id);
			if (made?.id === link.id) made = undefined;
			toaster.success({ title: m.link_withdrawn(), description: m.link_withdrawn_more() });
		});
	async function copyLink(): Promise<void> {
		if (!made) return;
		try {
			await navigator.clipboard.writeText(made.url);
			toaster.success({ title: m.link_copied() });
		} catch {
			problem = m.link_copy_by_hand();
		}
	}
	const when = (iso: string): string =>
		new Date(iso).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' });
	const ROLES = { editor: () => m.role_editor(), viewer: () => m.role_viewer() };
</script>

<Dialog {open} {onclose} title={m.invite_title({ title: room.title })}>
	<p class="quiet">{m.invite_hint()}</p>
	<fieldset>
		<legend class="label">{m.invite_role()}</legend>
		{#each ['editor', 'viewer'] as const as each (each)}
			<label class="choice" class:on={role === each}>
				<input type="radio" name="role" value={each} bind:group={role} onchange={() => (made = undefined)} />
				<span
					><b>{ROLES[each]()}</b><small
						>{each === 'editor' ? m.role_editor_more() : m.role_viewer_more()}</small
					></span
				>
			</label>
		{/each}
	</fieldset>
	{#if made}
		<div class="made" data-testid="invitation">
			<img src={made.qr} alt={m.qr_alt()} width="168" height="168" />
			<div class="address">
				<label class="label" for="invite-link">{m.link()}</label>
				<input
					id="invite-link"
					class="entry"
					readonly
					value={made.url}
					onfocus={(event) => event.currentTarget.select()}
				/>
				<button class="button main" onclick={copyLink}><Copy size={16} />{m.copy_link()}</button>
				<small class="quiet">{m.link_shown_once()}</small>
			</div>
		</div>
	{:else}
		<button class="button main make" onclick={make} disabled={busy}>{m.make_link()}</button>
	{/if}
	{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
	{#if list.length > 0}
		<h3 class="label">{m.links_open()}</h3>
		<ul>
			{#each list as link (link.id)}
				<li>
					<span
						>{ROLES[link.role === 'viewer' ? 'viewer' : 'editor']()}<small class="quiet"
							>{m.link_since({ when: when(link.createdAt), people: link.people })}</small
						></span
					>
					<button class="button" onclick={() => end(link)} disabled={busy}>{m.withdraw()}</button>
				</li>
			{/each}
		</ul>
	{/if}
</Dialog>

<style>
	p {
		font-size: var(--size-note);
	}
	fieldset {
		display: flex;
		gap: 8px;
		margin: 14px 0;
	}
	.choice {
		display: flex;
		flex: 1;
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
	.choice span,
	li span {
		display: flex;
		flex-direction: column;
		line-height: 1.3;
	}
	.choice input {
		margin-top: 4px;
		accent-color: var(--frame-action);
	}
	legend {
		margin-bottom: 6px;
	}
	.made {
		display: flex;
		gap: 16px;
	}
	.made img {
		border-radius: 4px;
	}
	.address {
		display: flex;
		flex: 1;
		flex-direction: column;
		gap: 8px;
		min-width: 0;
	}
	.make {
		width: 100%;
	}
	h3 {
		margin: 20px 0 4px;
	}
	li {
		display: flex;
		align-items: center;
		justify-content: space-between;
		min-height: 46px;
		border-top: 1px solid var(--frame-line);
		font-size: var(--size-note);
	}
	.problem {
		margin-top: 8px;
		color: var(--frame-bad);
	}
	small {
		font-size: var(--size-small);
	}
</style>
