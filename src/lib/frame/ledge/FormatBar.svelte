<script lang="ts">
	/** While a text is edited: how the marked words look, lists, links. */
	import { CHALKS } from '$core/board/colours';
	import { isSafeLink } from '$core/text/rich';
	import { m } from '$lib/messages';
	import Bold from '@lucide/svelte/icons/bold';
	import Check from '@lucide/svelte/icons/check';
	import Italic from '@lucide/svelte/icons/italic';
	import Link from '@lucide/svelte/icons/link';
	import List from '@lucide/svelte/icons/list';
	import Checks from '@lucide/svelte/icons/list-checks';
	import Numbers from '@lucide/svelte/icons/list-ordered';
	import Palette from '@lucide/svelte/icons/palette';
	import Strike from '@lucide/svelte/icons/strikethrough';
	import Underline from '@lucide/svelte/icons/underline';
	import type { Editor } from '@tiptap/core';
	import type { Board } from '../../board/board.svelte';
	import Pop from '../../ui/Pop.svelte';
	import Swatches from '../../ui/Swatches.svelte';
	import { toolbarKeys } from '../../ui/toolbar-keys';

	const { board, editor }: { board: Board; editor: Editor } = $props();

	/** Counts what happens in the editor: marks under the caret may have changed. */
	let happened = $state(0);
	$effect(() => {
		const followed = editor;
		let isAsked = false;
		const note = (): void => {
			if (isAsked) return;
			isAsked = true;
			// The editor speaks in the middle of things; the bar looks when they are done.
			queueMicrotask(() => {
				isAsked = false;
				happened++;
			});
		};
		followed.on('transaction', note);
		return () => followed.off('transaction', note);
	});
	const follow = (): void => void happened;
	const isOn = (name: string): boolean => {
		follow();
		return !editor.isDestroyed && editor.isActive(name);
	};
	const BUTTONS = [
		{ name: 'bold', label: m.bold(), icon: Bold, run: () => editor.chain().focus().toggleBold().run() },
		{
			name: 'italic',
			label: m.italic(),
			icon: Italic,
			run: () => editor.chain().focus().toggleItalic().run(),
		},
		{
			name: 'underline',
			label: m.underline(),
			icon: Underline,
			run: () => editor.chain().focus().toggleUnderline().run(),
		},
		{
			name: 'strike',
			label: m.strike(),
			icon: Strike,
			run: () => editor.chain().focus().toggleStrike().run(),
		},
		{
			name: 'bulletList',
			label: m.list_bullet(),
			icon: List,
			run: () => editor.chain().focus().toggleBulletList().run(),
		},
		{
			name: 'orderedList',
			label: m.list_number(),
			icon: Numbers,
			run: () => editor.chain().focus().toggleOrderedList().run(),
		},
		{
			name: 'taskList',
			label: m.list_check(),
			icon: Checks,
			run: () => editor.chain().focus().toggleTaskList().run(),
		},
	];
	let address = $state('');
	function setLink(event: SubmitEvent): void {
		event.preventDefault();
		const text = address.trim();
		const href = text === '' || isSafeLink(text) ? text : `https://${text}`;
		const chain = editor.chain().focus().extendMarkRange('link');
		if (href === '') chain.unsetLink().run();
		else chain.setLink({ href }).run();
	}
	const ink = $derived.by(() => {
		follow();
		return (editor.getAttributes('ink')['chalk'] as string | undefined) ?? 'none';
	});
	function setInk(chalk: string): void {
		const chain = editor.chain().focus();
		if (chalk === 'none') chain.unsetMark('ink').run();
		else chain.setMark('ink', { chalk }).run();
	}
	/** Pressing a button must not take the caret out of the text. */
	const keep = (event: MouseEvent): void => event.preventDefault();
</script>

<div
	class="format"
	role="toolbar"
	{@attach toolbarKeys}
	aria-label={m.format()}
	tabindex="-1"
	data-testid="format"
	onmousedown={keep}
>
	{#each BUTTONS as { name, label, icon: Icon, run } (name)}
		<button
			type="button"
			class="icon-button"
			aria-pressed={isOn(name)}
			aria-label={label}
			title={label}
			onclick={run}><Icon size={17} /></button
		>
	{/each}
	<Pop label={m.link_set()}>
		{#snippet face()}<Link size={17} />{/snippet}
		<form onsubmit={setLink} class="address">
			<input
				class="entry"
				aria-label={m.link_address()}
				placeholder="https://"
				bind:value={address}
				onfocus={() => (address = (editor.getAttributes('link')['href'] as string | undefined) ?? '')}
			/>
			<button type="submit" class="button main">{m.link_set()}</button>
		</form>
	</Pop>
	<Pop label={m.ink()}>
		{#snippet face()}<Palette size={17} />{/snippet}
		<Swatches
			of="chalks"
			none
			value={CHALKS.some((each) => each === ink) ? ink : 'none'}
			onchoose={setInk}
			label={m.ink()}
		/>
	</Pop>
	<button
		type="button"
		class="button done"
		aria-label={m.edit_done()}
		title={m.edit_done()}
		onclick={() => board.stopEditing()}><Check size={16} /><span>{m.edit_done()}</span></button
	>
</div>

<style>
	.format {
		display: flex;
		align-items: center;
		gap: 2px;
	}
	.format :global(.icon-button) {
		width: 30px;
		min-width: 30px;
	}
	@container ledge (max-width: 390px) {
		.done {
			padding: 0 9px;
		}
		.done span {
			display: none;
		}
	}
	.address {
		display: flex;
		gap: 8px;
	}
</style>
