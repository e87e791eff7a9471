<script lang="ts">
	/** Help: all keys by what one wants to do, to be searched and printed. */
	import { m } from '$lib/messages';
	import Printer from '@lucide/svelte/icons/printer';
	import { isMac } from '../board/commands';
	import { findKeys, keyGroups } from '../board/commands/key-list';
	import Dialog from '../ui/Dialog.svelte';

	const { open, onclose }: { open: boolean; onclose: () => void } = $props();
	let words = $state('');
	const groups = $derived(open ? findKeys(keyGroups(isMac()), words) : []);
	$effect(() => {
		if (open) words = '';
	});
</script>

<Dialog {open} {onclose} title={m.keys()} wide="very">
	<div class="bar">
		<input
			class="entry"
			type="search"
			placeholder={m.keys_find()}
			aria-label={m.keys_find()}
			bind:value={words}
			data-autofocus
		/>
		<button type="button" class="button" onclick={() => print()}><Printer size={16} />{m.print()}</button>
	</div>
	<div class="groups key-groups">
		{#each groups as { title, rows } (title)}
			<section>
				<h3>{title}</h3>
				<dl>
					{#each rows as { label, keys } (label)}
						<div>
							<dt>{label}</dt>
							<dd>{keys}</dd>
						</div>
					{/each}
				</dl>
			</section>
		{/each}
	</div>
	{#if groups.length === 0}<p class="quiet">{m.keys_none()}</p>{/if}
</Dialog>

<style>
	.bar {
		display: flex;
		gap: 8px;
		margin-bottom: 12px;
	}
	.groups {
		columns: 3 260px;
		column-gap: 26px;
		font-size: var(--size-note);
	}
	section {
		padding-bottom: 12px;
	}
	h3 {
		margin-bottom: 2px;
		color: var(--frame-accent);
		font-weight: 700;
		break-after: avoid;
	}
	dl div {
		display: flex;
		justify-content: space-between;
		gap: 12px;
		padding: 2px 0;
		border-bottom: 1px solid var(--frame-line);
		line-height: 1.3;
		break-inside: avoid;
	}
	dd {
		flex: none;
		max-width: 55%;
		color: var(--frame-quiet);
		text-align: right;
	}
	/* On paper the list alone, black on white. */
	@media print {
		:global(body:has(.key-groups) .frame),
		:global(body:has(.key-groups) .question-back),
		:global(body:has(.key-groups) .question .icon-button),
		.bar {
			display: none !important;
		}
		:global(:is(html, body):has(.key-groups)) {
			height: auto;
			background: #fff;
		}
		:global(.question-place:has(.key-groups)) {
			position: static;
			display: block;
			padding: 0;
		}
		:global(.question:has(.key-groups)) {
			width: auto;
			max-height: none;
			overflow: visible;
			border: 0;
			background: #fff;
			color: #000;
		}
		.groups :is(h3, dd, dt) {
			color: #000;
		}
	}
</style>
