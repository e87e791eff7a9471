<script lang="ts">
	/** The lower edge: tools at the left, what is selected in the middle, the view at the right. */
	import { m } from '$lib/messages';
	import Keyboard from '@lucide/svelte/icons/keyboard';
	import Maximize from '@lucide/svelte/icons/scan';
	import MessagesSquare from '@lucide/svelte/icons/messages-square';
	import Minus from '@lucide/svelte/icons/minus';
	import Plus from '@lucide/svelte/icons/plus';
	import Redo from '@lucide/svelte/icons/redo-2';
	import Undo from '@lucide/svelte/icons/undo-2';
	import { onMount } from 'svelte';
	import { giveKeysBack } from '../ui/keys-back';
	import type { Board } from '../board/board.svelte';
	import { LEDGE_TOOLS, toolIcon, toolLabel } from '../board/tools';
	import QuickSigns from './ledge/QuickSigns.svelte';
	import Selection from './ledge/Selection.svelte';
	import Shelf from './ledge/Shelf.svelte';
	import SurfaceProperties from './ledge/SurfaceProperties.svelte';
	import ZoomPercent from './ledge/ZoomPercent.svelte';

	interface Props {
		board: Board;
		onthemes: (ids: string[]) => void;
		onmenu: (at: { x: number; y: number }) => void;
	}
	const { board, onthemes, onmenu }: Props = $props();

	const CommentIcon = toolIcon('comment');
	let bar: HTMLElement;
	const back = (): void => {
		const isTyping = document.activeElement?.matches('input, textarea, select, [contenteditable="true"]');
		if (!isTyping && !board.editing) board.focusing.emit();
	};
	giveKeysBack(back);
	onMount(() => {
		// By the pointer only: who walks here by key stays here. A button that opens something
		// keeps the keys until it closes.
		const onClick = (event: MouseEvent): void => {
			const button = (event.target as HTMLElement).closest('button');
			if (event.detail > 0 && button && !button.hasAttribute('aria-haspopup')) requestAnimationFrame(back);
		};
		bar.addEventListener('click', onClick);
		return () => bar.removeEventListener('click', onClick);
	});

	/** Only what can be taken up now: a participant needs one tool at a time. */
	const tools = $derived(LEDGE_TOOLS.filter((tool) => board.mayTake(tool)));
</script>

