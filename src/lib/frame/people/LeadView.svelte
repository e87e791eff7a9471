<script lang="ts">
	/** For those who lead: calling everyone to what one sees, and taking everyone's view along. */
	import { seen } from '$core/geometry/view';
	import { m } from '$lib/messages';
	import Eye from '@lucide/svelte/icons/eye';
	import Megaphone from '@lucide/svelte/icons/megaphone';
	import type { Board } from '../../board/board.svelte';
	import { toaster } from '../../ui/toaster';
	import { callEverybody, leadView } from '../actions';

	interface Props {
		board: Board;
		attempt: (work: Promise<unknown>) => Promise<boolean>;
	}
	const { board, attempt }: Props = $props();
	const boardId = $derived(board.room.info.boardId);
	const isLeading = $derived(board.following.isLeading);

	async function callAll(): Promise<void> {
		const { x, y, w, h } = seen(board.view, board.size);
		if (await attempt(callEverybody(boardId, board.sheet, [x, y, w, h])))
			toaster.success({ title: m.called_everyone() });
	}
</script>

<div class="lead">
	<button type="button" class="button" onclick={callAll}><Megaphone size={16} />{m.call_everyone()}</button>
	<button
		type="button"
		class="button"
		aria-pressed={isLeading}
		onclick={() => attempt(leadView(boardId, !isLeading))}
		><Eye size={16} />{isLeading ? m.follow_let_go() : m.lead_view()}</button
	>
</div>

<style>
	.lead {
		display: grid;
		gap: 6px;
		margin-top: 12px;
	}
	.button {
		justify-content: flex-start;
	}
</style>
