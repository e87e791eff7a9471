<script lang="ts">
	/** What can be changed of a holder, and of the line that the picked cell is in. */
	import { isActionItems } from '$core/board/kinds/guards';
	import { canChangeTracks, setFact, signOff } from '$core/board/holders/edits';
	import type { Holder } from '$core/board/holders/setting';
	import { m } from '$lib/messages';
	import Check from '@lucide/svelte/icons/check';
	import AddColumn from '@lucide/svelte/icons/between-vertical-end';
	import AddRow from '@lucide/svelte/icons/between-horizontal-end';
	import Signature from '@lucide/svelte/icons/signature';
	import { addBeside, lineIn } from '../board/commands/holders';
	import Swatches from '../ui/Swatches.svelte';
	import Colour from './Colour.svelte';
	import type { KindProperties } from './properties';
	import LetterProperties from '../frame/ledge/LetterProperties.svelte';

	const { board, objects, style, onset }: KindProperties = $props();

	const holder = $derived(
		board.selection.size === 1 && objects.length === 1 ? (objects[0] as Holder) : undefined,
	);
	const row = $derived.by(() => {
		board.room.changes.observe();
		return board.cell && isActionItems(holder) ? lineIn(board)?.row : undefined;
	});
	const facts = $derived(row === undefined ? {} : (holder?.parts?.facts[row] ?? {}));
	const names = $derived([
		...new Set(board.room.people.map(({ name }) => name).concat(board.room.info.person.name)),
	]);

	function setPerson(event: Event & { currentTarget: HTMLInputElement }): void {
		const name = event.currentTarget.value.trim().slice(0, 80);
		const known = board.room.people.find((person) => person.name === name);
		const id =
			known?.person ?? (name === board.room.info.person.name ? board.room.editContext.person.id : undefined);
		const value = name === '' ? undefined : { name, ...(id ? { id } : {}) };
		if (holder && row !== undefined) setFact(board.room.editContext, holder.id, row, 'person', value);
	}
	function setDue(event: Event & { currentTarget: HTMLInputElement }): void {
		if (holder && row !== undefined)
			setFact(board.room.editContext, holder.id, row, 'due', event.currentTarget.value || undefined);
	}
</script>

{#if holder && canChangeTracks(holder, 'row')}
	<button
		type="button"
		class="icon-button"
		aria-label={m.row_below()}
		title={m.row_below()}
		onclick={() => addBeside(board, 'row', 'after')}><AddRow size={18} /></button
	>
{/if}
{#if holder && canChangeTracks(holder, 'col')}
	<button
		type="button"
		class="icon-button"
		aria-label={m.column_right()}
		title={m.column_right()}
		onclick={() => addBeside(board, 'col', 'after')}><AddColumn size={18} /></button
	>
{/if}
{#if holder && row !== undefined}
	<input
		class="entry person"
		list="people-for-items"
		aria-label={m.item_person()}
		placeholder={m.item_person()}
		value={facts.person?.name ?? ''}
		onchange={setPerson}
	/>
	<datalist id="people-for-items"
		>{#each names as name (name)}<option value={name}></option>{/each}</datalist
	>
	<input class="entry due" type="date" aria-label={m.item_due()} value={facts.due ?? ''} onchange={setDue} />
	<button
		type="button"
		class="icon-button"
		aria-pressed={facts.done === true}
		aria-label={m.item_done()}
		title={m.item_done()}
		onclick={() => setFact(board.room.editContext, holder.id, row, 'done', facts.done ? undefined : true)}
		><Check size={18} /></button
	>
	<button
		type="button"
		class="icon-button"
		aria-pressed={facts.signed !== undefined}
		disabled={facts.signed !== undefined && facts.signed.id !== board.room.editContext.person.id}
		aria-label={facts.signed ? m.item_signed_by({ name: facts.signed.name }) : m.item_sign()}
		title={facts.signed ? m.item_signed_by({ name: facts.signed.name }) : m.item_sign()}
		onclick={() => signOff(board.room.editContext, board.model, holder.id, row)}
		><Signature size={18} /></button
	>
{:else if holder}
	<Swatches
		of="pigments"
		none
		own
		value={(style['fill'] as string | undefined) ?? 'none'}
		onchoose={(fill) => onset({ fill })}
		label={m.fill()}
		size={20}
	/>
	<LetterProperties kind={holder.kind} {style} {onset} />
	{#if !board.cell}<Colour of="chalks" {style} {onset} />{/if}
{/if}

<style>
	.person {
		width: 98px;
	}
	.due {
		width: 128px;
	}
	.entry {
		height: 32px;
		padding: 0 8px;
		font-size: var(--size-note);
	}
</style>
