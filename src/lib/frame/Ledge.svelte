<script lang="ts">
	/** The lower edge: tools at the left, what is selected in the middle, the view at the right. */
	import { m } from '$lib/messages';
	import Keyboard from '@lucide/svelte/icons/keyboard';
	import Maximize from '@lucide/svelte/icons/scan';
	import Minus from '@lucide/svelte/icons/minus';
	import Plus from '@lucide/svelte/icons/plus';
	import Redo from '@lucide/svelte/icons/redo-2';
	import Undo from '@lucide/svelte/icons/undo-2';
	import { onMount, tick } from 'svelte';
	import { giveKeysBack } from '../ui/keys-back';
	import type { Pigment } from '$core/board/colours';
	import { kindOfTool } from '$lib/kinds-ui';
	import type { Board } from '../board/board.svelte';
	import { shownKeyOf } from '../board/commands';
	import { preferences } from '../ui/preferences.svelte';
	import { LEDGE_TOOLS, toolIcon, toolLabel } from '../board/tools';
	import FormatBar from './ledge/FormatBar.svelte';
	import PenProperties from './ledge/PenProperties.svelte';
	import InsertBar from './ledge/InsertBar.svelte';
	import QuickSigns from './ledge/QuickSigns.svelte';
	import Selection from './ledge/Selection.svelte';
	import Shelf from './ledge/Shelf.svelte';
	import SurfaceProperties from './ledge/SurfaceProperties.svelte';
	import ZoomPercent from './ledge/ZoomPercent.svelte';
	import type { MenuPlace } from './menu-place';
	import StepBar from './session/StepBar.svelte';
	import WritingLine from './session/WritingLine.svelte';
	import { toolbarKeys } from '../ui/toolbar-keys';

	interface Props {
		board: Board;
		onthemes: (ids: string[]) => void;
		onmenu: (at: MenuPlace) => void;
		/** Of the next note from the writing line. */
		pigment: Pigment;
		onpigment: (pigment: Pigment) => void;
		/** Whether notes are written here while a step gathers them. */
		writes: boolean;
	}
	const { board, onthemes, onmenu, pigment, onpigment, writes }: Props = $props();

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

	const gathers = $derived(writes && board.room.gathering !== undefined);
	/** What stands in the middle. */
	const middle = $derived.by((): 'format' | 'pen' | 'selection' | 'writing' | 'step' | 'put' | undefined => {
		const { room } = board;
		if (board.editing && board.writing.editor) return 'format';
		if (board.mayEdit && (board.tool === 'pen' || board.tool === 'rub') && board.selection.size === 0)
			return 'pen';
		const isOffered = board.selection.size > 0 ? board.mayEdit || room.may('nod') : board.mayEdit;
		if (isOffered && (board.selection.size > 0 || kindOfTool(board.tool))) return 'selection';
		if (gathers) return 'writing';
		if (!room.leads && room.step) return 'step';
		return board.mayAll ? 'put' : undefined;
	});
	let line = $state<WritingLine>();
	/** Back to the writing line from what is selected. */
	async function write(): Promise<void> {
		board.takeUp('pick');
		board.select([]);
		// It can take the caret once it is shown.
		await tick();
		line?.focus();
	}

	/** Whether one key alone takes up a tool: others are too long for the corner of its button. */
	const isSingle = $derived(preferences.current.keys === 'single');
	/** Only what can be taken up now: a participant needs one tool at a time. */
	const tools = $derived(LEDGE_TOOLS.filter((tool) => board.mayTake(tool)));
</script>

