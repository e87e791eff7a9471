<script lang="ts">
	/** For those who lead: notes of the running step that lie outside of its field, brought back by one click. */
	import { bringHome, straysOf } from '$core/meeting/strays';
	import { wordsOf } from '$core/board/words';
	import { m } from '$lib/messages';
	import type { Board } from '../../board/board.svelte';

	const { board }: { board: Board } = $props();
	const { room } = $derived(board);
	/** Those that are listed. */
	const MAX = 6;
	const strays = $derived.by(() => {
		const { field } = room.step ?? {};
		const { running } = room.plan;
		return field && running ? straysOf(room.observed, field, running.startedAt) : [];
	});
	const bring = (): void => {
		const field = room.step?.field;
		if (field)
			bringHome(
				room.editContext,
				board.model,
				strays.map(({ id }) => id),
				field,
			);
	};
</script>

{#if strays.length > 0}
	<section data-testid="strays">
		<h3 class="label">{m.strays({ count: strays.length })}</h3>
		<ul>
			{#each strays.slice(0, MAX) as note (note.id)}
				<li>
					<button type="button" onclick={() => board.goTo(note.id)}>{wordsOf(note) || m.untitled()}</button>
				</li>
			{/each}
		</ul>
		<button type="button" class="button" onclick={bring}>{m.strays_bring()}</button>
	</section>
{/if}

<style>
	section {
		margin-top: 12px;
	}
	li button {
		width: 100%;
		overflow: hidden;
		font-size: var(--size-note);
		text-align: left;
		text-overflow: ellipsis;
		white-space: nowrap;
		cursor: pointer;
	}
	li button:hover {
		text-decoration: underline;
	}
	.button {
		width: 100%;
		margin-top: 4px;
	}
</style>
