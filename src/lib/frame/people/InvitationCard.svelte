<script lang="ts">
	/** A link that was just made: to copy, to read out, to scan, and large for a wall. */
	import { m } from '$lib/messages';
	import Copy from '@lucide/svelte/icons/copy';
	import Projector from '@lucide/svelte/icons/projector';
	import { toaster } from '../../ui/toaster';
	import type { Invitation } from '$core/contract/people';
	import { codeInParts } from './words';

	interface Props {
		made: Invitation;
		title: string;
		onproblem: (text: string) => void;
	}
	const { made, title, onproblem }: Props = $props();
	let large: HTMLDialogElement;
	let isLarge = $state(false);
	const code = $derived(made.code ? codeInParts(made.code) : undefined);
	const place = $derived(`${new URL(made.url).host}/join`);

	function showLarge(): void {
		isLarge = true;
		large.showModal();
	}

	async function copyLink(): Promise<void> {
		try {
			await navigator.clipboard.writeText(made.url);
			toaster.success({ title: m.link_copied() });
		} catch {
			onproblem(m.link_copy_by_hand());
		}
	}
</script>

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
		{#if code}
			<p>{m.code_at({ place })} <b class="code" data-testid="code">{code}</b></p>
		{/if}
		<div class="row">
			<button type="button" class="button main" onclick={copyLink}><Copy size={16} />{m.copy_link()}</button>
			<button type="button" class="button" onclick={showLarge}><Projector size={16} />{m.show_large()}</button
			>
		</div>
		<small class="quiet">{m.link_shown_once()}</small>
	</div>
</div>

<dialog bind:this={large} aria-label={m.show_large()} onclose={() => (isLarge = false)}>
	{#if isLarge}
		<h2>{title}</h2>
		<img src={made.qr} alt={m.qr_alt()} />
		{#if code}
			<p>{m.code_at({ place })}</p>
			<p class="code">{code}</p>
		{/if}
		<button type="button" class="button" onclick={() => large.close()}>{m.close()}</button>
	{/if}
</dialog>

<style>
	.made {
		display: flex;
		gap: 16px;
		margin-bottom: 12px;
	}
	.made img {
		align-self: flex-start;
		border-radius: 4px;
	}
	.address {
		display: flex;
		flex: 1;
		flex-direction: column;
		gap: 8px;
		min-width: 0;
	}
	.made .code {
		display: block;
		font-size: var(--size-title);
	}
	.row {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
	}
	.code {
		font-family: 'JetBrains Mono', monospace;
		letter-spacing: 0.06em;
		white-space: nowrap;
	}
	small,
	p {
		font-size: var(--size-small);
	}
	dialog {
		place-content: center;
		justify-items: center;
		gap: 2vmin;
		width: 100vw;
		max-width: none;
		height: 100vh;
		max-height: none;
		border: 0;
		background: #f6f1e6;
		color: #1d2421;
	}
	dialog[open] {
		display: grid;
	}
	dialog h2 {
		font-size: 5vmin;
		font-weight: 700;
	}
	dialog img {
		width: 52vmin;
		height: 52vmin;
	}
	dialog p {
		font-size: 3.4vmin;
	}
	dialog .code {
		font-size: 10vmin;
		font-weight: 700;
		line-height: 1;
	}
	dialog .button {
		margin-top: 1vmin;
		color: #1d2421;
	}
	@media (max-width: 640px) {
		.made {
			flex-direction: column;
		}
	}
</style>
