<script lang="ts">
	/** Before a board that is closed for a while: it is asked now and then whether it is open again. */
	import { m } from '$lib/paraglide/messages';
	import { onMount } from 'svelte';
	import { z } from 'zod';
	import { ask } from '../ui/api';

	const { boardId, title, onopen, ongone }: Props = $props();
	interface Props {
		boardId: string;
		title: string;
		/** The board is open again. */
		onopen: () => void;
		/** The person does not belong to it any more. */
		ongone: () => void;
	}
	const EVERY = 3000;
	const doorSchema = z.object({ door: z.enum(['open', 'closed', 'gone']) });

	onMount(() => {
		let isLeft = false;
		let timer: ReturnType<typeof setTimeout>;
		const look = async (): Promise<void> => {
			try {
				const { door } = await ask(doorSchema, 'GET', `/api/boards/${encodeURIComponent(boardId)}/door`);
				if (isLeft) return;
				if (door === 'open') return onopen();
				if (door === 'gone') return ongone();
			} catch {
				// Without a network one waits on.
			}
			if (!isLeft) timer = setTimeout(() => void look(), EVERY);
		};
		timer = setTimeout(() => void look(), EVERY);
		return () => {
			isLeft = true;
			clearTimeout(timer);
		};
	});
</script>

<main>
	<div class="door" aria-hidden="true"><i></i></div>
	<h1>{m.closed_title({ title })}</h1>
	<p role="status">{m.closed_text()}</p>
	<p class="quiet">{m.closed_more()}</p>
	<a class="button" href="/">{m.to_boards()}</a>
</main>

<style>
	main {
		display: grid;
		place-content: center;
		justify-items: start;
		gap: 12px;
		max-width: 520px;
		min-height: 100dvh;
		margin: 0 auto;
		padding: 24px;
	}
	/* A slate with a cloth over its ledge. */
	.door {
		position: relative;
		width: 168px;
		height: 96px;
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
	h1 {
		margin-top: 14px;
		font-size: var(--size-title);
		font-weight: 700;
	}
</style>
