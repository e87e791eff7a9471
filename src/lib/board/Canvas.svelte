<script lang="ts">
	import { goToAddress } from './places';
	import { toBoard } from '$core/geometry/view';
	import { m } from '$lib/paraglide/messages';
	import { onMount } from 'svelte';
	import { tinykeys } from 'tinykeys';
	import type { Board } from './board.svelte';
	import { copy, cut, paste } from './clipboard';
	import { COMMANDS, isOffered, type Command } from './commands';
	import { edgePull } from './edge';
	import { LiveLayer } from './live';
	import { DirectPainter } from './painter/direct';
	import type { Painter } from './painter/painter';
	import { canPaintTiles, TilePainter } from './painter/tiles';
	import Moving from './Moving.svelte';
	import { addPictures, picturesIn } from './pictures';
	import StraightEdge from './StraightEdge.svelte';
	import TextEditor from './TextEditor.svelte';
	import { TOOL_TABLE } from './tools';
	import { spotUnder, writeAt } from './tools/cells';
	import type { HandEvent } from './tools/tool';

	interface Props {
		board: Board;
		/** Asked for the menu of what lies at a point of the window. */
		onmenu: (at: { x: number; y: number }) => void;
	}
	const { board, onmenu }: Props = $props();

	let holder: HTMLDivElement;
	let scene: HTMLCanvasElement;
	let over: HTMLCanvasElement;
	let cursor = $state('default');

	/** Fingers and pointers that are down, by pointer id. */
	const down = new Map<number, { x: number; y: number }>();
	let gesture: 'tool' | 'pan' | 'pinch' | undefined;
	/** The last movement of the tool's pointer, repeated while the view scrolls under it. */
	let held: PointerEvent | undefined;
	let pulling: number | undefined;
	/** A finger that rests opens the menu. */
	let resting: ReturnType<typeof setTimeout> | undefined;
	const REST = 550;

	const tool = (): (typeof TOOL_TABLE)[keyof typeof TOOL_TABLE] => TOOL_TABLE[board.tool];

	function handEvent(event: PointerEvent | MouseEvent): HandEvent {
		const round = holder.getBoundingClientRect();
		const screen = { x: event.clientX - round.left, y: event.clientY - round.top };
		const touch = 'pointerType' in event && event.pointerType === 'touch';
		return {
			screen,
			at: toBoard(board.view, screen),
			shift: event.shiftKey,
			alt: event.altKey,
			hold: event.ctrlKey || event.metaKey,
			reach: (touch ? 14 : 6) / board.view.scale,
			touch,
			pressure: 'pressure' in event && event.pointerType === 'pen' ? event.pressure : 0.5,
		};
	}

	function onDown(event: PointerEvent): void {
		if (event.target !== over) return;
		holder.focus({ preventScroll: true });
		if (board.editing) board.stopEditing();
		over.setPointerCapture(event.pointerId);
		down.set(event.pointerId, { x: event.clientX, y: event.clientY });
		if (down.size === 2) {
			clearTimeout(resting);
			if (gesture === 'tool') tool().cancel?.(board);
			gesture = 'pinch';
		} else if (event.button === 1 || board.panning || isResting(event)) gesture = 'pan';
		else if (event.button === 0) {
			gesture = 'tool';
			tool().down?.(board, handEvent(event));
			if (event.pointerType === 'touch') resting = setTimeout(() => rest(event), REST);
		}
	}

	/** Once a stylus was seen, fingers move the board and the stylus draws. */
	let stylus = false;
	function isResting(event: PointerEvent): boolean {
		if (event.pointerType === 'pen') stylus = true;
		return stylus && event.pointerType === 'touch' && (board.tool === 'pen' || board.tool === 'rub');
	}

	function rest(event: PointerEvent): void {
		tool().cancel?.(board);
		gesture = undefined;
		openMenu(event);
	}

	/** Opens the menu for what lies under the pointer, which is selected if it was not. */
	function openMenu(event: MouseEvent): void {
		const hand = handEvent(event);
		const object = board.model.at(board.sheet, hand.at, hand.reach, board.context);
		const id = object && board.model.outermost(object).id;
		if (!id) board.select([]);
		else if (!board.selection.has(id)) board.select([id]);
		board.menuAt = hand.at;
		onmenu({ x: event.clientX, y: event.clientY });
	}

	function onContextMenu(event: MouseEvent): void {
		if (event.target !== over) return;
		event.preventDefault();
		openMenu(event);
	}

	/** Picture files that are dropped lie where they were let go. */
	function onDrop(event: DragEvent): void {
		const files = picturesIn(event.dataTransfer);
		if (files.length === 0) return;
		event.preventDefault();
		void addPictures(board, files, handEvent(event).at);
	}

	/** Scrolls on while something is dragged to the edge, frame by frame, and takes the drag along. */
	function pull(): void {
		pulling = undefined;
		if (gesture !== 'tool' || !held || board.tool === 'view') return;
		const { dx, dy } = edgePull(handEvent(held).screen, board.size);
		if (dx === 0 && dy === 0) return;
		board.pan(-dx, -dy);
		tool().drag?.(board, handEvent(held));
		pulling = requestAnimationFrame(pull);
	}

	function onMove(event: PointerEvent): void {
		const before = down.get(event.pointerId);
		const hand = handEvent(event);
		board.room.tell({ cursor: [Math.round(hand.at.x), Math.round(hand.at.y)], sheet: board.sheet });
		if (!before) {
			tool().hover?.(board, hand);
			cursor = board.panning ? 'grab' : tool().cursor(board);
			board.wake();
			return;
		}
		if (gesture === 'pan') board.pan(event.clientX - before.x, event.clientY - before.y);
		else if (gesture === 'pinch') pinch(event, before);
		else if (gesture === 'tool') {
			if (Math.hypot(event.clientX - before.x, event.clientY - before.y) > 1) clearTimeout(resting);
			held = event;
			const passed = tool().fine ? (event.getCoalescedEvents?.() ?? []) : [];
			if (passed.length > 1) for (const each of passed) tool().drag?.(board, handEvent(each));
			else tool().drag?.(board, hand);
			pulling ??= requestAnimationFrame(pull);
		}
		down.set(event.pointerId, { x: event.clientX, y: event.clientY });
	}

	/** Two fingers: their middle pans, their distance zooms. */
	function pinch(event: PointerEvent, before: { x: number; y: number }): void {
		const other = [...down].find(([id]) => id !== event.pointerId)?.[1];
		if (!other) return;
		const round = holder.getBoundingClientRect();
		const distance = (p: { x: number; y: number }): number => Math.hypot(p.x - other.x, p.y - other.y);
		const now = { x: event.clientX, y: event.clientY };
		board.pan((now.x - before.x) / 2, (now.y - before.y) / 2);
		const middle = { x: (now.x + other.x) / 2 - round.left, y: (now.y + other.y) / 2 - round.top };
		if (distance(before) > 10) board.zoom(distance(now) / distance(before), middle);
	}

	function onUp(event: PointerEvent): void {
		clearTimeout(resting);
		held = undefined;
		if (!down.delete(event.pointerId)) return;
		if (gesture === 'tool') tool().up?.(board, handEvent(event));
		if (down.size === 0) gesture = undefined;
	}

	function onCancel(event: PointerEvent): void {
		clearTimeout(resting);
		held = undefined;
		if (!down.delete(event.pointerId)) return;
		if (gesture === 'tool') tool().cancel?.(board);
		if (down.size === 0) gesture = undefined;
	}

	function onDouble(event: MouseEvent): void {
		if (event.target !== over) return;
		const hand = handEvent(event);
		const object = board.model.at(board.sheet, hand.at, hand.reach, board.context);
		const spot = spotUnder(board, hand, object?.id);
		if (spot) writeAt(board, spot);
		else if (object) board.startEditing(object.id);
		else if (board.mayEdit && board.tool === 'pick') {
			board.tool = 'note';
			TOOL_TABLE.note.down?.(board, hand);
			TOOL_TABLE.note.up?.(board, hand);
		}
	}

	function onWheel(event: WheelEvent): void {
		event.preventDefault();
		const { screen } = handEvent(event);
		const lines = event.deltaMode === 1 ? 16 : 1;
		// A trackpad's pinch arrives as a wheel with Ctrl held.
		if (event.ctrlKey || event.metaKey) board.zoom(Math.exp(-event.deltaY * lines * 0.0022), screen);
		else if (event.shiftKey && event.deltaX === 0) board.pan(-event.deltaY * lines, 0);
		else board.pan(-event.deltaX * lines, -event.deltaY * lines);
	}

	/**
	 * Whether keys belong to something else: a text field, the text editor, a dialog. Asked of the way that the
	 * event takes, for what it was aimed at may be gone by now.
	 */
	function isTyping(event: Event): boolean {
		return event
			.composedPath()
			.some(
				(node) =>
					node instanceof HTMLElement &&
					node.matches('input, textarea, select, [contenteditable="true"], [role="dialog"], [role="menu"]'),
			);
	}

	/** Keys that buttons and lists use themselves are left to them. */
	function isOnControl(event: KeyboardEvent): boolean {
		const target = event.target as HTMLElement | null;
		const plain = ['Enter', 'ArrowUp', 'ArrowDown', 'ArrowLeft', 'ArrowRight', 'Home', 'End'].includes(
			event.key,
		);
		return plain && Boolean(target?.closest('button, a, [role="tree"], [role="tablist"], [role="menu"]'));
	}

	function bindKeys(): () => void {
		const byKey = new Map<string, Command[]>();
		for (const command of COMMANDS)
			for (const key of command.keys) byKey.set(key, [...(byKey.get(key) ?? []), command]);
		const bindings: Record<string, (event: KeyboardEvent) => void> = {};
		for (const [key, commands] of byKey) {
			bindings[key] = (event) => {
				if (isTyping(event) || isOnControl(event) || event.isComposing) return;
				const command = commands.find((each) => isOffered(each, board));
				if (!command) return;
				// Tab walks through the frame; it is the board's only while one works there.
				if (event.key === 'Tab' && !holder.contains(document.activeElement)) return;
				event.preventDefault();
				void command.run(board);
			};
		}
		return tinykeys(window, bindings);
	}

	function onSpace(event: KeyboardEvent): void {
		if (event.code !== 'Space' || isTyping(event)) return;
		if ((event.target as HTMLElement).closest('button, a')) return;
		event.preventDefault();
		board.panning = event.type === 'keydown';
		cursor = board.panning ? 'grab' : tool().cursor(board);
	}

	/** Tiles where the browser can paint them; `?painter=direct` in the address compares. */
	function pickPainter(): Painter {
		const isDirect = new URLSearchParams(location.search).get('painter') === 'direct';
		return isDirect || !canPaintTiles()
			? new DirectPainter(scene, board.model, board.room.info.boardId)
			: new TilePainter(scene, board.model, board.room.info.boardId, () => board.pictures++);
	}

	onMount(() => {
		const painter = pickPainter();
		board.painter = painter;
		painter.setSheet(board.sheet);
		const live = new LiveLayer(over, board);
		const resizing = new ResizeObserver(() =>
			board.setSize({ w: holder.clientWidth, h: holder.clientHeight }),
		);
		board.setSize({ w: holder.clientWidth, h: holder.clientHeight });
		resizing.observe(holder);
		holder.addEventListener('wheel', onWheel, { passive: false });
		const onCopy = (event: ClipboardEvent): void => void (!isTyping(event) && copy(board, event));
		const onCut = (event: ClipboardEvent): void => void (!isTyping(event) && cut(board, event));
		const onPaste = (event: ClipboardEvent): void => void (!isTyping(event) && paste(board, event));
		document.addEventListener('copy', onCopy);
		document.addEventListener('cut', onCut);
		document.addEventListener('paste', onPaste);
		const unbind = bindKeys();
		if (!goToAddress(board, location.hash)) board.fit();
		const onHash = (): void => void goToAddress(board, location.hash);
		addEventListener('hashchange', onHash);
		board.room.tell({ sheet: board.sheet });
		return () => {
			unbind();
			removeEventListener('hashchange', onHash);
			if (pulling !== undefined) cancelAnimationFrame(pulling);
			document.removeEventListener('copy', onCopy);
			document.removeEventListener('cut', onCut);
			document.removeEventListener('paste', onPaste);
			holder.removeEventListener('wheel', onWheel);
			resizing.disconnect();
			painter.destroy();
			live.destroy();
			board.painter = undefined;
			board.room.tell({ cursor: null });
		};
	});

	// When the text editor goes, keys go on working on the board where the text was.
	let wasEditing = false;
	$effect(() => {
		const isEditing = board.editing !== undefined;
		if (wasEditing && !isEditing) {
			requestAnimationFrame(() => {
				if (document.activeElement === document.body) holder?.focus({ preventScroll: true });
			});
		}
		wasEditing = isEditing;
	});

	$effect(() => {
		void board.room.people;
		void board.tool;
		board.wake();
	});
