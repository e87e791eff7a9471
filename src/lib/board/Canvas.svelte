<script lang="ts">
	import { goToAddress } from './places';
	import { m } from '$lib/messages';
	import { onMount, untrack } from 'svelte';
	import { centreOf } from '$core/geometry/box';
	import { toScreen } from '$core/geometry/view';
	import type { Board } from './board.svelte';
	import { copy, cut, paste } from './clipboard';
	import { Gestures } from './gestures.svelte';
	import { bindKeys, isHolding } from './keyboard';
	import { isTyping } from './typing';
	import { LiveLayer } from './live';
	import { DirectPainter } from './painter/direct';
	import type { Painter } from './painter/painter';
	import { SceneCanvas } from './painter/scene-canvas';
	import { canPaintTiles, TilePainter } from './painter/tiles';
	import GroundMotion from './GroundMotion.svelte';
	import Moving from './Moving.svelte';
	import KeyArea from './KeyArea.svelte';
	import NoteHandles from './NoteHandles.svelte';
	import Pointers from './together/Pointers.svelte';
	import { takeFiles } from './take-files';
	import { preferences } from '$lib/ui/preferences.svelte';
	import { toaster } from '$lib/ui/toaster';
	import StraightEdge from './StraightEdge.svelte';
	import TextEditor from './TextEditor.svelte';

	interface Props {
		board: Board;
		/** Asked for the menu of what lies at a point of the window. */
		onmenu: (at: { x: number; y: number }) => void;
	}
	const { board, onmenu }: Props = $props();

	let holder: HTMLDivElement;
	let scene: HTMLDivElement;
	let over: HTMLCanvasElement;
	let gestures = $state.raw<Gestures>();
	/** Whether the hand is down on the board. */
	let isPressed = $state(false);

	function onDown(event: PointerEvent): void {
		if (event.target !== over) return;
		holder.focus({ preventScroll: true });
		isPressed = true;
		gestures?.onDown(event);
	}

	function onUp(event: PointerEvent, isCancelled = false): void {
		isPressed = false;
		gestures?.onUp(event, isCancelled);
	}

	/** Where the menu opens by key: at what is selected, as far as it is seen, or in the middle. */
	function menuPlace(): { x: number; y: number } {
		const { left, top } = holder.getBoundingClientRect();
		const { w, h } = board.size;
		const round = board.selectionBox();
		const at = round && toScreen(board.view, centreOf(round));
		const x = Math.max(8, Math.min(w - 8, at?.x ?? w / 2));
		const y = Math.max(8, Math.min(h - 8, at?.y ?? h / 2));
		return { x: left + x, y: top + y };
	}

	function onContextMenu(event: MouseEvent): void {
		// By the menu key it comes to what has the keys, and means what is selected.
		if (event.target === holder) {
			event.preventDefault();
			onmenu(menuPlace());
			return;
		}
		if (event.target !== over) return;
		event.preventDefault();
		gestures?.openMenu(event);
	}

	/** What is dragged from a drawer: the id of a piece. */
	const PIECE = 'application/x-wandtafel-piece';
	const takes = (event: DragEvent): boolean =>
		['Files', PIECE].some((type) => event.dataTransfer?.types.includes(type));

	/** Picture files that are dropped lie where they were let go. */
	function onDrop(event: DragEvent): void {
		const piece = event.dataTransfer?.getData(PIECE);
		if (piece) {
			event.preventDefault();
			board.frame.pieces.emit(piece, gestures?.handEvent(event).at);
			return;
		}
		if (!event.dataTransfer?.files.length) return;
		event.preventDefault();
		takeFiles(board, [...event.dataTransfer.files], gestures?.handEvent(event).at);
	}

	/**
	 * A file that is let go beside the board is not taken: the browser would leave the page for it.
	 */
	function keepPage(event: DragEvent): void {
		if (event.defaultPrevented || !event.dataTransfer?.types.includes('Files')) return;
		event.preventDefault();
		event.dataTransfer.dropEffect = 'none';
	}

	function onSpace(event: KeyboardEvent): void {
		if (!isHolding(event)) return;
		event.preventDefault();
		board.panning = event.type === 'keydown';
		gestures?.refresh();
	}

	const preference = (): string => `${board.showing} ${board.still}`;

	/** Tiles where the browser can paint them; `?painter=direct` in the address compares. */
	function pickPainter(): Painter {
		const surface = new SceneCanvas(scene);
		const isDirect = new URLSearchParams(location.search).get('painter') === 'direct';
		return isDirect || !canPaintTiles()
			? new DirectPainter(surface, board.model, board.room.info.boardId, board.groundOn, tellTrouble)
			: new TilePainter(
					surface,
					board.model,
					board.room.info.boardId,
					board.groundOn,
					() => board.pictures++,
					tellTrouble,
				);
	}

	function tellTrouble(): void {
		toaster.error({ title: m.painting_failed(), description: m.painting_failed_more() });
	}

	onMount(() => {
		const painter = pickPainter();
		board.painter = painter;
		painter.setSheet(board.sheet);
		const live = new LiveLayer(over, board);
		const hand = new Gestures(board, over, onmenu);
		const onWheel = (event: WheelEvent): void => hand.onWheel(event);
		gestures = hand;
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
		const unfocus = board.focusing.on(() => holder.focus({ preventScroll: true }));
		if (!goToAddress(board, location.hash)) board.fit();
		const onHash = (): void => void goToAddress(board, location.hash);
		addEventListener('hashchange', onHash);
		board.room.tell({ sheet: board.sheet });
		return () => {
			unfocus();
			removeEventListener('hashchange', onHash);
			hand.destroy();
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

	// Anew where another tab changes what keys there are.
	$effect(() => {
		void preferences.current.keys;
		return untrack(() => bindKeys(board, holder));
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

	// Shown to others, the board has a bare ground; who wishes nothing to move has one that stands still.
	$effect(() => void (board.still = preferences.isCalm));
	let ground = preference();
	$effect(() => {
		const now = preference();
		if (now === ground) return;
		ground = now;
		board.painter?.setSheet(board.sheet);
	});

	$effect(() => {
		void board.room.people;
		void board.tool;
		board.wake();
	});
</script>

<svelte:window ondragover={keepPage} ondrop={keepPage} onkeydown={onSpace} onkeyup={onSpace} />
<svelte:document onfullscreenchange={() => (board.fullScreen = document.fullscreenElement !== null)} />

<!-- Reached by Tab; objects are reached one by one in the wayfinder. -->
<KeyArea>
	<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
	<div
		class="canvas"
		role="application"
		aria-label={m.canvas_label()}
		tabindex="0"
		bind:this={holder}
		style:cursor={board.panning ? 'grab' : gestures?.cursor}
		onpointerdown={onDown}
		onpointermove={(event) => gestures?.onMove(event)}
		onpointerup={(event) => onUp(event)}
		onpointercancel={(event) => onUp(event, true)}
		onpointerleave={() => board.room.tell({ cursor: null })}
		ondblclick={(event) => event.target === over && gestures?.onDouble(event)}
		oncontextmenu={onContextMenu}
		ondragover={(event) => takes(event) && event.preventDefault()}
		ondrop={onDrop}
	>
		<GroundMotion {board} />
		<div class="scene" bind:this={scene} data-testid="scene"></div>
		<canvas bind:this={over} data-testid="live"></canvas>
		<Moving {board} />
		<Pointers {board} />
		{#if !isPressed && !board.showing}<NoteHandles {board} />{/if}
		{#if board.edge}<StraightEdge {board} />{/if}
		{#if board.editing}
			{#key `${board.editing} ${board.writing.part}`}
				<TextEditor {board} id={board.editing} part={board.writing.part} />
			{/key}
		{/if}
	</div>
</KeyArea>

<style>
	.canvas {
		position: relative;
		width: 100%;
		height: 100%;
		overflow: clip;
		touch-action: none;
		outline: none;
		user-select: none;
	}
	/* As a layer of its own: an outline would be painted anew with all that moves inside it. */
	.canvas:focus-visible::after {
		content: '';
		position: absolute;
		inset: 0;
		border: 3px solid var(--frame-accent);
		pointer-events: none;
	}
	.scene,
	canvas {
		position: absolute;
		inset: 0;
		width: 100%;
		height: 100%;
	}
</style>
