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
	import TableIcon from '@lucide/svelte/icons/table-2';
	import ItemIcon from '@lucide/svelte/icons/list-todo';
	import LetterProperties from '../frame/ledge/LetterProperties.svelte';
	import LedgePop from '../frame/ledge/LedgePop.svelte';
	import ChalkPop from './ChalkPop.svelte';
	import FillPop from './FillPop.svelte';
	import type { KindProperties } from './properties';
	import PropertyRow from './PropertyRow.svelte';

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
	const canAdd = $derived({
		row: holder !== undefined && canChangeTracks(holder, 'row'),
		col: holder !== undefined && canChangeTracks(holder, 'col'),
	});
</script>

{#snippet colour()}
	<FillPop {style} {onset} />
	{#if !board.cell}
		<ChalkPop {style} {onset} />
	{/if}
{/snippet}
{#snippet form()}
	<LedgePop label={m.form()} word={m.form()} stays>
		{#snippet icon()}<TableIcon size={18} strokeWidth={1.75} />{/snippet}
		{#if canAdd.row}
			<button type="button" class="button" onclick={() => addBeside(board, 'row', 'after')}
				><AddRow size={18} />{m.row_below()}</button
			>
		{/if}
		{#if canAdd.col}
			<button type="button" class="button" onclick={() => addBeside(board, 'col', 'after')}
				><AddColumn size={18} />{m.column_right()}</button
			>
		{/if}
	</LedgePop>
{/snippet}
{#snippet letters()}{#if holder}<LetterProperties kind={holder.kind} {style} {onset} />{/if}{/snippet}

<PropertyRow
	colour={holder ? colour : undefined}
	form={canAdd.row || canAdd.col ? form : undefined}
	letters={holder ? letters : undefined}
/>
{#if holder && row !== undefined}
	<LedgePop label={m.ledge_item()} word={m.ledge_item()} stays>
		{#snippet icon()}<ItemIcon size={18} strokeWidth={1.75} />{/snippet}
		<div class="entries">
			<label
				>{m.item_person()}<input
					class="entry"
					list="people-for-items"
					value={facts.person?.name ?? ''}
					onchange={setPerson}
				/></label
			>
			<datalist id="people-for-items"
				>{#each names as name (name)}<option value={name}></option>{/each}</datalist
			>
			<label
				>{m.item_due()}<input class="entry" type="date" value={facts.due ?? ''} onchange={setDue} /></label
			>
			<button
				type="button"
				class="button"
				aria-pressed={facts.done === true}
				onclick={() => setFact(board.room.editContext, holder.id, row, 'done', facts.done ? undefined : true)}
				><Check size={18} />{m.item_done()}</button
			>
			<button
				type="button"
				class="button"
				aria-pressed={facts.signed !== undefined}
				disabled={facts.signed !== undefined && facts.signed.id !== board.room.editContext.person.id}
				onclick={() => signOff(board.room.editContext, board.model, holder.id, row)}
				><Signature size={18} />{facts.signed
					? m.item_signed_by({ name: facts.signed.name })
					: m.item_sign()}</button
			>
		</div>
	</LedgePop>
{/if}
