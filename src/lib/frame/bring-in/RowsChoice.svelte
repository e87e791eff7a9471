<script lang="ts">
	/** The first rows of a table, and what its columns are to be for notes. */
	import type { ColumnRole } from '$core/formats/import/row-columns';
	import { m } from '$lib/messages';
	import Check from '../../ui/Check.svelte';
	import type { IncomingFile } from './incoming-files.svelte';

	const { file, disabled }: { file: IncomingFile; disabled: boolean } = $props();

	/** Rows that are shown. */
	const SHOWN = 5;
	const sheets = $derived(file.content?.is === 'rows' ? file.content.sheets : []);
	const headings = $derived(file.columns.hasHeadings ? file.rows[0] : undefined);
	const shown = $derived(file.rows.slice(headings ? 1 : 0, SHOWN + (headings ? 1 : 0)));
	const left = $derived(file.rows.length - (headings ? 1 : 0) - shown.length);

	function setRole(column: number, role: ColumnRole): void {
		const { roles } = file.columns;
		// Only text may stand in several columns.
		const others = roles.map((each) => (each === role && role !== 'text' ? 'none' : each));
		file.columns = { ...file.columns, roles: others.with(column, role) };
	}
	const columnName = (column: number): string =>
		headings?.[column] || m.heading_column({ number: column + 1 });
</script>

<div class="choice">
	{#if sheets.length > 1}
		<label class="sheet">
			{m.incoming_sheet()}
			<select
				class="entry"
				value={file.sheet}
				{disabled}
				onchange={(event) => file.takeSheet(Number(event.currentTarget.value))}
			>
				{#each sheets as { name }, i (i)}<option value={i}>{name}</option>{/each}
			</select>
		</label>
	{/if}
	{#if file.target === 'notes'}
		<Check
			label={m.incoming_headings()}
			checked={file.columns.hasHeadings}
			onset={(hasHeadings) => (file.columns = { ...file.columns, hasHeadings })}
		/>
	{/if}
	<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
	<div class="rows" role="region" aria-label={m.incoming_first_rows()} tabindex="0">
		<table>
			<thead>
				{#if file.target === 'notes'}
					<tr>
						{#each file.columns.roles as role, column (column)}
							<th>
								<select
									class="entry"
									aria-label={m.incoming_column_is({ name: columnName(column) })}
									value={role}
									{disabled}
									onchange={(event) => setRole(column, event.currentTarget.value as ColumnRole)}
								>
									{#each file.roles as each (each)}
										<option value={each}>{m[`column_role_${each}`]()}</option>
									{/each}
								</select>
							</th>
						{/each}
					</tr>
				{/if}
				{#if headings}
					<tr
						>{#each headings as heading, column (column)}<th>{heading}</th>{/each}</tr
					>
				{/if}
			</thead>
			<tbody>
				{#each shown as row, i (i)}
					<tr>
						{#each row as value, column (column)}
							<td class:out={file.target === 'notes' && file.columns.roles[column] === 'none'}>{value}</td>
						{/each}
					</tr>
				{/each}
			</tbody>
		</table>
	</div>
	<p class="quiet" role="status">
		{#if left > 0}{m.incoming_more_rows({ count: left })}{/if}
		{#if file.target === 'notes'}{m.incoming_notes({ count: file.noteCount })}{/if}
	</p>
</div>

<style>
	.choice {
		display: flex;
		flex-direction: column;
		gap: 8px;
		margin-top: 8px;
	}
	.sheet {
		display: flex;
		align-items: center;
		gap: 10px;
		font-size: var(--size-note);
	}
	.sheet select {
		width: auto;
	}
	.rows {
		overflow: auto;
		max-height: 260px;
		border: 1px solid var(--frame-line);
		border-radius: var(--radius-control);
	}
	table {
		border-collapse: collapse;
		font-size: var(--size-note);
	}
	th,
	td {
		max-width: 260px;
		padding: 4px 8px;
		border-bottom: 1px solid var(--frame-line);
		overflow: hidden;
		text-align: start;
		text-overflow: ellipsis;
		vertical-align: top;
		white-space: nowrap;
	}
	th select {
		min-width: 110px;
	}
	td.out {
		color: var(--frame-quiet);
	}
	p {
		margin: 0;
	}
</style>
