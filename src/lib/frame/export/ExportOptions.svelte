<script lang="ts">
	/** What can be chosen for a format. */
	import { exportFormat, type ExportOption } from '$core/formats/exports';
	import { PAGE_COLOURS, PAGES_BY } from '$core/formats/page-choices';
	import { PAPERS } from '$core/formats/paper';
	import { MAX_SHEETS, POSTER_PAPERS } from '$core/formats/poster';
	import { m } from '$lib/messages';
	import type { Board } from '../../board/board.svelte';
	import Check from '../../ui/Check.svelte';
	import Choice from '../../ui/Choice.svelte';
	import { partsFor, partTaken, type ExportChoices, type ExportPart } from './choices';
	import PosterPreview from './PosterPreview.svelte';

	interface Props {
		board: Board;
		choices: ExportChoices;
		disabled: boolean;
	}
	let { board, choices = $bindable(), disabled }: Props = $props();

	const options = $derived(new Set<ExportOption>(exportFormat(choices.format).options ?? []));
	const selected = $derived(board.selection.size);
	const parts = $derived(partsFor(choices.format, selected > 0));
	const part = $derived(partTaken(choices, selected > 0));
	const PARTS: Record<ExportPart, () => string> = {
		selection: () => m.export_part_selection({ count: selected }),
		sheet: () => m.export_part_sheet(),
		board: () => m.export_part_board(),
	};
	const SCALES = [1, 2, 4, 8];
	const paperName = (paper: string): string =>
		paper === 'own'
			? m.export_paper_own()
			: paper === 'letter'
				? m.export_paper_letter()
				: paper.toUpperCase();
	const byName = { fields: () => m.export_by_fields(), sheets: () => m.export_by_sheets() };
	const coloursName = { screen: () => m.export_colours_screen(), paper: () => m.export_colours_paper() };
</script>

<fieldset {disabled}>
	<legend class="sr-only">{m.export_options()}</legend>
	{#if parts.length > 1}
		<Choice
			label={m.export_part()}
			values={parts.map((value) => ({ value, label: PARTS[value]() }))}
			value={part}
			onchoose={(value) => (choices.part = value)}
		/>
	{/if}
	{#if options.has('scale')}
		<Choice
			label={m.export_scale()}
			values={SCALES.map((value) => ({ value, label: m.export_scale_times({ scale: value }) }))}
			value={choices.scale}
			onchoose={(value) => (choices.scale = value)}
		/>
	{/if}
	{#if options.has('by') && part !== 'selection'}
		<Choice
			label={m.export_by()}
			values={PAGES_BY.map((value) => ({ value, label: byName[value]() }))}
			value={choices.by}
			onchoose={(value) => (choices.by = value)}
		/>
		{#if choices.by === 'fields'}<p class="quiet">{m.export_by_fields_hint()}</p>{/if}
	{/if}
	{#if options.has('paper')}
		<label class="line"
			>{m.export_paper()}
			<select class="entry" bind:value={choices.paper}>
				{#each [...PAPERS, 'own'] as const as paper (paper)}<option value={paper}>{paperName(paper)}</option
					>{/each}
			</select></label
		>
	{/if}
	{#if options.has('poster')}
		<label class="line"
			>{m.export_paper()}
			<select class="entry" bind:value={choices.posterPaper}>
				{#each POSTER_PAPERS as paper (paper)}<option value={paper}>{paperName(paper)}</option>{/each}
			</select></label
		>
		<Choice
			label={m.poster_size()}
			values={[
				{ value: 'sheets', label: m.poster_by_sheets() },
				{ value: 'height', label: m.poster_by_height() },
			] as const}
			value={choices.posterBy}
			onchoose={(value) => (choices.posterBy = value)}
		/>
		{#if choices.posterBy === 'sheets'}
			<label class="line"
				>{m.poster_sheets()}
				<input
					class="entry"
					type="number"
					min="1"
					max={MAX_SHEETS}
					bind:value={choices.posterSheets}
				/></label
			>
		{:else}
			<label class="line"
				>{m.poster_height()}
				<input class="entry" type="number" min="5" max="2000" bind:value={choices.posterHeightCm} /></label
			>
		{/if}
		<label class="line"
			>{m.poster_overlap()}
			<input class="entry" type="number" min="0" max="40" bind:value={choices.overlapMm} /></label
		>
	{/if}
	{#if options.has('colours')}
		<Choice
			label={m.export_colours()}
			values={PAGE_COLOURS.map((value) => ({ value, label: coloursName[value]() }))}
			value={choices.colours}
			onchoose={(value) => (choices.colours = value)}
		/>
	{/if}
	{#if options.has('clear')}
		<Check label={m.export_clear()} checked={choices.clear} onset={(value) => (choices.clear = value)} />
	{/if}
	{#if options.has('noteList')}
		<Check
			label={m.export_with_list()}
			checked={choices.noteList}
			onset={(value) => (choices.noteList = value)}
		/>
	{/if}
	{#if options.has('poster')}<PosterPreview {board} {choices} />{/if}
</fieldset>

<style>
	fieldset {
		display: flex;
		flex-direction: column;
		gap: 12px;
		min-width: 0;
	}
	.line {
		display: flex;
		align-items: center;
		justify-content: space-between;
		gap: 12px;
		font-size: var(--size-note);
	}
	.line .entry {
		width: 130px;
	}
</style>
