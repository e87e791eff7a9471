<script lang="ts">
	/** Named places: one click goes there. F2 renames, Delete removes. */
	import type { Place } from '$core/board/model/places';
	import { removePlace, renamePlace } from '$core/board/ops/named-places';
	import { m } from '$lib/messages';
	import Pin from '@lucide/svelte/icons/map-pin';
	import Plus from '@lucide/svelte/icons/plus';
	import X from '@lucide/svelte/icons/x';
	import type { Board } from '../../board/board.svelte';
	import TitleEntry from '../../ui/TitleEntry.svelte';
	import { goToPlace, keepPlace } from '../../board/places';

	const { board }: { board: Board } = $props();
	const places = $derived.by(() => {
		return board.room.observed.places;
	});
	let renaming = $state<string | undefined>();

	function finish(place: Place, title: string | undefined): void {
		renaming = undefined;
		if (title) renamePlace(board.room.editContext, place.id, title);
	}
	function onKey(place: Place, event: KeyboardEvent): void {
		if (!board.mayAll) return;
		if (event.key === 'F2') renaming = place.id;
		else if (event.key === 'Delete') removePlace(board.room.editContext, place.id);
		else return;
		event.preventDefault();
		event.stopPropagation();
	}
</script>

{#if board.mayAll || places.length > 0}
	<section aria-label={m.places()}>
		<div class="head">
			<h2 class="label">{m.places()}</h2>
			{#if board.mayAll}
				<button
					type="button"
					class="icon-button small"
					aria-label={m.place_add()}
					title={m.place_add()}
					onclick={() => (renaming = keepPlace(board))}><Plus size={15} /></button
				>
			{/if}
		</div>
		<ul>
			{#each places as place, i (place.id)}
				<li>
					{#if renaming === place.id}
						<TitleEntry
							label={m.place_rename()}
							title={place.title}
							most={200}
							onend={(title) => finish(place, title)}
						/>
					{:else}
						<button
							type="button"
							class="row"
							onclick={() => goToPlace(board, place)}
							ondblclick={() => board.mayAll && (renaming = place.id)}
							onkeydown={(event) => onKey(place, event)}
						>
							<Pin size={14} />
							<span class="text">{place.title}</span>
							{#if i < 9}<kbd class="count">⇧{i + 1}</kbd>{/if}
						</button>
						{#if board.mayAll}
							<button
								type="button"
								class="icon-button small away"
								aria-label="{m.place_remove()}: {place.title}"
								title={m.place_remove()}
								onclick={() => removePlace(board.room.editContext, place.id)}><X size={13} /></button
							>
						{/if}
					{/if}
				</li>
			{/each}
		</ul>
	</section>
{/if}

<style>
	.head {
		display: flex;
		align-items: center;
		justify-content: space-between;
		min-height: 22px;
	}
	.icon-button.small {
		width: 24px;
		height: 24px;
		flex: none;
	}
	ul {
		max-height: 148px;
		overflow: auto;
		font-size: var(--size-note);
	}
	li {
		display: flex;
		align-items: center;
	}
	li .row {
		min-width: 0;
	}
	.away {
		opacity: 0;
	}
	li:hover .away,
	.away:focus-visible {
		opacity: 1;
	}
	li :global(.title-entry) {
		width: 100%;
		height: 28px;
		padding: 0 8px;
		font-size: var(--size-note);
	}
</style>
