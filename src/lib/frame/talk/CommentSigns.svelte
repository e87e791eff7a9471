<script lang="ts">
	/** The numbered signs of threads on the board: a click reads one, a drag hangs it elsewhere. */
	import { moveThread } from '$core/talk/edits';
	import type { Thread } from '$core/talk/model';
	import { spotOn } from '$core/talk/spots';
	import type { Point } from '$core/geometry/box';
	import { m } from '$lib/messages';
	import type { Board } from '../../board/board.svelte';
	import SignLayer from '../../board/SignLayer.svelte';
	import ThreadSign from './ThreadSign.svelte';
	import type { TalkState } from './talk-state.svelte';

	const { board, talk }: { board: Board; talk: TalkState } = $props();
	const { room } = $derived(board);

	interface Sign {
		thread: Thread;
		at: Point;
	}
	/** Open threads of this sheet, and the one that is read. */
	const signs = $derived(
		talk.threads.flatMap((thread): Sign[] => {
			if (thread.resolved && thread.id !== talk.shown) return [];
			const place = talk.placeOf(thread);
			return place?.sheet === board.sheet ? [{ thread, at: place.at }] : [];
		}),
	);
	const draft = $derived(talk.draft && talk.placeOf(talk.draft));
	const drafted = $derived(draft?.sheet === board.sheet ? draft.at : undefined);

	const SLOP = 5;
	let carried = $state.raw<{ id: string; dx: number; dy: number } | undefined>();
	let start: { x: number; y: number } | undefined;
	const mayMove = (thread: Thread): boolean =>
		room.may('talk') && (room.leads || thread.by[0] === room.info.person.id);

	function onDown(event: PointerEvent, { thread }: Sign): void {
		if (event.button !== 0 || !mayMove(thread)) return;
		start = { x: event.clientX, y: event.clientY };
		(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
	}
	function onMove(event: PointerEvent, { thread }: Sign): void {
		if (!start) return;
		const [dx, dy] = [event.clientX - start.x, event.clientY - start.y];
		if (carried || Math.hypot(dx, dy) > SLOP) carried = { id: thread.id, dx, dy };
	}
	function onUp({ thread, at }: Sign): void {
		start = undefined;
		if (!carried) return;
		const { scale } = board.view;
		const to = { x: at.x + carried.dx / scale, y: at.y + carried.dy / scale };
		const object = board.model.at(board.sheet, to, 0, board.context);
		moveThread(
			room.voice,
			thread,
			object
				? spotOn(board.model, object, to)
				: { sheet: board.sheet, at: [Math.round(to.x), Math.round(to.y)] },
		);
	}
	function onClick(thread: Thread): void {
		const wasCarried = carried !== undefined;
		carried = undefined;
		if (!wasCarried) talk.read(thread, false);
	}
</script>

{#if signs.length > 0 || drafted}
	<SignLayer {board} name="comment-signs">
		{#each signs as sign (sign.thread.id)}
			{@const isCarried = carried?.id === sign.thread.id}
			<button
				type="button"
				class="at sign"
				class:shown={sign.thread.id === talk.shown}
				style:--x={sign.at.x}
				style:--y={sign.at.y}
				style:translate={isCarried ? `${carried!.dx}px ${carried!.dy}px` : undefined}
				aria-label={m.comment_sign({
					number: sign.thread.number ?? '',
					name: sign.thread.by[1],
					text: sign.thread.remarks[0]!.text.slice(0, 80),
				})}
				title={sign.thread.remarks[0]!.text}
				tabindex="-1"
				data-testid="comment-sign"
				onpointerdown={(event) => onDown(event, sign)}
				onpointermove={(event) => onMove(event, sign)}
				onpointerup={() => onUp(sign)}
				onpointercancel={() => {
					start = undefined;
					carried = undefined;
				}}
				onclick={() => onClick(sign.thread)}><ThreadSign thread={sign.thread} /></button
			>
		{/each}
		{#if drafted}
			<span class="at sign draft" style:--x={drafted.x} style:--y={drafted.y}
				><ThreadSign thread={{ number: undefined, resolved: undefined }} /></span
			>
		{/if}
	</SignLayer>
{/if}

<style>
	.sign {
		margin: -25px 0 0 3px;
		cursor: pointer;
		touch-action: none;
	}
	.sign.shown :global(.sign) {
		outline: 2px solid #f2eee3;
		outline-offset: 1px;
	}
	.draft {
		opacity: 0.75;
		pointer-events: none;
	}
</style>
