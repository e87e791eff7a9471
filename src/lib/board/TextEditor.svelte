<script lang="ts">
	import { isConnector, isNote, isShape } from '$core/board/kinds/guards';
	import type { Direction } from '$core/board/ops/grow';
	import { grow, nextNote } from './going-on';
	import { addAfterParent, addChild, addNext, branchOf } from './maps';
	import { FAMILY_NAMES, LINE_HEIGHT } from '$core/text/fonts';
	import { fragmentOf } from '$core/board/document';
	import { boxOf, settingOf } from '$core/board/kinds';
	import { m } from '$lib/messages';
	import { Editor, Extension } from '@tiptap/core';
	import { TEXT_EXTENSIONS } from './text-extensions';
	import { onMount } from 'svelte';
	import type { Board } from './board.svelte';
	import { seedTextNodes } from '$core/board/text-nodes';
	import { textSync } from './text-sync';
	import { othersCarets } from './together/carets';

	const { board, id, part }: { board: Board; id: string; part?: string | undefined } = $props();

	const ARROWS: Record<string, Direction | undefined> = {
		ArrowRight: 'right',
		ArrowDown: 'down',
		ArrowLeft: 'left',
		ArrowUp: 'up',
	};
	let host: HTMLDivElement;

	/** Where and how the text stands: worked out by core, so that nothing jumps when the editor goes. */
	const place = $derived.by(() => {
		const object = board.room.observed.find(id);
		const setting = object && settingOf(object, board.context, part);
		if (!object || !setting) return undefined;
		const box = isConnector(object) ? { x: 0, y: 0, w: 0, h: 0, angle: 0 } : boxOf(object.box);
		// A label has no room of its own: it is written in the middle of its line, on the ground of the sheet.
		const isLabel = isConnector(object);
		return { box, setting, isLabel, least: isLabel ? setting.room.w + 16 : setting.room.w };
	});

	const style = $derived.by(() => {
		if (!place) return '';
		const { view } = board;
		const { box, setting, least, isLabel } = place;
		const { room, laid } = setting;
		const wide = Math.max(room.w, least);
		return [
			`left:0;top:0;width:${wide}px;min-height:${room.h}px`,
			`transform-origin:0 0;transform:scale(${view.scale}) translate(${box.x + box.w / 2 - view.x}px,${box.y + box.h / 2 - view.y}px) rotate(${box.angle}deg) translate(${room.x - box.w / 2 - (wide - room.w) / 2}px,${room.y - box.h / 2}px)`,
			`font-size:${laid.size}px;line-height:${LINE_HEIGHT}`,
			`color:${setting.ink};font-weight:${setting.bold ? 700 : 400}`,
			`font-family:'${FAMILY_NAMES[setting.family]}',sans-serif`,
			`text-align:${setting.align === 'centre' || isLabel ? 'center' : setting.align}`,
			isLabel ? `background:${board.ground.colour}` : '',
			`justify-content:${setting.stand === 'middle' ? 'center' : 'flex-start'}`,
		].join(';');
	});

	onMount(() => {
		const fragment = fragmentOf(board.room.stage, id, part);
		if (!fragment) {
			board.stopEditing();
			return;
		}
		seedTextNodes(board.room.stage, fragment);
		// The browser tells of a moved caret a moment later. What others write meanwhile would put it back.
		const catchUp = (): void => {
			// What was asked for a moment ago may come when the editor is gone.
			if (editor.isDestroyed) return;
			(editor.view as unknown as { domObserver: { flush(): void } }).domObserver.flush();
		};
		const editor = new Editor({
			element: host,
			extensions: [
				...TEXT_EXTENSIONS,
				Extension.create({
					name: 'liveText',
					addProseMirrorPlugins: () => [
						...textSync(fragment, () => board.undo.stopCapturing()),
						othersCarets(board.room, catchUp),
					],
				}),
			],
			editorProps: {
				attributes: { 'aria-label': m.editor_label(), role: 'textbox', 'aria-multiline': 'true' },
				handleKeyDown: (_, event) => {
					if (event.key === 'Escape') {
						event.stopPropagation();
						board.stopEditing();
						return true;
					}
					const inList = editor.isActive('listItem') || editor.isActive('taskItem');
					if (event.key === 'Tab' && !inList && board.writing.moveOn(event.shiftKey ? -1 : 1)) return true;
					if (event.key === 'Enter' && !event.shiftKey && !inList && board.writing.goDown()) return true;
					// In a list Tab goes deeper; elsewhere it goes on from a note or a branch.
					if (!inList && goOn(event, id)) return true;
					const key = event.ctrlKey || event.metaKey ? event.key.toLowerCase() : '';
					if (key !== 'z' && key !== 'y') return false;
					if (key === 'y' || event.shiftKey) board.writing.redo();
					else board.writing.undo();
					return true;
				},
			},
		});
		// At once, not in the next frame: whoever types right away must not lose a letter, nor press a command.
		editor.commands.setTextSelection(editor.state.doc.content.size);
		editor.view.focus();
		board.writing.opened(editor, fragment);
		const stop = board.room.beforeOthers(catchUp);
		return () => {
			stop();
			board.writing.closed(editor);
		};
	});

	/** Goes on from what one writes in, with what comes next. Says whether the key means that. */
	function goOn(event: KeyboardEvent, id: string): boolean {
		const isTab = event.key === 'Tab';
		if (branchOf(board)) {
			if (isTab) (event.shiftKey ? addAfterParent : addNext)(board);
			else if (event.key === 'Enter' && event.altKey) addChild(board);
			else return false;
			return true;
		}
		const object = board.model.find(id);
		if (isShape(object)) {
			const direction = isTab && !event.shiftKey ? 'right' : event.altKey ? ARROWS[event.key] : undefined;
			if (!direction) return false;
			board.stopEditing();
			grow(board, direction);
			return true;
		}
		if (!isTab || event.shiftKey || !isNote(object)) return false;
		nextNote(board);
		return true;
	}
