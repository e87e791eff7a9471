<script lang="ts">
	/** Narrows what the wayfinder finds: by kind, colour and person. */
	import { isGroup } from '$core/board/kinds/guards';
	import { KIND_NAMES } from '$core/board/kinds/traits';
	import type { KindName } from '$core/board/objects';
	import { m } from '$lib/messages';
	import Funnel from '@lucide/svelte/icons/funnel';
	import type { Board } from '../../board/board.svelte';
	import { kindName } from '$lib/kinds-ui';
	import Pop from '../../ui/Pop.svelte';
	import Swatches from '../../ui/Swatches.svelte';
	import { writersOn, type Wanted } from './tree';

	interface Props {
		board: Board;
		wanted: Wanted;
		onchange: (wanted: Wanted) => void;
	}
	const { board, wanted, onchange }: Props = $props();

	/** Groups have nothing that could be found. */
	const KINDS = KIND_NAMES.filter((kind) => !isGroup({ kind }));
	const isOn = $derived(Boolean(wanted.kind ?? wanted.colour ?? wanted.person));
	const writers = $derived.by(() => {
		return writersOn(board.room.observed);
	});
</script>

<Pop stays label={m.filters()}>
	{#snippet face()}<span class:on={isOn}><Funnel size={16} /></span>{/snippet}
	<label class="filter"
		>{m.filter_kind()}
		<select
			class="entry"
			value={wanted.kind ?? ''}
			onchange={(event) =>
				onchange({ ...wanted, kind: (event.currentTarget.value || undefined) as KindName | undefined })}
		>
			<option value="">{m.filter_any()}</option>
			{#each KINDS as kind (kind)}<option value={kind}>{kindName(kind)}</option>{/each}
		</select>
	</label>
	<label class="filter"
		>{m.filter_person()}
		<select
			class="entry"
			value={wanted.person ?? ''}
			onchange={(event) => onchange({ ...wanted, person: event.currentTarget.value || undefined })}
		>
			<option value="">{m.filter_any()}</option>
			{#each writers as [id, name] (id)}<option value={id}>{name}</option>{/each}
		</select>
	</label>
	<div class="filter">
		{m.filter_colour()}
		<Swatches
			of="pigments"
			value={wanted.colour}
			onchoose={(colour) => onchange({ ...wanted, colour: colour === wanted.colour ? undefined : colour })}
			label={m.filter_colour()}
			size={22}
		/>
	</div>
	<button type="button" class="button" disabled={!isOn} onclick={() => onchange({ words: wanted.words })}
		>{m.filter_all()}</button
	>
</Pop>

<style>
	.filter {
		display: flex;
		flex-direction: column;
		gap: 4px;
		color: var(--frame-quiet);
		font-size: var(--size-small);
	}
	.on {
		color: var(--frame-accent);
	}
</style>