</script>

<svelte:window onkeydown={onSpace} onkeyup={onSpace} />

<!-- Reached by Tab; objects are reached one by one in the wayfinder. -->
<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div
	class="canvas"
	role="application"
	aria-label={m.canvas_label()}
	tabindex="0"
	bind:this={holder}
	style:cursor={board.panning ? 'grab' : cursor}
	onpointerdown={onDown}
	onpointermove={onMove}
	onpointerup={onUp}
	onpointercancel={onCancel}
	onpointerleave={() => board.room.tell({ cursor: null })}
	ondblclick={onDouble}
	oncontextmenu={onContextMenu}
	ondragover={(event) => event.dataTransfer?.types.includes('Files') && event.preventDefault()}
	ondrop={onDrop}
>
	<canvas bind:this={scene} data-testid="scene"></canvas>
	<canvas bind:this={over} data-testid="live"></canvas>
	<Moving {board} />
	{#if board.edge}<StraightEdge {board} />{/if}
	{#if board.editing}
		{#key `${board.editing} ${board.writing.part}`}
			<TextEditor {board} id={board.editing} part={board.writing.part} />
		{/key}
	{/if}
</div>

<style>
	.canvas {
		position: relative;
		width: 100%;
		height: 100%;
		overflow: hidden;
		touch-action: none;
		outline-offset: -3px;
		user-select: none;
	}
	canvas {
		position: absolute;
		inset: 0;
		width: 100%;
		height: 100%;
	}
</style>
