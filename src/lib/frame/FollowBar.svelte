<script lang="ts">
	/** Under the session line while the view is led, followed or called somewhere: who leads it, and the way out. */
	import { m } from '$lib/messages';
	import Eye from '@lucide/svelte/icons/eye';
	import type { Board } from '../board/board.svelte';
	import { leadView } from './actions';
	import { attempt } from '../ui/attempt';

	const { board }: { board: Board } = $props();
	const { following } = $derived(board);
	interface Word {
		text: string;
		action: string;
		run: () => void;
		more?: { action: string; run: () => void };
	}

	const letGo = (): Promise<boolean> => attempt(leadView(board.room.info.boardId, false));
	const word = $derived.by((): Word | undefined => {
		if (following.isLeading)
			return { text: m.follow_leading(), action: m.follow_let_go(), run: () => void letGo() };
		const { leader, called, whom, target } = following;
		if (called)
			return {
				text: m.follow_called({ name: called.by }),
				action: m.follow_go_back(),
				run: () => following.goBack(),
				more: { action: m.follow_stay(), run: () => (following.called = undefined) },
			};
		if (whom !== undefined && target)
			return {
				text: m.follow_whom({ name: target.name }),
				action: m.follow_stop(),
				run: () => following.stop(),
			};
		if (leader && following.isAlone)
			return {
				text: m.follow_alone({ name: leader.name }),
				action: m.follow_come_along(),
				run: () => following.comeAlong(),
			};
		if (leader)
			return {
				text: m.follow_led({ name: leader.name }),
				action: m.follow_look_alone(),
				run: () => following.stop(),
			};
		return undefined;
	});
</script>

{#if word}
	<div class="bar" role="status" data-testid="follow-bar">
		<Eye size={16} aria-hidden="true" /><span>{word.text}</span>
		<button type="button" class="button" onclick={word.run}>{word.action}</button>
		{#if word.more}<button type="button" class="button" onclick={word.more.run}>{word.more.action}</button
			>{/if}
	</div>
{/if}

<style>
	.bar {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		justify-content: center;
		gap: 4px 10px;
		padding: 4px 12px;
		border-bottom: 1px solid var(--frame-line);
		background: var(--frame-pressed);
		color: var(--frame-pressed-ink);
		font-size: var(--size-note);
	}
	.button {
		min-height: 28px;
		border-color: currentColor;
		color: inherit;
	}
	.button:hover:not(:disabled) {
		background: #0000001a;
	}
</style>