<footer class="ledge" data-testid="ledge" bind:this={bar}>
	<div class="tools" role="toolbar" {@attach toolbarKeys} aria-label={m.tools()}>
		{#each tools as tool (tool)}
			{@const Icon = toolIcon(tool)}
			{@const key = shownKeyOf({ keys: [String(LEDGE_TOOLS.indexOf(tool) + 1)] })}
			<button
				type="button"
				class="tool"
				aria-pressed={board.tool === tool}
				title={key ? `${toolLabel(tool)} (${key})` : toolLabel(tool)}
				onclick={() => board.takeUp(tool)}
				data-tool={tool}
			>
				<Icon size={18} strokeWidth={1.75} />
				<span>{toolLabel(tool)}</span>{#if isSingle}<kbd>{key}</kbd>{/if}
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
				<CommentIcon size={18} strokeWidth={1.75} />
				<span>{toolLabel('comment')}</span>{#if isSingle}<kbd>W</kbd>{/if}
			</button>
			<QuickSigns {board} />
		{/if}
	</div>

	<div class="middle" class:empty={middle === undefined}>
		{#if middle === 'format'}<FormatBar {board} editor={board.writing.editor!} />
		{:else if middle === 'pen'}<PenProperties {board} rubs={board.tool === 'rub'} />
		{:else if middle === 'selection'}<Selection
				{board}
				{onthemes}
				{onmenu}
				onwrite={gathers ? () => void write() : undefined}
			/>
		{:else if middle === 'step'}<StepBar room={board.room} />
		{:else if middle === 'put'}<InsertBar {board} />{/if}
		<!-- What was begun in it is still there when one comes back to it. -->
		{#if gathers}<div class="writes" hidden={middle !== 'writing'}>
				<WritingLine room={board.room} {pigment} {onpigment} bind:this={line} />
			</div>{/if}
	</div>

	<div class="view" role="toolbar" {@attach toolbarKeys} aria-label={m.view()}>
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
		height: 48px;
		border-top: 3px solid var(--ledge-edge);
		background: var(--frame-ground);
	}
	.tools {
		display: flex;
		flex: none;
		gap: 1px;
		height: 100%;
		padding: 3px 4px;
		border-right: 1px solid var(--frame-line);
	}
	.ledge :global(.tool) {
		position: relative;
		display: flex;
		flex: none;
		flex-direction: column;
		align-items: center;
		justify-content: center;
		gap: 1px;
		min-width: 42px;
		height: 39px;
		padding: 0 4px;
		border-radius: var(--radius-control);
		color: var(--frame-text);
		font-size: 11.5px;
		line-height: 1.15;
		white-space: nowrap;
		cursor: pointer;
	}
	.ledge :global(.tool kbd) {
		position: absolute;
		top: 1px;
		right: 3px;
		color: var(--frame-quiet);
		font: inherit;
		font-size: 10px;
	}
	.ledge :global(.tool:hover:not(:disabled)) {
		background: var(--frame-on);
	}
	.ledge :global(.tool:disabled) {
		opacity: 0.4;
		cursor: default;
	}
	.ledge :global(.tool[aria-pressed='true']),
	.ledge :global(.tool.taken) {
		background: var(--frame-pressed);
		color: var(--frame-pressed-ink);
	}
	.ledge :global(.tool[aria-pressed='true'] kbd),
	.ledge :global(.tool.taken kbd) {
		color: inherit;
	}
	.middle {
		container: ledge / inline-size;
		display: flex;
		flex: 1;
		align-items: center;
		min-width: 0;
		height: 100%;
		padding: 0 8px;
	}
	.writes:not([hidden]) {
		display: contents;
	}
	.view {
		display: flex;
		flex: none;
		align-items: center;
		height: 100%;
		padding: 0 6px;
		border-left: 1px solid var(--frame-line);
	}
	.view :global(.icon-button) {
		width: 29px;
	}
	.bar {
		width: 1px;
		height: 24px;
		margin: 0 4px;
		background: var(--frame-line);
	}
	/* Where there is little room the tools show their icons, and say their names when pointed
	   at. */
	@media (max-width: 1199px) {
		.tools :global(.tool) {
			min-width: 31px;
			padding: 0 5px;
		}
		.tools :global(.tool span) {
			position: absolute;
			width: 1px;
			height: 1px;
			overflow: hidden;
			clip-path: inset(50%);
		}
	}
	/* In a narrow window what is selected has a row of its own above the tools. */
	@media (max-width: 959px) {
		.ledge {
			flex-wrap: wrap;
			height: auto;
		}
		.middle {
			order: -1;
			flex: 0 0 100%;
			height: 50px;
			border-bottom: 1px solid var(--frame-line);
		}
		.middle.empty {
			display: none;
		}
		.tools {
			flex: 1;
			min-width: 0;
			height: 52px;
			overflow-x: auto;
			border-right: 0;
		}
		.view {
			height: 52px;
			padding: 0 4px;
		}
	}
	/* On a phone two fingers zoom, and there are no keys to name. */
	@media (max-width: 700px) {
		.wide-only,
		.bar {
			display: none;
		}
		.tools :global(.tool) {
			flex: none;
			min-width: 44px;
			height: 44px;
		}
		.tools :global(.tool kbd) {
			display: none;
		}
	}
</style>
