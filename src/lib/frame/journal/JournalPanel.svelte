<script lang="ts">
	/** What happened on the board, by whom and when; what is new; and the way back to an earlier moment. */
	import { THINGS } from '$core/journal/happenings';
	import type { Line } from '$core/journal/lines';
	import { m } from '$lib/messages';
	import History from '@lucide/svelte/icons/history';
	import Rewind from '@lucide/svelte/icons/rewind';
	import { untrack } from 'svelte';
	import type { Board } from '../../board/board.svelte';
	import { momentWords, whenWords } from '$lib/words/when';
	import { SPANS, type JournalState } from './journal-state.svelte';
	import News from './News.svelte';
	import { lineWords, thingName } from './words';

	const { board, journal }: { board: Board; journal: JournalState } = $props();
	const SPAN_NAMES: Record<number, () => string> = {
		[SPANS[0]]: () => m.span_all(),
		[SPANS[1]]: () => m.span_hour(),
		[SPANS[2]]: () => m.span_day(),
		[SPANS[3]]: () => m.span_week(),
	};
	const isFiltered = $derived(
		journal.person !== '' ||
			journal.thing !== '' ||
			journal.sheet !== '' ||
			journal.span !== 0 ||
			journal.day !== '',
	);
	const sheets = $derived.by(() => {
		return board.room.observed.sheets;
	});
	const mayLook = $derived(
		board.room.policy.names === 'shown' || (board.room.policy.names === 'veiled' && board.room.leads),
	);

	$effect(() => {
		// Each change of the filter asks anew.
		void [journal.person, journal.thing, journal.sheet, journal.span, journal.day];
		untrack(() => void journal.read());
	});
	let isOpened = false;
	$effect(() => {
		board.room.changes.observe();
		// The first run is the opening itself, which reads anyway.
		if (isOpened) journal.freshenSoon();
		isOpened = true;
	});

	function clear(): void {
		Object.assign(journal, { person: '', thing: '', sheet: '', span: 0, day: '' });
	}

	/** Goes to what a line is about, as far as it is still there; in a replay, to its moment. */
	function go(line: Line): void {
		if (journal.replay) return void journal.replay.seekTime(line.until);
		const ids = line.ids.filter((id) => board.model.find(id));
		if (ids.length > 0) {
			board.goTo(ids[0]!);
			board.select(ids);
		} else if (line.sheet && board.model.sheets.some(({ id }) => id === line.sheet)) {
			board.frame.showBoard();
			board.goToSheet(line.sheet);
		}
	}
	const sheetTitle = (id: string | undefined): string | undefined =>
		sheets.length > 1 ? sheets.find((sheet) => sheet.id === id)?.title : undefined;
	const under = (line: Line): string =>
		[whenWords(line.until, board.room.now()), sheetTitle(line.sheet)].filter(Boolean).join(' · ');
</script>

<h2 class="panel-title">{m.journal()}</h2>
{#if mayLook}
	<button
		type="button"
		class="button replay"
		onclick={() => void journal.open()}
		disabled={journal.replay !== undefined}><History size={16} />{m.replay_open()}</button
	>
{:else}
	<p class="quiet">{m.replay_hidden()}</p>
{/if}
{#if journal.news.length > 0}<News {board} {journal} />{/if}

<div class="filter">
	<select class="entry" aria-label={m.journal_person()} bind:value={journal.person}>
		<option value="">{m.journal_everybody()}</option>
		{#each journal.people as { id, name } (id)}<option value={id}>{name}</option>{/each}
	</select>
	<select class="entry" aria-label={m.journal_thing()} bind:value={journal.thing}>
		<option value="">{m.journal_everything()}</option>
		{#each THINGS as thing (thing)}<option value={thing}>{thingName(thing)}</option>{/each}
	</select>
	<select class="entry" aria-label={m.journal_sheet()} bind:value={journal.sheet}>
		<option value="">{m.journal_all_sheets()}</option>
		{#each sheets as { id, title } (id)}<option value={id}>{title}</option>{/each}
	</select>
	<select class="entry" aria-label={m.journal_time()} bind:value={journal.span} disabled={journal.day !== ''}>
		{#each SPANS as span (span)}<option value={span}>{SPAN_NAMES[span]?.()}</option>{/each}
	</select>
	<label>{m.journal_day()}<input class="entry" type="date" bind:value={journal.day} /></label>
</div>
{#if journal.problem}<p class="problem" role="alert">{journal.problem}</p>{/if}
{#if journal.lines.length === 0 && !journal.busy && !journal.problem}
	<p class="quiet">{isFiltered ? m.journal_none_such() : m.journal_none()}</p>
	{#if isFiltered}<button type="button" class="button" onclick={clear}>{m.journal_clear()}</button>{/if}
{/if}
<ol data-testid="journal" aria-busy={journal.busy}>
	{#each journal.lines as line (`${line.person} ${line.at} ${line.verb} ${line.ids[0]}`)}
		<li>
			<button type="button" class="line" onclick={() => go(line)} title={momentWords(line.until)}>
				<span class="what"
					><strong>{journal.nameOf(line.person) ?? m.journal_server()}</strong> {lineWords(line)}</span
				>
				<small class="quiet">{under(line)}</small>
			</button>
			{#if mayLook}
				<button
					type="button"
					class="icon-button back"
					aria-label={m.replay_from({ time: momentWords(line.until) })}
					title={m.replay_here()}
					onclick={() => void journal.open(line.at - 1)}><Rewind size={15} /></button
				>
			{/if}
		</li>
	{/each}
</ol>
{#if journal.next !== undefined}
	<button type="button" class="button more" disabled={journal.busy} onclick={() => void journal.read('more')}
		>{m.journal_more()}</button
	>
{/if}

<style>
	.replay,
	.more {
		width: 100%;
		margin-top: 10px;
	}
	p {
		margin: 12px 0;
		font-size: var(--size-note);
	}
	.filter {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 6px;
		margin: 12px 0 8px;
		font-size: var(--size-note);
	}
	.filter .entry {
		width: 100%;
		min-width: 0;
		min-height: 32px;
		padding-inline: 6px;
		font-size: var(--size-note);
	}
	.filter label {
		display: grid;
		grid-template-columns: auto 1fr;
		grid-column: 1 / -1;
		align-items: center;
		gap: 8px;
	}
	li {
		display: flex;
		align-items: start;
		border-top: 1px solid var(--frame-line);
	}
	.line {
		display: grid;
		flex: 1;
		min-width: 0;
		gap: 1px;
		padding: 8px 4px;
		text-align: left;
		cursor: pointer;
	}
	.line:hover {
		background: var(--frame-on);
	}
	.what {
		display: -webkit-box;
		-webkit-box-orient: vertical;
		-webkit-line-clamp: 3;
		line-clamp: 3;
		overflow: hidden;
		font-size: var(--size-note);
		line-height: 1.35;
	}
	.back {
		margin-top: 6px;
		flex: none;
	}
</style>
