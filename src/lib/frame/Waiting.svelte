<script lang="ts">
	/** Before a board that is closed for a while: it is asked now and then whether it is open again. */
	import { m } from '$lib/messages';
	import { onMount } from 'svelte';
	import { checkAccess } from '../room/access';
	import { countWaiting } from '../room/local-copy';
	import PlainPage from '../ui/PlainPage.svelte';

	interface Props {
		boardId: string;
		title: string;
		/** Whose store in this browser it is. */
		keeper: string;
		/** The board is open again. */
		onopen: () => void;
		/** The person does not belong to it any more. */
		ongone: () => void;
	}
	const { boardId, title, keeper, onopen, ongone }: Props = $props();
	const POLL_INTERVAL_MS = 3000;
	/** Own changes that are not on the board; undefined until that is known. */
	let left = $state<number>();

	onMount(() => {
		let isLeft = false;
		let timer: ReturnType<typeof setTimeout>;
		const look = async (): Promise<void> => {
			// Without a network one waits on.
			const access = await checkAccess(boardId);
			if (isLeft) return;
			if (access === 'open') return onopen();
			if (access === 'gone' || access === 'banned' || access === 'signed out') return ongone();
			timer = setTimeout(() => void look(), POLL_INTERVAL_MS);
		};
		timer = setTimeout(() => void look(), POLL_INTERVAL_MS);
		void countWaiting(keeper, boardId).then((count) => (left = count));
		return () => {
			isLeft = true;
			clearTimeout(timer);
		};
	});
</script>

<PlainPage title={m.closed_title({ title })}>
	<div class="door" aria-hidden="true"><i></i></div>
	<p role="status">{m.closed_text()}</p>
	{#if left}<p role="status" data-testid="left-here">{m.waiting_here({ count: left })}</p>
	{:else if left === 0}<p class="quiet">{m.closed_more()}</p>{/if}
</PlainPage>

<style>
	/* A slate with a cloth over its ledge; above the title. */
	.door {
		position: relative;
		order: -2;
		width: 168px;
		height: 96px;
		margin-bottom: 14px;
		border: 5px solid var(--frame-strong-line);
		border-radius: 6px;
		background: #25322e;
	}
	.door i {
		position: absolute;
		right: -12px;
		bottom: -14px;
		left: -12px;
		height: 9px;
		border-radius: 3px;
		background: var(--frame-action);
		animation: breathe 3s ease-in-out infinite alternate;
	}
	@keyframes breathe {
		to {
			opacity: 0.45;
		}
	}
	@media (prefers-reduced-motion: reduce) {
		.door i {
			animation: none;
		}
	}
</style>