</script>

<div class="text-editor" {style} bind:this={host} data-testid="text-editor"></div>

<style>
	.text-editor {
		position: absolute;
		display: flex;
		flex-direction: column;
		user-select: text;
		cursor: text;
	}
	.text-editor :global(.ProseMirror) {
		outline: none;
		white-space: pre-wrap;
		overflow-wrap: anywhere;
		min-height: 1.28em;
	}
	.text-editor :global(.other-caret) {
		position: relative;
		margin-inline: -1px;
		border-left: 2px solid;
		pointer-events: none;
	}
	.text-editor :global(.other-caret-name) {
		position: absolute;
		left: -2px;
		bottom: 100%;
		padding: 0 4px;
		border-radius: 3px 3px 3px 0;
		color: #1d2421;
		font:
			700 11px/15px 'Atkinson Hyperlegible Next',
			sans-serif;
		white-space: nowrap;
	}
	.text-editor :global(p) {
		margin: 0;
		min-height: 1.28em;
	}
	.text-editor :global(a) {
		text-decoration: underline;
	}
	.text-editor :global(ul),
	.text-editor :global(ol) {
		margin: 0;
		padding-left: 1.35em;
		text-align: left;
	}
	.text-editor :global(ul) {
		list-style: disc;
	}
	.text-editor :global(ol) {
		list-style: decimal;
	}
	.text-editor :global(ul[data-type='taskList']) {
		list-style: none;
	}
	.text-editor :global(ul[data-type='taskList'] li) {
		display: flex;
		margin-left: -1.35em;
	}
	.text-editor :global(ul[data-type='taskList'] li > label) {
		flex: none;
		width: 1.35em;
	}
	.text-editor :global(ul[data-type='taskList'] input) {
		width: 0.8em;
		height: 0.8em;
		accent-color: currentColor;
	}
</style>