<footer class="ledge" data-testid="ledge" bind:this={bar}>
	<div class="tools" role="toolbar" aria-label={m.tools()}>
		{#each tools as tool (tool)}
			{@const Icon = toolIcon(tool)}
			<button
				type="button"
				class="tool"
				aria-pressed={board.tool === tool}
				onclick={() => board.takeUp(tool)}
				data-tool={tool}
			>
				<Icon size={20} strokeWidth={1.75} />
				<span>{toolLabel(tool)} <kbd>{LEDGE_TOOLS.indexOf(tool) + 1}</kbd></span>
			</button>
		{/each}
		{#if board.mayAll}<Shelf {board} />{/if}
		{#if board.room.may('talk')}
			<button
				type="button"
				class="tool"
				aria-pressed={board.tool === 'comment'}
				onclick={() => board.takeUp('comment')}
				data-tool="comment"
			>
				<CommentIcon size={20} strokeWidth={1.75} />
				<span>{toolLabel('comment')} <kbd>W</kbd></span>
			</button>
			<QuickSigns {board} />
		{/if}
	</div>

	<div class="selection"><Selection {board} {onthemes} {onmenu} /></div>

	<div class="view" role="toolbar" aria-label={m.view()}>
		<button
			type="button"
			class="icon-button phone-only"
			aria-label={m.talk()}
			title={m.talk()}
			onclick={() => board.frame.readTalk()}><MessagesSquare size={18} /></button
		>
		{#if board.mayEdit}
			<button
				type="button"
				class="icon-button"
				aria-label={m.command_undo()}
				title={m.command_undo()}
				disabled={!board.steps.canUndo}
				onclick={() => board.stepBack()}><Undo size={18} /></button
			>
			<button
				type="button"
				class="icon-button"
				aria-label={m.command_redo()}
				title={m.command_redo()}
				disabled={!board.steps.canRedo}
				onclick={() => board.stepForward()}><Redo size={18} /></button
			>
			<span class="bar"></span>
		{/if}
		<button
			type="button"
			class="icon-button wide-only"
			aria-label={m.command_zoom_out()}
			title={m.command_zoom_out()}
			onclick={() => board.zoom(0.8)}><Minus size={18} /></button
		>
		<ZoomPercent {board} />
		<button
			type="button"
			class="icon-button wide-only"
			aria-label={m.command_zoom_in()}
			title={m.command_zoom_in()}
			onclick={() => board.zoom(1.25)}><Plus size={18} /></button
		>
		<button
			type="button"
			class="icon-button"
			aria-label={m.command_fit()}
			title={m.command_fit()}
			onclick={() => board.fit()}><Maximize size={18} /></button
		>
		{#if board.mayAll}<span class="wide-only"><SurfaceProperties {board} /></span>{/if}
		<button
			type="button"
			class="icon-button wide-only"
			aria-label={m.keys()}
			title={m.keys()}
			onclick={() => board.frame.openDialog('keys')}><Keyboard size={18} /></button
		>
	</div>
</footer>

<style>
	.ledge {
		display: flex;
		align-items: center;
		height: 62px;
		border-top: 3px solid var(--ledge-edge);
		background: var(--frame-ground);
	}
	.tools {
		display: flex;
		gap: 1px;
		height: 100%;
		padding: 6px;
		border-right: 1px solid var(--frame-line);
	}
	.tools :global(.tool) {
		display: flex;
		flex-direction: column;
		align-items: center;
		justify-content: center;
		gap: 2px;
		min-width: 46px;
		padding: 0 4px;
		border-radius: var(--radius-control);
		color: var(--frame-text);
		font-size: 11.5px;
		cursor: pointer;
	}
	.tools :global(.tool kbd) {
		color: var(--frame-quiet);
		font: inherit;
	}
	.tools :global(.tool:hover) {
		background: var(--frame-on);
	}
	.tools :global(.tool[aria-pressed='true']),
	.tools :global(.tool.taken) {
		background: var(--frame-pressed);
		color: var(--frame-pressed-ink);
	}
	.tools :global(.tool[aria-pressed='true'] kbd),
	.tools :global(.tool.taken kbd) {
		color: inherit;
	}
	.selection {
		container-type: inline-size;
		display: flex;
		flex: 1;
		align-items: center;
		min-width: 0;
		height: 100%;
		padding: 0 12px;
		overflow-x: auto;
	}
	.view {
		display: flex;
		align-items: center;
		gap: 2px;
		height: 100%;
		padding: 0 10px;
		border-left: 1px solid var(--frame-line);
	}
	.bar {
		width: 1px;
		height: 24px;
		margin: 0 6px;
		background: var(--frame-line);
	}
	.phone-only {
		display: none;
	}
	/* On a phone the properties of what is selected stand in a row of their own above the tools; two fingers zoom. */
	@media (max-width: 700px) {
		.ledge {
			flex-wrap: wrap;
			height: auto;
		}
		.selection {
			order: -1;
			flex: 0 0 100%;
			height: 50px;
			border-bottom: 1px solid var(--frame-line);
		}
		.selection:not(:has(*)) {
			display: none;
		}
		.tools {
			flex: 1;
			min-width: 0;
			height: 56px;
			overflow-x: auto;
			border-right: 0;
		}
		.view {
			height: 56px;
			padding: 0 4px;
		}
		.wide-only,
		.bar {
			display: none;
		}
		/* Only the pictures have room; the words are still there for who has them read out. */
		.tools :global(.tool span) {
			position: absolute;
			width: 1px;
			height: 1px;
			overflow: hidden;
			clip-path: inset(50%);
		}
		.phone-only {
			display: inline-grid;
		}
		.tools :global(.tool) {
			position: relative;
			flex: none;
			min-width: 44px;
		}
	}
</style>
